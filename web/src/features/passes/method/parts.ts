/** What every part of the method is given. */
import type { Passes, Trade } from "../queries";
import type { ChangeChoices } from "../useChoices";

export interface PartProps {
  passes: Passes;
  trade: Trade;
  change: ChangeChoices;
}
