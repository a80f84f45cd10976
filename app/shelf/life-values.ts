import { array, mixed, object, type ObjectSchema, string } from 'yup';
import { type Day, fromDay, isIsoDate } from '../../core/calendar';
import {
  type Child,
  type Enrolment,
  type Life,
  type LifeFrom,
  LIVES,
  type Verdict,
  WORTHS,
} from '../../core/household';
import { lifeEntered, lifeLeftOut, livesAhead } from '../../core/pace';

type Worth = (typeof WORTHS)[number] | '';
/** What the form of an enrolment's life holds. */
export interface LifeValues {
  /** Gone over once more: not, all of it, or its second half. */
  again: '' | 'whole' | 'half';
  life: Life;
  from: string;
  /** From when a paused one is taken up again, where that is known. */
  back: string;
  /** What was entered for days to come. */
  lives: LifeFrom[];
  /** The course that takes its place; empty for none. */
  swap: string;
  verdicts: { childId: string; worth: Worth; text: string }[];
}

/** @param today no change holds from a day before it: what is past was as it was */
export const lifeSchema = (today: Day): ObjectSchema<LifeValues> =>
  object({
    again: string()
      .oneOf(['', 'whole', 'half'] as const)
      .defined(),
    life: string().oneOf(LIVES).required(),
    from: string()
      .defined()
      .test('day', 'Give today or a day to come.', (v) => isIsoDate(v) && v >= fromDay(today)),
    back: string()
      .defined()
      .when(['life', 'from'], {
        is: (life: Life) => life === 'paused',
        then: (s) =>
          s.test('behind', 'Give a day after the one from which it is paused.', (v, { parent }) => {
            const { from } = parent as LifeValues;
            return v === '' || (isIsoDate(v) && v > from);
          }),
      }),
    lives: array().of(mixed<LifeFrom>().required()).defined(),
    swap: string().defined(),
    verdicts: array()
      .of(
        object({
          childId: string().required(),
          worth: string()
            .oneOf(['', ...WORTHS] as const)
            .defined()
            .when('text', {
              is: (text: string) => text.trim() !== '',
              then: (s) => s.test('said', 'Say as well what it was worth.', (v) => v !== ''),
            }),
          text: string().trim().defined().max(2000, 'That is longer than 2,000 letters.'),
        }),
      )
      .defined(),
  });

export const lifeValuesOf = (enrolment: Enrolment, children: readonly Child[], today: Day): LifeValues => ({
  ...{ again: '', life: enrolment.life, from: fromDay(today), back: '', swap: '' },
  lives: livesAhead(enrolment, today).map(({ from, life }) => ({ from: fromDay(from), life })),
  verdicts: children.map(({ id }) => {
    const said = enrolment.verdicts?.find((v) => v.childId === id);
    return { childId: id, worth: said?.worth ?? '', text: said?.text ?? '' };
  }),
});

/** The enrolment as the form has it: what it is, from when and for how long, and what it was worth to whom. */
export function livingOf(enrolment: Enrolment, v: LifeValues, today: Day): Enrolment {
  const { verdicts: before = [], ...rest } = enrolment;
  const verdicts = v.verdicts.flatMap(({ childId, worth, text }): Verdict[] => {
    if (worth === '') return [];
    const old = before.find((o) => o.childId === childId);
    const same = old?.worth === worth && old.text === text;
    return [{ childId, worth, text, date: same ? old.date : fromDay(today) }];
  });
  const put: Enrolment = verdicts.length > 0 ? { ...rest, verdicts } : rest;
  const kept = (enrolment.lives ?? [])
    .filter((l) => !v.lives.some((x) => x.from === l.from))
    .reduce((e, l) => lifeLeftOut(e, l.from), put);
  const changed = v.from > fromDay(today) || v.life !== enrolment.life;
  const living = changed ? lifeEntered(kept, { from: v.from, life: v.life }, today) : kept;
  const back =
    v.life === 'paused' && v.back !== '' ? lifeEntered(living, { from: v.back, life: 'running' }, today) : living;
  if (back.life === 'dropped') return back;
  // What took its place did so only while it is let go.
  const { swappedFor: _, ...own } = back;
  return own;
}
