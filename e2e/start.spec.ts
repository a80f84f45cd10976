import { expect, test } from '@playwright/test';
import { spawn } from 'node:child_process';
import { join } from 'node:path';

const PORT = 4291;

test('npm start serves the app, and is gone with all it started when it is told to stop', async () => {
  const started = spawn('npm', ['start'], {
    cwd: join(import.meta.dirname, '..'),
    env: { ...process.env, PORT: String(PORT) },
    stdio: 'ignore',
  });
  const answers = () =>
    fetch(`http://127.0.0.1:${PORT}/`).then(
      (r) => r.status,
      () => 0,
    );
  await expect.poll(answers, { timeout: 60_000 }).toBe(200);
  started.kill('SIGTERM');
  await expect.poll(answers, { timeout: 10_000 }).toBe(0);
});
