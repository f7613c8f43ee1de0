/** A value as an object of members; one without any where it is something else. */
export function recordOf(value: unknown): Record<string, unknown> {
  return isRecord(value) ? value : {};
}

export function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** The members of an object that are texts. Without a prototype, so that no name is taken for one of Object's members. */
export function textsOf(value: unknown): Record<string, string> {
  const result = Object.create(null) as Record<string, string>;
  for (const [key, item] of Object.entries(recordOf(value))) if (typeof item === 'string') result[key] = item;
  return result;
}
