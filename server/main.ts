import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { makeApp } from './app';

const port = Number(process.env['PORT'] ?? 4173);
const host = process.env['HOST'] ?? '127.0.0.1';
// Another build than the usual may be served, as the tests of an update do.
const dist = process.env['DIST'] ?? join(dirname(fileURLToPath(import.meta.url)), '..', 'dist');

// The simulated services live on this date, for tests that need one; else on today's.
const set = process.env['TODAY'];
const server = makeApp(dist, () => (set ? new Date(`${set}T12:00:00Z`) : new Date())).listen(port, host, () => {
  const address = server.address();
  const at = typeof address === 'object' && address ? address.port : port;
  console.log(`Olden Primer is open at http://${host.includes(':') ? `[${host}]` : host}:${at}`);
});
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} on ${host} is taken. Set another: PORT=${port + 1} npm start`
      : `The server could not start: ${error.message}`,
  );
  process.exit(1);
});
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0));
// Started by another program, it ends with it, however that ends.
process.on('disconnect', () => process.exit(0));
