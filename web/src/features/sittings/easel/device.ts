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

/** Let the page work without the network from now on, where the browser can; the service worker keeps scripts and pictures. */
export async function worksOffline(): Promise<boolean> {
  if (!("serviceWorker" in navigator)) return false;
  try {
    await navigator.serviceWorker.register("/sw.js");
    await navigator.storage?.persist?.().catch(() => false);
    return true;
  } catch {
    return false;
  }
}
