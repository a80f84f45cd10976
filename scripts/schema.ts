// `npm run schema`: docs/backup.schema.json, from the checks that read a backup.
import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { backupSchema } from '../core/formats';

const file = fileURLToPath(new URL('../docs/backup.schema.json', import.meta.url));
writeFileSync(file, `${JSON.stringify(backupSchema(), null, 2)}\n`);
console.log(`Wrote ${file}`);
