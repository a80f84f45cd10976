// Prints the share of test lines among all lines of code that git knows.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './ensure.mjs';

const files = execFileSync(
  'git',
  ['ls-files', '-co', '--exclude-standard', '*.ts', '*.tsx', '*.css', '*.mjs', '*.js'],
  { cwd: root, encoding: 'utf8' },
)
  .split('\n')
  .filter(Boolean);
const isTest = (f) => /\.test\.tsx?$|^e2e\/|\/tests\//.test(f);
const count = (list) => list.reduce((n, f) => n + readFileSync(join(root, f), 'utf8').split('\n').length - 1, 0);
const tests = count(files.filter(isTest));
const all = count(files);
console.log(`Tests are ${tests} of ${all} lines of code: ${((100 * tests) / all).toFixed(1)}% (wanted: 25 to 33%).`);
