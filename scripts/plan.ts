// `npm run -s plan -- backup.json [--out plan.json] [--today 2026-11-11] [--sweeps 24] [--seed 1]`
import { planCommand } from './plan-command';

const { status, stdout, stderr } = planCommand(process.argv.slice(2));
process.stderr.write(stderr);
process.stdout.write(stdout, () => process.exit(status));
