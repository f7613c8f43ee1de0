/** A text as the value of an attribute in double quotes (HTML Living Standard, section 13.3, "Escaping a string"; `<` for templates). */
export function escapeAttribute(value: string): string {
  return value.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');
}
