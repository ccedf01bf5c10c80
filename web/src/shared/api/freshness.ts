/**
 * The one place that decides what a change makes stale. The server's graph decides, in fact: when a painting has another state,
 * how it stands is asked, and what has another stamp there is asked anew, unless this page has just been given it with the answer.
 * What a query tells of is read from its key, which is the address that is asked and the painting's number.
 */
import type { Query, QueryClient } from "@tanstack/react-query";

import { $api, ofPainting, type Schemas } from "./client";
import type { Revisions } from "./revisions";

type Standing = Schemas["StandingOut"];

/** What hangs on the shelf: its own lists, how every painting stands, and what is asked on the mixing bench. */
const ON_THE_SHELF =
  /^\/api\/(materials\/(tubes|supplies|palettes|cautions)|mixes\/bench|subject\/paintings$|desk\/\{|desk\/history\/shelf)/;
/** What tells of all paintings. */
const OF_ALL = /^\/api\/(subject\/(paintings|titles)|areas\/names)$/;
const STANDING = "/api/desk/{painting_id}";

const addressOf = ({ queryKey }: Query): string => String(queryKey[1]);
/** The word of the work that a query tells of: values, areas ... */
const wordOf = (query: Query): string => addressOf(query).split("/")[2] ?? "";
const paintingOf = ({ queryKey }: Query): number | undefined =>
  (queryKey[2] as { params?: { path?: { painting_id?: number } } } | undefined)?.params?.path?.painting_id;

const standingOf = (painting_id: number) => $api.queryOptions("get", STANDING, ofPainting(painting_id));

export function followRevisions(queries: QueryClient, revisions: Revisions): void {
  /** When the page was told of another state of a painting, until its standing tells what is other. */
  const told = new Map<number, number>();
  const seen = new Map<number, Standing>();
  /** Paintings of which any state was told. */
  const known = new Set<number>();
  /** Queries that were being answered when another state was told: nobody knows which of both their answers tell of. */
  const doubtful = new Set<string>();
  const askAnew = (isStale: (query: Query) => boolean) => {
    const stale = new Set(queries.getQueryCache().getAll().filter(isStale));
    void queries.invalidateQueries({ predicate: (query) => stale.has(query) });
  };

  revisions.follow((what) => {
    if (what === "shelf") {
      askAnew((query) => ON_THE_SHELF.test(addressOf(query)));
      return;
    }
    const id = Number(what.split("-")[1]);
    const first = !known.has(id);
    known.add(id);
    told.set(id, Date.now());
    for (const query of queries.getQueryCache().findAll({ fetchStatus: "fetching" })) {
      if (!first && paintingOf(query) === id) doubtful.add(query.queryHash);
    }
    askAnew(
      (query) => OF_ALL.test(addressOf(query)) || (wordOf(query) === "desk" && paintingOf(query) === id),
    );
  });

  queries.getQueryCache().subscribe((event) => {
    if (event.type !== "updated" || event.action.type !== "success" || addressOf(event.query) !== STANDING)
      return;
    const standing = event.query.state.data as Standing;
    if (revisions.changing) {
      // what is asked now would be of before the change that is on its way: its answer brings the standing again
      void revisions.answered.then(() => queries.invalidateQueries(standingOf(standing.painting)));
      return;
    }
    const before = seen.get(standing.painting);
    seen.set(standing.painting, standing);
    // between two changes the page may have shown what neither standing tells of: a change and its undoing look like nothing.
    // Nor does the first standing tell what was changed before it came
    if (!before && !told.has(standing.painting)) return;
    const missed = !before || standing.revision > before.revision + 1;
    // what came after the page was told is of the newest state; a standing may also know of a result before the page was told
    const since = told.get(standing.painting) ?? Infinity;
    told.delete(standing.painting);
    for (const [word, stamp] of Object.entries(standing.stamps)) {
      if (!missed && before.stamps[word] === stamp) continue;
      askAnew(
        (query) =>
          wordOf(query) === word &&
          paintingOf(query) === standing.painting &&
          (doubtful.delete(query.queryHash) || query.state.dataUpdatedAt < since),
      );
    }
  });
}
