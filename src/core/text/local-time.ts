/** "2026-05-01 17:24:15" where one is, of a moment in ISO 8601; a text that is none stays as it is. */
export function localTime(moment: string): string {
  const time = new Date(moment);
  if (Number.isNaN(time.getTime())) return moment;
  const two = (number: number): string => String(number).padStart(2, '0');
  const day = `${time.getFullYear()}-${two(time.getMonth() + 1)}-${two(time.getDate())}`;
  return `${day} ${two(time.getHours())}:${two(time.getMinutes())}:${two(time.getSeconds())}`;
}
