const express = require('express');
const plots = require('./routes/plots');
const waitingList = require('./routes/waiting-list');
const tools = require('./routes/tools');

const app = express();

app.use(express.json());
app.use('/api/plots', plots);
app.use('/api/waiting-list', waitingList);
app.use('/api/tools', tools);

app.use((request, response) => {
  response.status(404).json({ error: 'There is no such path in this garden.' });
});

// Four arguments make it the error handler: it must stay last.
app.use((error, request, response, next) => {
  console.error(error);
  response.status(500).json({ error: 'Something broke; the committee has been told.' });
});

module.exports = app;
