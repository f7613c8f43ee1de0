export interface Lease {
  plot: number
  until: string
}

export const leases: Lease[] = [{ plot: 12, until: '2031' }]
