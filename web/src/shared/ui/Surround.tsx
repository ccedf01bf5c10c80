/** Which of three greys lies around every picture; kept on this device. */
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from "react";

const SURROUNDS = ["light", "middle", "dark"] as const;
type Surround = (typeof SURROUNDS)[number];

interface SurroundState {
  surround: Surround;
  next: () => void;
}

const SurroundContext = createContext<SurroundState>({ surround: "middle", next: () => {} });

export function SurroundProvider({ children }: { children: ReactNode }) {
  const [surround, setSurround] = useState<Surround>(() => {
    const stored = localStorage.getItem("surround");
    return SURROUNDS.find((s) => s === stored) ?? "middle";
  });
  const next = useCallback(
    () =>
      setSurround((now) => {
        const after = SURROUNDS[(SURROUNDS.indexOf(now) + 1) % SURROUNDS.length]!;
        localStorage.setItem("surround", after);
        return after;
      }),
    [],
  );
  const value = useMemo(() => ({ surround, next }), [surround, next]);
  return <SurroundContext value={value}>{children}</SurroundContext>;
}

export function useSurround(): SurroundState {
  return useContext(SurroundContext);
}
