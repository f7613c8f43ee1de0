// Longer lines nobody reads with ease; narrower screens than this are taken as this wide.
const WIDEST = 120;
const NARROWEST = 40;

/** How many columns the words on the screen may take. Where there is no terminal: as many as are read with ease. */
export function screenWidth(stream: { columns?: number } = process.stdout): number {
  return Math.max(NARROWEST, Math.min(WIDEST, stream.columns || WIDEST));
}
