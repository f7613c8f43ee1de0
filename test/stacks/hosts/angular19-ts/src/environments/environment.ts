export const environment = {
  production: false,
  title: 'Plot map (trial)',
};
