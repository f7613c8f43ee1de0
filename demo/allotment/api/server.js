const app = require('./app');

const port = process.env.PORT || 3200;

app.listen(port, '127.0.0.1', () => {
  console.log(`The society answers on port ${port}`);
});
