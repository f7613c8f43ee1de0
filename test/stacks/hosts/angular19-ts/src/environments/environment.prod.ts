export const environment = {
  production: true,
  title: 'Plot map',
};
