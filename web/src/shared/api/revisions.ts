/**
 * Which state of every painting, and of the shelf, this page has seen. Every answer tells what is newest; every change says what
 * it was made on, so that the server can refuse one that is made on an older state. Changes are sent one after another.
 */
import type { Middleware } from "openapi-fetch";

const HEADER = "X-Revisions";

/** Requests that are sent with POST but only ask. */
const ONLY_ASKS =
  /\/(appearance|bench|renew|report|slice|brush|colorimeter|readings-photo|readings-file|login)(\/|$)/;

type Listener = (what: string) => void;

export class Revisions {
  private readonly seen = new Map<string, string>();
  private readonly listeners = new Set<Listener>();
  private readonly ends = new Map<string, () => void>();
  private readonly watchers = new Set<() => void>();
  private last: Promise<void> = Promise.resolve();
  private held = 0;

  /** Call `listener` with `painting-12` or `shelf` whenever an answer tells of another state than the one before. */
  follow(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Take in what an answer says. */
  take(header: string | null) {
    for (const part of header?.split(", ") ?? []) {
      const [what, state] = part.split("=");
      const before = this.seen.get(what ?? "");
      // an answer that was long under way may tell of a state that has passed
      if (!what || !state || before === state || parseInt(state) < parseInt(before ?? "0")) continue;
      this.seen.set(what, state);
      for (const listener of this.listeners) listener(what);
    }
  }

  /** What this page knows: revisions alone, since results that were made in the background are no change of the painter's. */
  get known(): string {
    return [...this.seen].map(([what, state]) => `${what}=${state.split(".")[0]}`).join(", ");
  }

  /** Whether a change is on its way to the server, or waits for its turn. */
  get changing(): boolean {
    return this.ends.size > 0 || this.held > 0;
  }

  /** A change that waits for its turn before it is sent: it is on its way until what is returned is called. */
  hold(): () => void {
    this.held += 1;
    this.watched();
    return () => {
      this.held -= 1;
      this.watched();
    };
  }

  /** Call `watcher` whenever a change begins or ends. */
  readonly watch = (watcher: () => void): (() => void) => {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  };

  /** When the last change that was begun by now has been answered. */
  get answered(): Promise<void> {
    return this.last;
  }

  readonly middleware: Middleware = {
    onRequest: async ({ request, id, schemaPath }) => {
      if (request.method === "GET" || ONLY_ASKS.test(schemaPath)) return undefined;
      const before = this.last;
      this.last = new Promise((done) => this.ends.set(id, done));
      this.watched();
      await before;
      if (this.seen.size) request.headers.set(HEADER, this.known);
      return request;
    },
    onResponse: ({ response, id }) => {
      this.take(response.headers.get(HEADER));
      this.end(id);
    },
    onError: ({ id }) => this.end(id),
  };

  private end(id: string) {
    this.ends.get(id)?.();
    this.ends.delete(id);
    this.watched();
  }

  private watched() {
    for (const watcher of this.watchers) watcher();
  }
}

export const revisions = new Revisions();
