// `npm start`: install what is missing, build what has changed, serve.
import { spawn } from 'node:child_process';
import { ensureBuilt } from './build.mjs';
import { ensureInstalled, root } from './ensure.mjs';

ensureInstalled();
if (ensureBuilt() !== 0) {
  console.error('The build failed: see the lines above.');
  process.exit(1);
}
// Without a program in between: a signal goes to the server itself, and the line between the two tells it when this one is gone.
const server = spawn(process.execPath, ['--import', 'tsx', 'server/main.ts'], {
  cwd: root,
  stdio: ['inherit', 'inherit', 'inherit', 'ipc'],
});
// npm may be ended without its script being told: then this process has another parent.
const parent = process.ppid;
setInterval(() => process.ppid !== parent && server.kill('SIGTERM'), 500).unref();
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
