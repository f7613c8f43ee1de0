import express, { type NextFunction, type Request, type Response } from 'express';
import { turns } from './routes/turns';

export function makeApp() {
  const app = express();
  app.use(express.json());
  app.use('/turns', turns);
  app.use((error: Error, req: Request, res: Response, next: NextFunction) => {
    if (res.headersSent || req.aborted) next(error);
    else res.status(500).json({ error: error.message });
  });
  return app;
}
