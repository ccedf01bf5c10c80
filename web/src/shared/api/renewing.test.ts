// @vitest-environment jsdom
import { afterEach, expect, it, vi } from "vitest";

import { answered, api, ofPainting } from "./client";

afterEach(() => vi.unstubAllGlobals());

const json = (status: number, body: unknown) => new Response(JSON.stringify(body), { status });
const OUTDATED = { code: "site.outdated", message: "Made by an earlier version.", hint: "Look again." };

function studio(outdated: boolean) {
  const asked: string[] = [];
  vi.stubGlobal("fetch", async (asking: Request | string) => {
    const { url, method } = typeof asking === "string" ? { url: asking, method: "GET" } : asking;
    asked.push(`${method} ${new URL(url).pathname}`);
    if (method === "POST") outdated = false;
    if (method === "POST") return new Response(null, { status: 204 });
    return outdated ? json(409, OUTDATED) : json(200, { count: 5 });
  });
  return asked;
}

it("lets the server make anew what it could not read, and asks again", async () => {
  const asked = studio(true);
  expect(await answered(api.GET("/api/values/{painting_id}", ofPainting(7)))).toEqual({ count: 5 });
  expect(asked).toEqual(["GET /api/values/7", "POST /api/desk/7/renew", "GET /api/values/7"]);
});

it("asks once for what can be read", async () => {
  const asked = studio(false);
  await answered(api.GET("/api/values/{painting_id}", ofPainting(7)));
  expect(asked).toEqual(["GET /api/values/7"]);
});
