import { afterEach } from 'vitest';
import fc from 'fast-check';

/**
 * Every `npm test` asks the same questions, so that what fails in it is due to what was changed; `npm run bench` asks new ones each
 * time, many more of them (SEED=new), and any number can be asked for again (SEED=1234).
 */
const asked = process.env['SEED'];
if (asked !== 'new') fc.configureGlobal({ seed: asked ? Number(asked) : 20_261_126 });

// Between two tests the worker answers its runner: a file of nothing but long sums would else be silent for so long, on a slow machine,
// that the runner gives it up though every test of it passes.
afterEach(() => new Promise((done) => setTimeout(done)));
