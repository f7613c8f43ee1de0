const { Router } = require('express');
const plots = require('../data/plots.json');

const router = Router();

router.get('/', (request, response) => {
  const { status } = request.query;
  response.json(status ? plots.filter((plot) => plot.status === status) : plots);
});

router.get('/:number', (request, response) => {
  const plot = plots.find(({ number }) => number === Number(request.params.number));
  if (plot) response.json(plot);
  else response.status(404).json({ error: 'There is no such plot.' });
});

module.exports = router;
