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

/** Two objects as one: lists of one name are joined, objects too; of other values the second counts. */
export function joinedRecords<Part extends Record<string, unknown>>(one: Part, other: Part): Part {
  const both: Record<string, unknown> = { ...one };
  for (const [key, value] of Object.entries(other)) {
    const had = both[key];
    if (Array.isArray(had) && Array.isArray(value))
      both[key] = [...new Set([...(had as unknown[]), ...(value as unknown[])])];
    else if (isRecord(had) && isRecord(value)) both[key] = joinedRecords(had, value);
    else both[key] = value;
  }
  return both as Part;
}
