import { Router } from 'express';

export const keys = Router();

keys.get('/', (_request, response) => {
  response.json(['Gate', 'Shed']);
});
