/** A text as a regular expression that means it literally. */
export function literally(text: string): string {
  return text.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`);
}
