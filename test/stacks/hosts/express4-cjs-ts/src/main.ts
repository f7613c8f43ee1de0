import 'dotenv/config';
import { makeApp } from './app';

const port = Number(process.env.PORT ?? 3000);

makeApp().listen(port, '127.0.0.1', () => {
  console.log(`Rota on port ${port}`);
});
