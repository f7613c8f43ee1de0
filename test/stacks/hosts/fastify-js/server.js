import Fastify from 'fastify';

const server = Fastify({ logger: false });

server.get('/', async () => ({ millimetres: 12 }));

await server.listen({ port: Number(process.env.PORT ?? 3000), host: '127.0.0.1' });
console.log('Rain is counted');
