/** The generated client of the server's API, and its errors as one shape. */
import createClient from "openapi-fetch";

import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Problem = Schemas["Problem"];

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((part) => part.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

export const api = createClient<paths>({ baseUrl: "" });

api.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
});

/** An answer that is not what was asked for: what is wrong and what to do. */
export class ProblemError extends Error {
  constructor(
    readonly problem: Problem,
    readonly status: number,
  ) {
    super(problem.message);
  }
}

const UNREACHABLE: Problem = {
  code: "web.unreachable",
  message: "The studio does not answer.",
  hint: "Check that the application is running, then try again.",
};

/** The data of an answer, or a `ProblemError`; a server that cannot be reached is a problem too. */
export async function answered<T>(
  asking: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let answer;
  try {
    answer = await asking;
  } catch {
    throw new ProblemError(UNREACHABLE, 0);
  }
  if (answer.response.ok) return answer.data as T;
  throw new ProblemError(problemOf(answer.error), answer.response.status);
}

function problemOf(error: unknown): Problem {
  if (error && typeof error === "object" && "message" in error && "hint" in error) return error as Problem;
  return { code: "web.unknown", message: "The studio could not do this.", hint: "Try again in a moment." };
}

/** A problem in one sentence for a message on the page. */
export function inWords(error: unknown): string {
  if (error instanceof ProblemError) return `${error.problem.message} ${error.problem.hint}`;
  return "Something went wrong on this page. Reload it and try again.";
}
