/** Which of three greys lies around every picture; kept on this device. */
import { createContext, useContext, useMemo, type ReactNode } from "react";

import { after, useKept } from "../kept";

const SURROUNDS = ["light", "middle", "dark"] as const;
type Surround = (typeof SURROUNDS)[number];

interface SurroundState {
  surround: Surround;
  next: () => void;
}

const SurroundContext = createContext<SurroundState>({ surround: "middle", next: () => {} });

export function SurroundProvider({ children }: { children: ReactNode }) {
  const [surround, choose] = useKept<Surround>("surround", SURROUNDS, "middle");
  const value = useMemo(
    () => ({ surround, next: () => choose(after(SURROUNDS, surround)) }),
    [surround, choose],
  );
  return <SurroundContext value={value}>{children}</SurroundContext>;
}

export function useSurround(): SurroundState {
  return useContext(SurroundContext);
}
