/** The easel without a hand: keys, and a foot pedal that sends them. */
import { useEffect, useRef } from "react";

interface Keys {
  primary: () => void;
  back: () => void;
  pause: () => void;
  isOff: boolean;
}

/** A foot pedal sends page keys: down goes on, up goes back; P pauses. */
export function useKeys({ primary, back, pause, isOff }: Keys) {
  const now = useRef({ primary, back, pause });
  useEffect(() => {
    now.current = { primary, back, pause };
  });
  useEffect(() => {
    if (isOff) return undefined;
    const keys = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest("input, textarea")) return;
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "PageDown") now.current.primary();
      else if (event.key === "PageUp") now.current.back();
      else if (event.key === "p") now.current.pause();
      else return;
      event.preventDefault();
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  }, [isOff]);
}
