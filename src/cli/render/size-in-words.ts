/** A size in bytes as people say it, in decimal units (SI): "912 B", "14 kB", "1.2 MB". */
export function sizeInWords(bytes: number): string {
  const units = ['B', 'kB', 'MB', 'GB'];
  let value = bytes;
  let unit = 0;
  while (value >= 999.5 && unit < units.length - 1) {
    value /= 1000;
    unit += 1;
  }
  const digits = unit > 1 && value < 9.95 ? value.toFixed(1) : value.toFixed(0);
  return `${digits} ${units[unit]}`;
}
