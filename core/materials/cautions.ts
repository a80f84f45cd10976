import { ageOn, type Day, fromDay, toDay } from '../calendar';
import {
  type Caution,
  type Child,
  type Household,
  type Material,
  type Presence,
  type Settings,
  takerIdsOn,
} from '../household';
import { listing } from '../words';
import type { Use } from './uses';

/** Small parts are kept from children under this age (US 16 CFR 1501; the cylinder of its test is 31.7 mm wide). */
export const SMALL_PARTS_UNDER = 3;
/** Loose strong magnets are kept from whoever puts things in the mouth (US 16 CFR 1262): under this age, while nothing is said. */
export const MAGNETS_UNDER = 6;
/** From this age a child may use blades and heat with an adult near, once the parent has said so (common practice). */
const TOOLS_FROM = 12;

/** The people whom a caution looks at, and what the household says of them. */
type Home = Pick<Household, 'children'> & { settings?: Pick<Settings, 'toolsFrom'> };

/** From which age, in years, children here may use blades and heat with an adult near, once that is said of a child. */
export const toolsFrom = (settings: Pick<Settings, 'toolsFrom'> | undefined): number =>
  settings?.toolsFrom ?? TOOLS_FROM;

/** What to look out for with a thing. */
export interface CautionLine {
  caution: Caution;
  words: string;
  /** It concerns somebody here, or this very work: to be seen, not only found. */
  near: boolean;
}

const isHere = (c: Child, day: Day) => (!c.from || toDay(c.from) <= day) && (!c.until || day <= toDay(c.until));

/**
 * The cautions of a thing on a day, for the children who live in the house, and for work that it is used in. They never hold a lesson
 * up. General words: the maker's warning and local law come first.
 * @param at who does the work and how closely it is watched.
 */
export function cautionsOf(
  { children, settings }: Home,
  { cautions }: Pick<Material, 'cautions'>,
  day: Day,
  at?: { childIds: readonly string[]; presence: Presence },
): CautionLine[] {
  const here = children.filter((c) => isHere(c, day));
  const names = (list: readonly Child[]) => listing(list.map((c) => c.name));
  const line = (caution: Caution, words: string, near: boolean): CautionLine => ({ caution, words, near });
  return cautions.map((caution) => {
    switch (caution) {
      case 'small parts': {
        const kept = here.filter((c) => ageOn(c.born, fromDay(day)) < SMALL_PARTS_UNDER || c.mouths === true);
        return kept.length > 0
          ? line(caution, `Small parts: keep out of reach of ${names(kept)}.`, true)
          : line(caution, `Small parts: not for children under ${SMALL_PARTS_UNDER}.`, false);
      }
      case 'magnets': {
        const kept = here.filter((c) => c.mouths ?? ageOn(c.born, fromDay(day)) < MAGNETS_UNDER);
        return kept.length > 0
          ? line(caution, `Loose magnets are dangerous if swallowed: keep from ${names(kept)}.`, true)
          : line(caution, 'Loose magnets are dangerous if swallowed.', false);
      }
      case 'blades':
      case 'heat': {
        const what = caution === 'blades' ? 'Blades' : 'Heat';
        const users = at ? here.filter((c) => at.childIds.includes(c.id)) : [];
        const may = (c: Child) => (c.tools ?? false) && ageOn(c.born, fromDay(day)) >= toolsFrom(settings);
        const not = users.filter((c) => !may(c));
        if (not.length > 0) return line(caution, `${what}: in an adult’s hands, not in ${names(not)}’s.`, true);
        if (at?.presence === 'alone' && users.length > 0)
          return line(caution, `${what}: never alone, with an adult near.`, true);
        return line(
          caution,
          `${what}: in an adult’s hands.`,
          here.some((c) => ageOn(c.born, fromDay(day)) < toolsFrom(settings)),
        );
      }
      case 'allergens': {
        const meets = (at ? here.filter((c) => at.childIds.includes(c.id)) : here).filter((c) => c.allergies?.length);
        return meets.length > 0
          ? line(
              caution,
              `Read the label: ${meets.map((c) => `${c.name} is allergic to ${listing(c.allergies!)}`).join('; ')}.`,
              true,
            )
          : line(caution, 'Food or other allergens: read the label.', false);
      }
    }
  });
}

/**
 * The cautions of a thing for the work that it is used in: who does it and how closely it is watched; only what concerns somebody, each
 * said once.
 */
export function cautionsInUse(
  state: Home,
  material: Pick<Material, 'cautions'>,
  uses: readonly Pick<Use, 'day' | 'enrolment' | 'step'>[],
): string[] {
  if (material.cautions.length === 0) return [];
  const lines = uses.flatMap(({ day, enrolment, step }) =>
    cautionsOf(state, material, day, { childIds: takerIdsOn(state, enrolment, day), presence: step.presence }),
  );
  return [...new Set(lines.filter((l) => l.near).map((l) => l.words))];
}
