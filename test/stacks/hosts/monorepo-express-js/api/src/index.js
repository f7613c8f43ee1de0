import { fileURLToPath } from 'node:url';
import path from 'node:path';
import express from 'express';

const here = path.dirname(fileURLToPath(import.meta.url));
const __dirname = here;
const app = express();

app.set('views', path.join(__dirname, 'views'));
app.set('view engine', 'ejs');
app.get('/', (req, res) => res.render('plots', { plots: [7, 12] }));
app.get('*splat', (req, res) => res.status(404).send('No such plot'));

app.listen(process.env.PORT ?? 3000, '127.0.0.1');
