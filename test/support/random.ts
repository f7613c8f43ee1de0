import fc from 'fast-check';

/** Gives numbers from 0 to 1 without end, the same ones for the same seed. */
export function randomFrom(seed: number): () => number {
  const million = fc.noBias(fc.integer({ min: 0, max: 999_999 }));
  let round = seed;
  let left: number[] = [];
  return () => {
    if (left.length === 0) left = fc.sample(million, { seed: round++, numRuns: 40 });
    return (left.pop() ?? 0) / 1_000_000;
  };
}
