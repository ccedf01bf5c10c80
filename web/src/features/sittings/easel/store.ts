/** What a device keeps of the easel: how it stands, the list of work, the studio's time, and acts that wait to be sent. */
import { openDB, type DBSchema, type IDBPDatabase } from "idb";

import type { Base } from "./deviceClock";
import type { ActIn, EaselState, TakenList } from "./queries";

export interface Kept {
  easel: EaselState;
  list: TakenList | null;
  base: Base;
}

/** An act that waits; `photo` is what has to be sent before it. */
export interface Waiting {
  painting: number;
  act: ActIn;
  photo?: Blob;
}

interface Shelves extends DBSchema {
  easels: { key: number; value: Kept };
  acts: { key: string; value: Waiting; indexes: { painting: number } };
  device: { key: string; value: string | number };
}

let database: Promise<IDBPDatabase<Shelves>> | null = null;

const opened = () =>
  (database ??= openDB<Shelves>("easel", 1, {
    upgrade(db) {
      db.createObjectStore("easels");
      db.createObjectStore("acts", { keyPath: "act.id" }).createIndex("painting", "painting");
      db.createObjectStore("device");
    },
  }));

export const kept = async (painting: number): Promise<Kept | undefined> =>
  (await opened()).get("easels", painting);

export const keep = async (painting: number, what: Kept): Promise<void> => {
  await (await opened()).put("easels", what, painting);
};

/** Acts that wait, in the order in which they were done. */
export const waiting = async (painting: number): Promise<Waiting[]> => {
  const found = await (await opened()).getAllFromIndex("acts", "painting", painting);
  return found.sort((one, other) => (one.act.seq ?? 0) - (other.act.seq ?? 0));
};

export const queue = async (one: Waiting): Promise<void> => {
  await (await opened()).put("acts", one);
};

export const sent = async (ids: string[]): Promise<void> => {
  const transaction = (await opened()).transaction("acts", "readwrite");
  await Promise.all([...ids.map((id) => transaction.store.delete(id)), transaction.done]);
};

/** The device's name for itself, made once; and its count of acts, which goes on through reloads and in every tab. */
export const deviceName = async (): Promise<string> => {
  const db = await opened();
  const known = await db.get("device", "name");
  if (typeof known === "string") return known;
  const name = `device-${randomId()}`;
  await db.put("device", name, "name");
  return name;
};

export const nextCount = async (): Promise<number> => {
  const transaction = (await opened()).transaction("device", "readwrite");
  const before = await transaction.store.get("count");
  const count = (typeof before === "number" ? before : 0) + 1;
  await transaction.store.put(count, "count");
  await transaction.done;
  return count;
};

/** An id that no other device makes; also where the page has no secure context. */
export const randomId = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, "0")).join(
    "",
  );

/** Somebody else may use this device next: what it shows is forgotten, what waits to be sent is not. */
export const forgetPictures = async (): Promise<void> => {
  if ("caches" in globalThis)
    await Promise.all(["easel-pages", "easel-pictures"].map((name) => caches.delete(name)));
  await (await opened()).clear("easels");
};

/** For tests: forget the open database. */
export const closed = async (): Promise<void> => {
  (await database)?.close();
  database = null;
};
