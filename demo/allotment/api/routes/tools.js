const { Router } = require('express');

const tools = new Map([
  ['wheelbarrow', { out: false }],
  ['rotavator', { out: true }],
]);
const router = Router();

router.get('/', (request, response) => response.json(Object.fromEntries(tools)));

router.post('/:name/toggle', (request, response) => {
  const tool = tools.get(request.params.name);
  if (!tool) return response.status(404).json({ error: 'There is no such tool in the shed.' });
  tool.out = !tool.out;
  response.json(tool);
});

module.exports = router;
