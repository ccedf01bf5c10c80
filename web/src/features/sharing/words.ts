/** Whom a painting is shown to, in words. */
import type { Sharing } from "./queries";

const listed = (words: string[]): string =>
  words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;

export function headline(shares: Pick<Sharing["shares"][number], "teacher">[]): string {
  const teachers = shares.flatMap((one) => one.teacher ?? []);
  const links = shares.length - teachers.length;
  if (shares.length === 0) return "Nobody but you sees this painting";
  const byLink = links === 0 ? [] : [`whoever has ${links === 1 ? "the link" : `one of ${links} links`}`];
  return `Shown to ${listed([...teachers, ...byLink])}`;
}
