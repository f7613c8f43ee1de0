const { Router } = require('express');

const waiting = [];
const router = Router();

router.get('/', (request, response) => response.json(waiting));

router.post('/', (request, response) => {
  const { wish } = request.body ?? {};
  if (typeof wish !== 'string' || wish.length > 200) return response.status(400).json({ error: 'Say what you wish for.' });
  const entry = { place: waiting.length + 1, wish };
  waiting.push(entry);
  response.status(201).json(entry);
});

module.exports = router;
