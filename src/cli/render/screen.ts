// Longer lines nobody reads with ease; narrower screens than this are taken as this wide.
const WIDEST = 120;
const NARROWEST = 40;

/** How many columns the words on the screen may take. Where there is no terminal: as many as are read with ease. */
export function screenWidth(stream: { columns?: number } = process.stdout): number {
  return Math.max(NARROWEST, Math.min(WIDEST, stream.columns || WIDEST));
}

// Sentences are read in shorter lines than code.
const WIDEST_TEXT = 100;

/** How many columns a sentence that is set in may take. */
export function textWidth(): number {
  return Math.min(WIDEST_TEXT, screenWidth() - 2);
}
