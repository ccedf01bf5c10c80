import createClient from "openapi-fetch";
import { expect, it, vi } from "vitest";

import { ofPainting } from "./client";
import { followRevisions } from "./freshness";
import { Revisions } from "./revisions";
import type { paths } from "./schema";
import { StudioClient } from "./StudioClient";

type Asked = ReturnType<typeof ofPainting>;

const STAMPS = { subject: "s", values: "v", areas: "a", mixes: "m", passes: "p" };
const standing = (stamps: Partial<typeof STAMPS> = {}, revision = 1) => ({
  painting: 1,
  revision,
  stamps: { ...STAMPS, ...stamps },
});

const WORDS = ["values", "areas", "mixes", "passes"];
const keyOf = (word: string, painting_id: number) => [
  "get",
  `/api/${word}/{painting_id}`,
  ofPainting(painting_id),
];

function page() {
  const queries = new StudioClient();
  const revisions = new Revisions();
  followRevisions(queries, revisions);
  revisions.take("painting-1=1, painting-2=1, shelf=1"); // as with the answers that are shown
  for (const word of WORDS) queries.setQueryData(keyOf(word, 1), {});
  queries.setQueryData(keyOf("areas", 2), {});
  const answer = (data: unknown) =>
    queries.fetchQuery({ queryKey: keyOf("desk", 1), queryFn: () => Promise.resolve(data) });
  const stale = () =>
    queries
      .getQueryCache()
      .getAll()
      .filter((query) => query.state.isInvalidated)
      .map(
        ({ queryKey }) =>
          `${String(queryKey[1]).split("/")[2]} ${(queryKey[2] as Partial<Asked>).params?.path?.painting_id}`,
      );
  return { queries, revisions, answer, stale };
}

it("asks anew exactly what has another stamp on the standing, and only of that painting", async () => {
  const { answer, revisions, stale } = page();
  await answer(standing());
  expect(stale()).toEqual([]);
  vi.useFakeTimers();
  vi.setSystemTime(Date.now() + 1000);
  revisions.take("painting-1=2");
  vi.useRealTimers();
  await answer(standing({ mixes: "m2", passes: "p2" }));
  expect(stale()).toEqual(["mixes 1", "passes 1"]);
});

it("does not ask again for what the page was just given with the answer", async () => {
  const { queries, answer, revisions, stale } = page();
  await answer(standing());
  revisions.take("painting-1=2");
  await new Promise((resolve) => setTimeout(resolve, 3));
  queries.setQueryData(keyOf("areas", 1), { new: true });
  await answer(standing({ areas: "a2" }));
  expect(stale()).toEqual([]);
});

it("asks nothing anew while a change is on its way, and the standing again when it is kept", async () => {
  const { queries, answer, revisions, stale } = page();
  await answer(standing());
  const api = createClient<paths>({
    baseUrl: "http://studio",
    fetch: () => kept.then(() => new Response("{}")),
  });
  let keep = () => {};
  const kept = new Promise<void>((done) => (keep = done));
  api.use(revisions.middleware);
  const changing = api.PUT("/api/mixes/{painting_id}", {
    params: { path: { painting_id: 1 } },
    body: { tubes: 4 },
  });
  await answer(standing({ areas: "a2" }));
  expect(stale()).toEqual([]);
  keep();
  await changing;
  await vi.waitFor(() => expect(stale()).toEqual(["desk 1"]));
  queries.clear();
});

it("asks everything anew when a change was missed, also where all looks as before: it may have been undone", async () => {
  const { queries, answer, revisions, stale } = page();
  await answer(standing());
  queries.setQueryData(keyOf("values", 1), { shown: "for a moment" });
  await new Promise((resolve) => setTimeout(resolve, 3));
  revisions.take("painting-1=3");
  await answer(standing({}, 3));
  expect(stale()).toContain("values 1");
});

it("asks everything anew when the first standing comes after a change: it cannot tell what was changed before it", async () => {
  const { answer, revisions, stale } = page();
  await new Promise((resolve) => setTimeout(resolve, 3));
  revisions.take("painting-1=3");
  await answer(standing({}, 3));
  expect(stale()).toContain("values 1");
});

it("asks nothing anew when the first standing comes with the page", async () => {
  const { answer, stale } = page();
  await answer(standing());
  expect(stale()).toEqual([]);
});

it("asks again for what was being answered when another state was told", async () => {
  const { queries, answer, revisions, stale } = page();
  await answer(standing());
  let old = (_: object) => {};
  const asking = queries.fetchQuery({
    queryKey: keyOf("passes", 1),
    queryFn: () => new Promise<object>((done) => (old = done)),
  });
  revisions.take("painting-1=1.5");
  await new Promise((resolve) => setTimeout(resolve, 3));
  old({ pictures: "none yet" });
  await asking;
  await answer(standing({ passes: "p2" }));
  expect(stale()).toContain("passes 1");
});

it("asks again when a standing knows of a result before any answer has told of another state", async () => {
  const { queries, answer, revisions, stale } = page();
  await answer(standing());
  revisions.take("painting-1=2");
  queries.setQueryData(keyOf("passes", 1), { pictures: "none yet" }); // the change's own answer
  await answer(standing({ passes: "p2" }));
  expect(stale()).toEqual([]);
  await answer(standing({ passes: "p3" })); // painted in the background, while the painting's row was being read
  expect(stale()).toEqual(["passes 1"]);
});

it("minds no list that asks for something else than a painting", async () => {
  const { queries, answer, revisions, stale } = page();
  queries.setQueryData(["get", "/api/subject/paintings", { params: { query: { page: 1 } } }], {});
  const asking = queries.fetchQuery({
    queryKey: ["get", "/api/subject/paintings", { params: { query: { page: 2 } } }],
    queryFn: () => new Promise<object>(() => {}),
  });
  asking.catch(() => {}); // asked anew
  await answer(standing());
  await new Promise((resolve) => setTimeout(resolve, 3));
  revisions.take("painting-1=2");
  await answer(standing({ subject: "s2", values: "v2" }));
  expect(stale()).toContain("values 1");
});
