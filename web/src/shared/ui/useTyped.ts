/** Text that is kept when its field is left or Enter is pressed. */
import { useRef, useState, type KeyboardEvent } from "react";

/**
 * What is being typed stays when an answer changes what was kept beneath it, and when keeping it was refused (`keep` gives false).
 * Gives the text, `type` to change it, `done` to keep it, and all of it for a `TextField`.
 */
export function useTyped(kept: string, keep: (text: string) => Promise<unknown>) {
  const [typed, type] = useState<string | null>(null);
  const asked = useRef<string | null>(null); // Enter, and then leaving the field, ask once
  const text = typed ?? kept;
  const done = async (wanted = text) => {
    const trimmed = wanted.trim();
    if (trimmed === asked.current) return;
    if (trimmed !== kept) {
      asked.current = trimmed;
      const refused = (await keep(trimmed)) === false;
      asked.current = null;
      if (refused) return;
    }
    type((now) => (now?.trim() === trimmed ? null : now));
  };
  const field = {
    value: text,
    onChange: (event: { target: { value: string } }) => type(event.target.value),
    onBlur: () => void done(),
    onKeyDown: (event: KeyboardEvent) => event.key === "Enter" && void done(),
  };
  return { text, type, done, field };
}
