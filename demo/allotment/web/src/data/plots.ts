export interface Plot {
  number: number
  squareMetres: number
  status: 'free' | 'let' | 'resting'
  soil: string
}

export const plots: Plot[] = [
  { number: 1, squareMetres: 125, status: 'let', soil: 'loam' },
  { number: 2, squareMetres: 250, status: 'let', soil: 'clay' },
  { number: 3, squareMetres: 125, status: 'resting', soil: 'sand' },
  { number: 4, squareMetres: 180, status: 'free', soil: 'loam' },
]
