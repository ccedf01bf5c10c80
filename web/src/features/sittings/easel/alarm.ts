/** A sign that cannot be missed at arm's length: a sound, a shake, and on the page a change of shape. */
import type { Phase } from "./clocks";

let audio: AudioContext | null = null;

/** Browsers let a page sound only after a tap: call this in one. False where there is no sound to be had. */
export function unlockSound(): boolean {
  try {
    audio ??= new AudioContext();
    void audio.resume();
    return true;
  } catch {
    return false;
  }
}

const NOTES: Partial<Record<Phase, number[]>> = {
  closing: [660, 660],
  drying: [660, 440],
  coatable: [440, 660],
};
const NOTE_S = 0.22;
const LOUDNESS = 0.25;

/** Shake the device, and sound where the painter wants it. */
export function alarm(phase: Phase, hasSound: boolean): void {
  const notes = NOTES[phase];
  if (!notes) return;
  if ("vibrate" in navigator) navigator.vibrate([200, 100, 200]);
  if (!hasSound || !audio || audio.state !== "running") return;
  for (const [place, pitch] of notes.entries()) {
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    tone.frequency.value = pitch;
    loud.gain.value = LOUDNESS;
    tone.connect(loud).connect(audio.destination);
    tone.start(audio.currentTime + place * NOTE_S * 1.4);
    tone.stop(audio.currentTime + place * NOTE_S * 1.4 + NOTE_S);
  }
}

export const SIGN: Partial<Record<Phase, string>> = {
  closing: "stops blending soon",
  drying: "blends no more",
  coatable: "takes a coat now",
};
