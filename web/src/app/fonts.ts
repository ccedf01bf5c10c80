/** The face of the page. */
export const FACE = '"Atkinson Hyperlegible Next Variable"';

/** Resolves when the face can be drawn in the weights that are used, also where it cannot be had. */
export const fontReady = (): Promise<unknown> =>
  Promise.all(["400", "680"].map((weight) => document.fonts.load(`${weight} 16px ${FACE}`))).catch(
    () => null,
  );
