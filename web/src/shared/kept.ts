/** A choice that is kept on this device. */
import { useCallback, useState } from "react";

/** The choice among `options` that was kept under `name`, else the first guess; and how to choose another, which is kept. */
export function useKept<T extends string>(
  name: string,
  options: readonly T[],
  guess: T,
): [T, (to: T) => void] {
  const [now, setNow] = useState<T>(() => {
    const kept = localStorage.getItem(name);
    return options.find((one) => one === kept) ?? guess;
  });
  const choose = useCallback(
    (to: T) => {
      localStorage.setItem(name, to);
      setNow(to);
    },
    [name],
  );
  return [now, choose];
}

/** What comes after a choice; the first after the last. */
export function after<T>(options: readonly T[], now: T): T {
  return options[(options.indexOf(now) + 1) % options.length]!;
}
