export const seeds = [
  { id: 1, name: 'Runner beans' },
  { id: 2, name: 'Marigold' },
];
