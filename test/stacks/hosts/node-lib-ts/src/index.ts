import { rateFor } from './rates.js';

/** The yearly fee of a plot in cents. */
export function fee(squareMetres: number): number {
  return squareMetres * rateFor(squareMetres);
}
