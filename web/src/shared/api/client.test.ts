import createClient from "openapi-fetch";
import { describe, expect, it } from "vitest";

import { answered, inWords, ProblemError, problems } from "./client";
import type { paths } from "./schema";

/** The shelf asked of a studio that answers so. */
function asked(answer: () => Promise<Response> | Response) {
  const api = createClient<paths>({ baseUrl: "http://studio", fetch: async () => answer() });
  api.use(problems);
  return answered(api.GET("/api/materials/tubes"));
}

const json = (status: number, body: unknown) => () => new Response(JSON.stringify(body), { status });

const problem = { code: "materials.bad_shelf", message: "The shelf is empty.", hint: "Add a tube." };

async function failure(asking: Promise<unknown>): Promise<ProblemError> {
  try {
    await asking;
  } catch (error) {
    return error as ProblemError;
  }
  throw new Error("did not fail");
}

describe("answers of the server", () => {
  it("gives the data of a good answer", async () => {
    expect(await asked(json(200, [{ key: "ochre" }]))).toEqual([{ key: "ochre" }]);
    expect(await asked(() => new Response(null, { status: 204 }))).toBeUndefined();
  });

  it("keeps the server's problem, its code and status", async () => {
    const error = await failure(asked(json(422, problem)));
    expect(error).toBeInstanceOf(ProblemError);
    expect(error.problem).toEqual(problem);
    expect(error.status).toBe(422);
    expect(inWords(error)).toBe("The shelf is empty. Add a tube.");
  });

  it("makes a problem of an answer that is none", async () => {
    const error = await failure(asked(() => new Response("<html>", { status: 500 })));
    expect(error.problem.hint).toBeTruthy();
  });

  it("says when the studio does not answer at all", async () => {
    const error = await failure(asked(() => Promise.reject(new TypeError("network"))));
    expect(error.problem.code).toBe("web.unreachable");
    expect(inWords(error)).toContain("does not answer");
  });

  it("lets a request that was given up pass as that", async () => {
    const error = await failure(asked(() => Promise.reject(new DOMException("left", "AbortError"))));
    expect(error.name).toBe("AbortError");
  });

  it("has words for an error of the page itself", () => {
    expect(inWords(new Error("bug"))).toContain("Reload");
  });
});
