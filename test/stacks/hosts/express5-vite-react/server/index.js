import { fileURLToPath } from 'node:url';
import express from 'express';
import { seeds } from './seeds.js';

const app = express();
const port = Number(process.env.PORT ?? 3000);
const client = fileURLToPath(new URL('../dist', import.meta.url));

app.use(express.json());

app.get('/api/seeds', (req, res) => {
  res.json(seeds);
});

app.use(express.static(client));

app.use((req, res) => {
  res.status(404).json({ error: 'There is nothing here.' });
});

app.listen(port, '127.0.0.1', () => {
  console.log(`Seed swap on port ${port}`);
});
