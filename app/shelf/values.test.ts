import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../../core/calendar';
import { readBackup } from '../../core/formats';
import { byId, childrenOf, type Household } from '../../core/household';
import { awayOf, awayValues, schema as awaySchema } from '../year/away-values';
import { boughtSchema, boughtValues, withBought } from './bought-values';
import { choicesSchema, choicesValues, choosing } from './choices-values';
import { lifeSchema, lifeValuesOf, livingOf } from './life-values';
import { ritualOf, ritualSchema, ritualValues } from './ritual-values';

const TODAY = toDay('2026-11-13');
const read = (url: URL): Household => {
  const reading = readBackup(readFileSync(url, 'utf8'));
  if ('fault' in reading) throw new Error(reading.fault);
  return reading.backup.household;
};
const fixtures = new URL('../../core/formats/fixtures/', import.meta.url);
const households = [
  ['the sample', read(new URL('../../demo/household.json', import.meta.url))],
  ...readdirSync(fixtures)
    .filter((name) => name.startsWith('version-5'))
    .map((name) => [name, read(new URL(name, fixtures))] as const),
] as const;

describe.each(households)('a form that is opened and kept as it is changes nothing of %s', (_, household) => {
  it('how an enrolment takes its book', () => {
    for (const e of household.enrolments) {
      const course = byId(household.courses, e.courseId)!;
      const values = choicesValues(course, e);
      expect(choicesSchema.validateSync(values)).toEqual(values);
      const kept = choosing(e, course, values);
      // What the form tells in its own order is the same.
      expect({ ...kept, presences: undefined, variant: e.variant }).toEqual({
        ...e,
        presences: undefined,
        variant: e.variant,
      });
      expect(new Set(kept.presences)).toEqual(new Set(e.presences));
    }
  });

  it('whether it is taken, and what it was worth', () => {
    for (const e of household.enrolments) {
      const values = lifeValuesOf(e, childrenOf(household, e), TODAY);
      expect(lifeSchema(TODAY).validateSync(values)).toEqual(values);
      expect(livingOf(e, values, TODAY)).toEqual(e);
    }
  });

  it('everyday things, chores and extras', () => {
    for (const r of household.rituals) {
      const values = ritualValues(r, r.sort, { childIds: [], teacherId: '', weekdays: [], date: fromDay(TODAY) });
      expect(ritualSchema(r.sort, '').validateSync(values)).toEqual(values);
      expect(ritualOf(values, r.id, r, r.sort, fromDay(TODAY))).toEqual(r);
    }
  });

  it('who is away', () => {
    for (const block of household.aways) {
      const values = awayValues(block, fromDay(TODAY), fromDay(TODAY));
      expect(awaySchema.validateSync(values)).toEqual(values);
      expect(awayOf(values, block.id, block)).toEqual(block);
    }
  });

  it('what was bought', () => {
    for (const course of household.courses) {
      const values = boughtValues(course);
      expect(boughtSchema.validateSync(values)).toEqual(values);
      expect(withBought(course, values)).toEqual(course);
    }
  });
});

describe('a pause that is entered', () => {
  const [, household] = households[0];
  const e = household.enrolments.find((x) => x.life === 'running' && x.rule.kind !== 'loop')!;
  const values = lifeValuesOf(e, [], TODAY);
  const of = (change: Partial<typeof values>) => livingOf(e, { ...values, ...change }, TODAY);

  it('holds at once, from a day to come, or until another', () => {
    expect(of({ life: 'paused' })).toEqual({ ...e, life: 'paused' });
    expect(of({ life: 'paused', back: '2027-01-11' })).toEqual({
      ...e,
      life: 'paused',
      lives: [{ from: '2027-01-11', life: 'running' }],
    });
    const ahead = of({ life: 'paused', from: '2027-03-01', back: '2027-03-15' });
    expect(ahead).toEqual({
      ...e,
      lives: [
        { from: '2027-03-01', life: 'paused' },
        { from: '2027-03-15', life: 'running' },
      ],
    });
    // Left out again it was never there.
    const opened = lifeValuesOf(ahead, [], TODAY);
    expect(livingOf(ahead, { ...opened, lives: opened.lives.slice(1) }, TODAY)).toEqual(e);
  });

  it('ends after it begins, and begins today at the earliest', () => {
    const faults = (change: Partial<typeof values>) =>
      lifeSchema(TODAY)
        .validate({ ...values, life: 'paused', ...change })
        .then(
          () => '',
          (wrong: Error) => wrong.message,
        );
    return Promise.all([
      faults({ from: '2026-11-12' }),
      faults({ from: '2027-03-01', back: '2027-03-01' }),
      faults({}),
    ]).then((said) =>
      expect(said).toEqual(['Give today or a day to come.', 'Give a day after the one from which it is paused.', '']),
    );
  });
});
