import { cautionsOf } from '../../core/materials';
import type { Material } from '../../core/household';
import { useHousehold } from '../shell/household';

/** What to look out for with a thing: what concerns somebody here; with `all`, what is said of it in general as well. */
export function Cautions({ material, all = false }: { material: Material; all?: boolean }) {
  const { household, today } = useHousehold();
  return cautionsOf(household, material, today)
    .filter((c) => all || c.near)
    .map((c) => (
      <span key={c.caution} className="block text-aside">
        ⚠ {c.words}
      </span>
    ));
}
