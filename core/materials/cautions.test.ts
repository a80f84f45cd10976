import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import type { FlatStep } from '../course';
import type { Caution, Child, Presence } from '../household';
import { aChild, anEnrolment } from '../tests/make';
import { cautionsInUse, cautionsOf } from './index';

const TODAY = toDay('2026-09-07');
const said = (caution: Caution, child: Partial<Child>, at?: Parameters<typeof cautionsOf>[3]) =>
  cautionsOf({ children: [aChild('Pip', child)] }, { cautions: [caution] }, TODAY, at)[0]!;
const near = (caution: Caution, child: Partial<Child>) => said(caution, child).near;

describe('cautions', () => {
  // US 16 CFR 1501: toys and articles for children under three; 16 CFR 1262: magnets. Ages beyond those are common practice.
  it('small parts concern whoever is under three, to the day before the birthday, and whoever mouths at any age', () => {
    expect(near('small parts', { born: '2023-09-08' })).toBe(true);
    expect(near('small parts', { born: '2023-09-07' })).toBe(false);
    expect(near('small parts', { born: '2020-01-01', mouths: true })).toBe(true);
    expect(near('small parts', { born: '2024-09-07', mouths: false })).toBe(true);
    expect(said('small parts', { born: '2016-01-01' }).words).toContain('under 3');
  });

  it('magnets stay a danger after the third birthday: under six, unless it is said of this child', () => {
    expect(near('magnets', { born: '2023-09-06' })).toBe(true);
    expect(near('magnets', { born: '2020-09-07' })).toBe(false);
    expect(near('magnets', { born: '2020-09-08' })).toBe(true);
    expect(near('magnets', { born: '2021-01-01', mouths: false })).toBe(false);
    expect(near('magnets', { born: '2016-01-01', mouths: true })).toBe(true);
  });

  it.each(['blades', 'heat'] as const)('%s are for an adult’s hands, and never for work alone', (caution) => {
    const work = (child: Partial<Child>, presence: 'with' | 'alone' = 'with') =>
      said(caution, child, { childIds: ['Pip'], presence });
    expect(work({ born: '2018-01-01' }).words).toContain('not in Pip’s');
    // From twelve on, once the parent has said so for this child; near, never alone.
    expect(work({ born: '2014-09-07' }).words).toContain('not in Pip’s');
    expect(work({ born: '2014-09-08', tools: true }).words).toContain('not in Pip’s');
    expect(work({ born: '2014-09-07', tools: true }).near).toBe(false);
    expect(work({ born: '2014-09-07', tools: true }, 'alone').words).toContain('never alone');
    // The household sets the age: at ten this child may, at sixteen the one of twelve may not.
    const from = (toolsFrom: number, born: string) =>
      cautionsOf(
        { children: [aChild('Pip', { born, tools: true })], settings: { toolsFrom } },
        { cautions: [caution] },
        TODAY,
        {
          ...{ childIds: ['Pip'], presence: 'with' },
        },
      )[0]!.near;
    expect([from(10, '2016-09-07'), from(10, '2016-09-08'), from(16, '2014-09-07')]).toEqual([false, true, true]);
  });

  it('allergens name who is allergic and to what; without anybody they say to read the label', () => {
    expect(said('allergens', { allergies: ['nuts', 'milk'] }).words).toBe(
      'Read the label: Pip is allergic to nuts and milk.',
    );
    expect(said('allergens', {}).words).toContain('read the label');
    expect(said('allergens', { allergies: ['nuts'] }, { childIds: [], presence: 'with' }).near).toBe(false);
  });

  it('forget who has left, and never a caution', () => {
    expect(near('small parts', { born: '2025-01-01', until: '2026-08-31' })).toBe(false);
    const all: Caution[] = ['small parts', 'magnets', 'blades', 'heat', 'allergens'];
    expect(cautionsOf({ children: [] }, { cautions: all }, TODAY).map((c) => c.caution)).toEqual(all);
  });
});

describe('cautions of a thing in use', () => {
  it('are of those who use it and how they work, each said once; nothing where nobody is concerned', () => {
    const children = [
      aChild('A', { name: 'Ann', born: '2012-01-01', tools: true }),
      aChild('B', { name: 'Ben', born: '2018-01-01' }),
    ];
    const use = (childIds: string[], presence: Presence) => ({
      day: toDay('2026-11-11'),
      enrolment: anEnrolment('e', 'c', { childIds }),
      step: { presence } as FlatStep,
    });
    const knife = { cautions: ['blades'] } as const;
    const said = (...uses: ReturnType<typeof use>[]) =>
      cautionsInUse({ children }, { cautions: [...knife.cautions] }, uses);
    expect(said(use(['A'], 'alone'))).toEqual(['Blades: never alone, with an adult near.']);
    expect(said(use(['B'], 'with'), use(['B'], 'with'))).toEqual(['Blades: in an adult’s hands, not in Ben’s.']);
    expect(cautionsInUse({ children }, { cautions: [] }, [use(['B'], 'alone')])).toEqual([]);
  });
});
