/** How long an answer of a registry holds by its own word, in seconds (RFC 9111, section 5.2.2.1): an hour at most. */
export function freshSeconds(cacheControl: string | null): number {
  const seconds = Number(/(?:^|[,\s])max-age=(\d+)/i.exec(cacheControl ?? '')?.[1] ?? 0);
  return /no-(store|cache)/i.test(cacheControl ?? '') ? 0 : Math.min(seconds, 3600);
}
