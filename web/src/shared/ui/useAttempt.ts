/** Something that the studio may refuse: done, or told in words until it is tried again. */
import { useState } from "react";

import { inWords } from "../api/client";

export function useAttempt() {
  const [problem, setProblem] = useState("");
  /** Whether it was done. */
  const attempt = async (what: () => Promise<unknown>): Promise<boolean> => {
    setProblem("");
    try {
      await what();
      return true;
    } catch (error) {
      setProblem(inWords(error));
      return false;
    }
  };
  return { problem, attempt };
}
