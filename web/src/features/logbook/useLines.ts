/** Lines that the painter writes into a diary: written, changed, taken out, put back. */
import { useState } from "react";

import { useQueryClient } from "@tanstack/react-query";

import { inWords } from "../../shared/api/client";
import { useUndo } from "../../shared/undo/UndoProvider";
import {
  addPhoto,
  changeLine,
  diaryQuery,
  putLineBack,
  takeLineOut,
  writeLine,
  type Diary,
  type DiaryEntry,
  type NewLine,
} from "./queries";

export interface LineActs {
  /** The line that is being changed; null where a new one is written. */
  changing: DiaryEntry | null;
  begin: (entry: DiaryEntry | null) => void;
  /** Resolves to whether it was kept. */
  keep: (line: NewLine) => Promise<boolean>;
  photo: (file: File) => Promise<void>;
  takeOut: (entry: DiaryEntry) => void;
}

export function useLines(painting: number): LineActs {
  const queries = useQueryClient();
  const { edit, tell } = useUndo();
  const [changing, setChanging] = useState<DiaryEntry | null>(null);
  const put = (diary: Diary) => {
    queries.setQueryData(diaryQuery(painting).queryKey, diary);
    void queries.invalidateQueries({ queryKey: diaryQuery(painting, true).queryKey });
  };
  const refused = (error: unknown) => tell(inWords(error));
  return {
    changing,
    begin: setChanging,
    keep: async (line) => {
      try {
        put(
          await (changing?.line == null
            ? writeLine(painting, line)
            : changeLine(painting, changing.line, line)),
        );
        setChanging(null);
        return true;
      } catch (error) {
        refused(error);
        return false;
      }
    },
    photo: (file) =>
      addPhoto(painting, file)
        .then(put)
        .then(() => undefined, refused),
    takeOut: ({ line }) =>
      line != null &&
      void edit(() => takeLineOut(painting, line).then(put), {
        label: "Took a line out of the diary",
        back: () => putLineBack(painting, line).then(put),
      }).catch(refused),
  };
}
