import type { Requirement } from '../../core/household';
import { count } from '../ui/words';

/** What is required, in words: "172 days and 688 hours". */
export function requirementWords({ days, hours, meets }: Requirement): string {
  const parts = [days !== undefined && count(days, 'day'), hours !== undefined && count(hours, 'hour')].filter(
    (w) => w !== false,
  );
  return parts.length === 0 ? 'nothing' : parts.join(meets === 'both' ? ' and ' : ' or ');
}
