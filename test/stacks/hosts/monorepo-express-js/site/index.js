export const title = 'Plots';
