/** What the painter does about their own painting that is shown: kept in one answer, told when refused. */
import { useQuery, useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import { newsQuery, sharingQuery, type Sharing } from "./queries";

export function useSharing(painting: number, isHosted = true) {
  const found = useQuery({ ...sharingQuery(painting), enabled: isHosted });
  const queries = useQueryClient();
  const { tell } = useUndo();
  const keep = async (what: Promise<Sharing>): Promise<boolean> => {
    try {
      queries.setQueryData(sharingQuery(painting).queryKey, await what);
      void queries.invalidateQueries(newsQuery);
      return true;
    } catch (error) {
      tell(inWords(error));
      return false;
    }
  };
  return { found, keep };
}
