import { createServer } from 'node:http';

const warnings = [{ night: '2026-04-12', degrees: -2 }];

const server = createServer((request, response) => {
  response.setHeader('content-type', 'application/json');
  response.end(JSON.stringify(request.url === '/' ? warnings : { error: 'There is nothing here.' }));
});

server.listen(process.env.PORT ?? 3000, '127.0.0.1', () => console.log('Watching the frost'));
