// `npm start`: install what is missing, build what has changed, serve.
import { spawn } from 'node:child_process';
import { ensureBuilt } from './build.mjs';
import { bin, ensureInstalled, root } from './ensure.mjs';

ensureInstalled();
if (ensureBuilt() !== 0) {
  console.error('The build failed: see the lines above.');
  process.exit(1);
}
const server = spawn(bin('tsx'), ['server/main.ts'], { cwd: root, stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
