export const rain = [
  { day: 'Monday', millimetres: 4 },
  { day: 'Tuesday', millimetres: 0 },
]
