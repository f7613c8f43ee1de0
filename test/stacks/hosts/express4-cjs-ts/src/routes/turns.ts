import { Router } from 'express';

export const turns = Router();

turns.get('/', (req, res) => {
  res.vary(req.method);
  res.json([{ week: 14, task: 'Compost' }]);
});
