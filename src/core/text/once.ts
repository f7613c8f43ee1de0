/** A function that is worked out when it is first asked, and not again. */
export function once<Value>(make: () => Value): () => Value {
  let made: { value: Value } | undefined;
  return () => (made ??= { value: make() }).value;
}
