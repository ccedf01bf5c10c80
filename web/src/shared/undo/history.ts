/** The histories on the server: of every painting, and of the shelf. */
import { useQuery, type QueryKey } from "@tanstack/react-query";

import { $api, answered, api, ofPainting, type Schemas } from "../api/client";

/** The number of a painting, or the shelf; null where nothing can be undone. */
export type Scope = number | "shelf" | null;
export type History = Schemas["HistoryOut"];
type Turned = Schemas["TurnedOut"];

/** What is undone at an address of the studio. */
export function scopeAt(path: string, search: string): Scope {
  const painting = /^\/paintings\/(\d+)/.exec(path)?.[1] ?? new URLSearchParams(search).get("painting");
  if (painting) return Number(painting) || null;
  return path.startsWith("/materials") ? "shelf" : null;
}

const historyOfShelf = $api.queryOptions("get", "/api/desk/history/shelf");
const historyOf = (painting_id: number) =>
  $api.queryOptions("get", "/api/desk/history/paintings/{painting_id}", ofPainting(painting_id));

/** What can be undone and redone there. */
export function useHistory(scope: Scope): History | undefined {
  const shelf = useQuery({ ...historyOfShelf, enabled: scope === "shelf", retry: false });
  const painting = useQuery({
    ...historyOf(Number(scope)),
    enabled: typeof scope === "number",
    retry: false,
  });
  return (scope === "shelf" ? shelf : painting).data;
}

/** Where the page keeps it. */
export const historyKey = (scope: NonNullable<Scope>): QueryKey =>
  scope === "shelf" ? historyOfShelf.queryKey : historyOf(scope).queryKey;

export function turn(scope: NonNullable<Scope>, way: "undo" | "redo"): Promise<Turned> {
  if (scope === "shelf") {
    return answered(api.POST("/api/desk/history/shelf/{way}", { params: { path: { way } } }));
  }
  return answered(
    api.POST("/api/desk/history/paintings/{painting_id}/{way}", {
      params: { path: { painting_id: scope, way } },
    }),
  );
}
