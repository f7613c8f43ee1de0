export function rateFor(squareMetres: number): number {
  return squareMetres > 200 ? 38 : 45;
}
