import { afterEach, describe, expect, it, vi } from "vitest";

import createClient from "openapi-fetch";

import { Revisions } from "./revisions";
import type { paths } from "./schema";

afterEach(() => vi.unstubAllGlobals());

function studio() {
  const revisions = new Revisions();
  const sent: { url: string; known: string | null }[] = [];
  const answers: (() => void)[] = [];
  vi.stubGlobal("fetch", (request: Request) => {
    sent.push({
      url: `${request.method} ${new URL(request.url).pathname}`,
      known: request.headers.get("X-Revisions"),
    });
    const state = `painting-1=${sent.length + 1}.9`;
    return new Promise((resolve) =>
      answers.push(() => resolve(new Response("{}", { headers: { "X-Revisions": state } }))),
    );
  });
  const api = createClient<paths>({ baseUrl: "http://studio" });
  api.use(revisions.middleware);
  const put = (tubes: number) =>
    api.PUT("/api/mixes/{painting_id}", { params: { path: { painting_id: 1 } }, body: { tubes } });
  return { revisions, sent, answers, api, put };
}

const turns = () => new Promise((resolve) => setTimeout(resolve, 5));

describe("revisions", () => {
  it("are sent with a change as they were seen last, and changes go one after another", async () => {
    const { revisions, sent, answers, put } = studio();
    revisions.take("painting-1=1.4, shelf=3");
    const both = [put(4), put(5)];
    await turns();
    expect(sent).toEqual([{ url: "PUT /api/mixes/1", known: "painting-1=1, shelf=3" }]);
    answers[0]!();
    await turns();
    expect(sent[1]).toEqual({ url: "PUT /api/mixes/1", known: "painting-1=2, shelf=3" });
    answers[1]!();
    await Promise.all(both);
  });

  it("tell who follows of another state, once", () => {
    const { revisions } = studio();
    const heard: string[] = [];
    const leave = revisions.follow((what) => heard.push(what));
    revisions.take("painting-1=1.4");
    revisions.take("painting-1=1.4");
    revisions.take("painting-1=1.5, shelf=2");
    leave();
    revisions.take("painting-1=9");
    expect(heard).toEqual(["painting-1", "painting-1", "shelf"]);
  });

  it("do not go back when an answer that was long under way tells of a state that has passed", async () => {
    const { revisions, sent, answers, put } = studio();
    revisions.take("painting-1=7");
    revisions.take("painting-1=6.2");
    const putting = put(4);
    await turns();
    expect(sent[0]!.known).toBe("painting-1=7");
    expect(revisions.changing).toBe(true);
    answers[0]!();
    await putting;
    expect(revisions.changing).toBe(false);
  });

  it("hold up nothing that only asks", async () => {
    const { sent, put, api } = studio();
    void put(4);
    void api.GET("/api/mixes/{painting_id}", { params: { path: { painting_id: 1 } } });
    void api.POST("/api/mixes/{painting_id}/palette/report", {
      params: { path: { painting_id: 1 } },
      body: { keys: [] },
    });
    await turns();
    expect(sent).toHaveLength(3);
  });
});
