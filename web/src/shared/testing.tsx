/** What component tests that press and type share: a studio around a component, and a server that answers from a table. */
import type { ReactNode } from "react";

import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { configure, render } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { vi } from "vitest";

import { UndoProvider } from "./undo/UndoProvider";

configure({ asyncUtilTimeout: 10_000 }); // a busy machine takes its time

export type Answer = { status?: number; headers?: Record<string, string>; body?: unknown };
type Asked = { method: string; path: string; search: URLSearchParams; headers: Headers; body: unknown };

/** Answers every request by `METHOD /path` from the table; gives what was asked, in order. */
export function serve(table: Record<string, Answer | ((asked: Asked) => Answer)>): Asked[] {
  const asked: Asked[] = [];
  vi.stubGlobal(
    "fetch",
    vi.fn(async (request: Request) => {
      const { pathname, searchParams } = new URL(request.url, "http://studio");
      const text = await request.clone().text();
      const one = {
        method: request.method,
        path: pathname,
        search: searchParams,
        headers: request.headers,
        body: request.headers.get("Content-Type")?.includes("json") ? (JSON.parse(text) as unknown) : text,
      };
      asked.push(one);
      const entry = table[`${one.method} ${one.path}`];
      const answer = typeof entry === "function" ? entry(one) : (entry ?? { status: 404, body: {} });
      return new Response(
        answer.status === 204 ? null : JSON.stringify(answer.body === undefined ? {} : answer.body),
        {
          status: answer.status ?? 200,
          headers: { "Content-Type": "application/json", ...answer.headers },
        },
      );
    }),
  );
  return asked;
}

/** Styles go where no page has them: the test page would go through all of them for every role that is asked for. */
const unseen = createCache({ key: "css", container: document.createElement("head") });

/** Render inside a studio at an address. */
export function inStudio(children: ReactNode, address = "/paintings/12/areas") {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return {
    queries,
    ...render(
      <CacheProvider value={unseen}>
        <QueryClientProvider client={queries}>
          <MemoryRouter initialEntries={[address]}>
            <UndoProvider>{children}</UndoProvider>
          </MemoryRouter>
        </QueryClientProvider>
      </CacheProvider>,
    ),
  };
}
