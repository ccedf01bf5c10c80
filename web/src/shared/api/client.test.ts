import { describe, expect, it } from "vitest";

import { answered, inWords, ProblemError } from "./client";

const reply = (status: number, data?: unknown, error?: unknown) =>
  Promise.resolve({ data, error, response: new Response(null, { status }) });

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
    expect(await answered(reply(200, { painter: "me" }))).toEqual({ painter: "me" });
    expect(await answered(reply(204))).toBeUndefined();
  });

  it("keeps the server's problem, its code and status", async () => {
    const error = await failure(answered(reply(422, undefined, problem)));
    expect(error).toBeInstanceOf(ProblemError);
    expect(error.problem).toEqual(problem);
    expect(error.status).toBe(422);
    expect(inWords(error)).toBe("The shelf is empty. Add a tube.");
  });

  it("makes a problem of an answer that is none", async () => {
    const error = await failure(answered(reply(500, undefined, "<html>")));
    expect(error.problem.hint).toBeTruthy();
  });

  it("says when the studio does not answer at all", async () => {
    const error = await failure(answered(Promise.reject(new TypeError("network"))));
    expect(error.problem.code).toBe("web.unreachable");
    expect(inWords(error)).toContain("does not answer");
  });

  it("has words for an error of the page itself", () => {
    expect(inWords(new Error("bug"))).toContain("Reload");
  });
});
