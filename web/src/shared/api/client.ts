/** The generated client of the server's API, and its errors as one shape. */
import createClient, { type Middleware } from "openapi-fetch";
import createQueries from "openapi-react-query";

import { revisions } from "./revisions";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Problem = Schemas["Problem"];

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((part) => part.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

export const api = createClient<paths>({
  baseUrl: typeof location === "undefined" ? "" : location.origin,
  fetch: (request) => globalThis.fetch(request),
});

/** An answer that is not what was asked for: what is wrong and what to do. */
export class ProblemError extends Error {
  constructor(
    readonly problem: Problem,
    readonly status: number,
  ) {
    super(problem.message);
  }
}

const UNREACHABLE: Problem = {
  code: "web.unreachable",
  message: "The studio does not answer.",
  hint: "Check that the application is running, then try again.",
};

/**
 * What an earlier version of the application kept and this one cannot read is made anew once, and asked for again: a request that
 * only reads makes nothing on the server.
 */
const renewing: Middleware = {
  async onResponse({ request, response, params }) {
    const id = (params.path as { painting_id?: number } | undefined)?.painting_id;
    if (response.status !== 409 || request.method !== "GET" || id === undefined) return undefined;
    if ((await problemOf(response.clone())).code !== OUTDATED) return undefined;
    await api.POST("/api/desk/{painting_id}/renew", ofPainting(id));
    return globalThis.fetch(request.url);
  },
};
const OUTDATED = "site.outdated";

const listeners = new Set<() => void>();

/** Call `tell` whenever an answer says that nobody is logged in. */
export function onSessionEnd(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/** Turns every answer that is no success, and a server that cannot be reached, into a `ProblemError`. */
export const problems: Middleware = {
  async onResponse({ response }) {
    if (response.status === 401) for (const tell of listeners) tell();
    if (!response.ok) throw new ProblemError(await problemOf(response), response.status);
  },
  onError: ({ error }) =>
    error instanceof DOMException && error.name === "AbortError" ? error : new ProblemError(UNREACHABLE, 0),
};

async function problemOf(response: Response): Promise<Problem> {
  const told: unknown = await response.json().catch(() => null);
  if (told && typeof told === "object" && "message" in told && "hint" in told) return told as Problem;
  return { code: "web.unknown", message: "The studio could not do this.", hint: "Try again in a moment." };
}

api.use(problems); // the first to be used is the last to see an answer
api.use(renewing);
api.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
});
api.use(revisions.middleware);

/** The API as queries: their keys are method, path and what was asked, and `freshness` reads them. */
export const $api = createQueries(api);

export const ofPainting = (painting_id: number) => ({ params: { path: { painting_id } } });

/** The data of an answer. */
export async function answered<T>(asking: Promise<{ data?: T }>): Promise<T> {
  return (await asking).data as T;
}

/** How a request with a file is sent: as a form. A picture that has no name of its own (a camera's) is called photo.jpg. */
export const asForm = (fields: Record<string, Blob | string | number | boolean>) => () => {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) {
    if (value instanceof File) form.set(name, value);
    else if (value instanceof Blob) form.set(name, value, "photo.jpg");
    else form.set(name, String(value));
  }
  return form;
};

/** A problem in one sentence for a message on the page. */
export function inWords(error: unknown): string {
  if (error instanceof ProblemError) return `${error.problem.message} ${error.problem.hint}`;
  return "Something went wrong on this page. Reload it and try again.";
}
