import { applied, type Change, type Household, type Put } from '../household';
import { storing } from '../deeds';

export { applied };

/** The household after a deed, as the store leaves it; the same household where the deed is refused. */
export function afterDeed(state: Household, puts: readonly Put[]): Household {
  const settled = storing(state, puts as unknown as Change[]);
  return 'fault' in settled ? state : applied(state, settled.changes);
}
