import type { Day } from '../calendar';
import type { Household, Id, KitPart, Material } from '../household';
import { stock, stoppedBy } from './ledger';
import { type ThingNet, type Way, waysOut } from './shortages';
import { demand, type Use } from './uses';
import { missingPartsWords } from './words';

/** A kit that the plan needs and that is of no use, since a part is missing without which it is. */
export interface StoppedKit {
  material: Material;
  /** The parts that stop it. */
  parts: KitPart[];
  /** The first day on which it is needed, and by whom. */
  day: Day;
  first: Use;
  /** What can be done instead until it is whole, the best first. */
  ways: Way[];
}

/** What serves in the place of a kit of no use, on the days of some of its uses: another thing of which there are enough, or one borrowed. */
export const waysAround = (
  state: Household,
  material: Material,
  uses: readonly Use[],
  onHand: ReadonlyMap<Id, number>,
): Way[] =>
  waysOut(state, material, demand(material, uses), uses, onHand).filter(
    (w) => w.kind === 'instead' || w.kind === 'borrow',
  );

/** Every kit that the plan needs as it stands and that is of no use, the soonest needed first. Its lessons stay where they are. */
export function stoppedKits(state: Household, nets: readonly ThingNet[]): StoppedKit[] {
  const onHand = stock(state);
  return nets
    .flatMap(({ material, uses }): StoppedKit[] => {
      const parts = stoppedBy(material);
      const first = uses[0];
      if (parts.length === 0 || !first) return [];
      const thatDay = uses.filter((u) => u.day === first.day);
      return [{ material, parts, day: first.day, first, ways: waysAround(state, material, thatDay, onHand) }];
    })
    .sort((a, b) => a.day - b.day || a.material.name.localeCompare(b.material.name));
}

/** What is to be bought for a kit, as it is jotted down, no longer than a jotting may be: “pen, for letter board with its pen”. */
export const partsToBuyWords = (material: Pick<Material, 'name' | 'parts'>): string =>
  `${missingPartsWords(stoppedBy(material))}, for ${material.name}`.slice(0, 500);

/** Whether what a kit is of no use without is jotted down to buy, and not bought yet. */
export const isToBuy = (
  { jottings }: Pick<Household, 'jottings'>,
  material: Pick<Material, 'name' | 'parts'>,
): boolean => jottings.some((j) => j.kind === 'buy' && !j.settled && j.text === partsToBuyWords(material));
