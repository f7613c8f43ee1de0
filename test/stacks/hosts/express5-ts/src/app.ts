import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import { keys } from './routes/keys.js';

export function createApp(): Express {
  const app = express();

  app.use(express.json());
  app.use('/keys', keys);

  app.use((_request: Request, response: Response) => {
    response.status(404).json({ error: 'There is no such key.' });
  });

  app.use((error: Error, _request: Request, response: Response, _next: NextFunction) => {
    response.status(500).json({ error: error.message });
  });

  return app;
}
