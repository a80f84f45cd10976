import { writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { writeBackup } from '../core/formats';
import { makeSample } from './make';

const file = join(dirname(fileURLToPath(import.meta.url)), 'household.json');
const text = writeBackup(makeSample());
writeFileSync(file, text);
console.log(`Wrote ${file}, ${text.length} characters.`);
