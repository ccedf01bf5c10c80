/** What the device is asked for at the easel: that its screen stays on, and that the page works without the network. */
import { useEffect, useState } from "react";

/** Keep the screen on while the page is in sight; in words why it may go dark, empty where it stays on. */
export function useScreenOn(isWanted: boolean): string {
  const [words, setWords] = useState("");
  useEffect(() => {
    if (!isWanted) return undefined;
    let held: WakeLockSentinel | null = null;
    const ask = async () => {
      if (document.hidden) return;
      if (!("wakeLock" in navigator)) {
        setWords("This browser cannot keep the screen on. Set the device so that it does not go dark.");
        return;
      }
      try {
        held = await navigator.wakeLock.request("screen");
        setWords("");
      } catch {
        setWords("The device did not allow the screen to stay on. Set it so that it does not go dark.");
      }
    };
    const again = () => void ask();
    void ask();
    document.addEventListener("visibilitychange", again);
    return () => {
      document.removeEventListener("visibilitychange", again);
      void held?.release();
    };
  }, [isWanted]);
  return words;
}

/** The names under which the service worker keeps them (`vite.config.ts`). */
const PAGES = "easel-pages";
const PICTURES = "easel-pictures";

const KEEPS_NOTHING = "This browser keeps no page for when the network is gone: leave this one open.";

/** Let the page work without the network from now on, where the browser can; in words why it does not, empty where it does. */
export function useOffline(pictures: string[]): string {
  const [words, setWords] = useState("");
  const asked = pictures.join(" ");
  useEffect(() => {
    let isWanted = true;
    keptHere(asked.split(" ").filter(Boolean))
      .catch(() => "The storage of this device is full: the pictures are here only while the network is.")
      .then((told) => isWanted && setWords(told));
    return () => {
      isWanted = false;
    };
  }, [asked]);
  return words;
}

async function keptHere(pictures: string[]): Promise<string> {
  if (!("serviceWorker" in navigator) || !("caches" in globalThis)) return KEEPS_NOTHING;
  try {
    await navigator.serviceWorker.register("/sw.js");
  } catch {
    return KEEPS_NOTHING;
  }
  await navigator.serviceWorker.ready;
  void navigator.storage?.persist?.();
  const pages = await caches.open(PAGES);
  if (navigator.onLine) await pages.add(location.pathname);
  const kept = await caches.open(PICTURES);
  for (const url of pictures) if (!(await kept.match(url))) await kept.add(url);
  return "";
}
