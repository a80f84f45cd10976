import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { thingsOfCourse } from '../deeds';
import { type Household, type WayKey, wayOf, type Ways, WAYS } from '../household';
import { afterWords, readyBy } from '../materials';
import { choosingOf, proposedFor } from '../sitdown';
import { makePlan, makeProblem } from '../stagger';
import { aChild, aCourse, aHousehold, anEnrolment } from '../tests/make';
import { chosenWords, QUESTIONS, withWay } from './index';

const TODAY = toDay('2026-09-07');
const home = (ways: Ways = {}, change: Partial<Household> = {}): Household => {
  const h = aHousehold(change);
  return { ...h, settings: { ...h.settings, ways } };
};

describe('where families differ', () => {
  it('there are seventeen questions, each once, with its schools, what is usual, why, and what a choice changes', () => {
    expect(QUESTIONS).toHaveLength(17);
    expect(new Set(QUESTIONS.map((q) => q.key)).size).toBe(17);
    const h = aHousehold();
    for (const q of QUESTIONS) {
      expect(q.schools.length).toBeGreaterThan(1);
      expect([q.usual, q.why, q.changes].every((w) => w.length > 0)).toBe(true);
      expect(chosenWords(q, h, h.years[0])).not.toBe('');
      // Answered here or elsewhere, never in both places and never nowhere.
      expect([q.way, q.at].filter(Boolean)).toHaveLength(1);
    }
  });

  it('each answer of this page has words; the usual one is not written down', () => {
    const { settings } = aHousehold();
    for (const key of Object.keys(WAYS) as WayKey[]) {
      const question = QUESTIONS.find((q) => q.way?.key === key)!;
      for (const answer of WAYS[key]) {
        expect(question.way!.words[answer]).toBeTruthy();
        const next = withWay(settings, key, answer);
        expect(wayOf(next, key)).toBe(answer);
        expect(withWay(next, key, WAYS[key][0])).toEqual(settings);
      }
    }
  });

  it('an answer holds for courses that say nothing themselves', () => {
    const course = aCourse('c');
    const ready = (ways: Ways, c = course) => readyBy(home(ways), undefined, c, TODAY) - TODAY;
    expect([ready({}), ready({ ahead: 'lesson' }), ready({ ahead: 'lesson' }, { ...course, ahead: 'week' })]).toEqual([
      -7, -1, -7,
    ]);
    const parts = [{ id: 'w', kind: 'workbook' as const, title: 'Workbook' }];
    const things = (ways: Ways) =>
      thingsOfCourse(home(ways, { courses: [{ ...course, parts }] }), 'c').flatMap((p) =>
        'put' in p && p.table === 'materials' ? [[p.put.consumable, p.put.copied ?? false]] : [],
      );
    expect([things({}), things({ writing: 'copy' })]).toEqual([[[true, false]], [[false, true]]]);
  });

  it('a course that is short of days is doubled, or leaves out what is optional, where the household does so', () => {
    const course = aCourse('c', { lessons: 40, perLesson: [{ kind: 'practise', count: 1 }] });
    const h = (ways: Ways) =>
      home(ways, {
        children: [aChild('A')],
        courses: [course],
        enrolments: [anEnrolment('e', 'c', { rule: { kind: 'weekly', n: 3, unit: 'steps' } })],
      });
    const proposed = (ways: Ways, hand: number | undefined) => {
      const state = h(ways);
      const plan = makePlan(makeProblem(state, state.years[0]!, TODAY), { sweeps: 1, seed: 1 });
      return proposedFor(state, hand, choosingOf(state, state.years[0]!, plan, state.enrolments[0]!, TODAY));
    };
    expect(proposed({}, -3)).toBeUndefined();
    expect(proposed({ behind: 'double' }, -3)).toBe('double');
    expect(proposed({ behind: 'double' }, 2)).toBeUndefined();
    // Nothing is optional: there is nothing to leave out.
    expect(proposed({ behind: 'drop' }, -3)).toBeUndefined();
  });

  it('what everybody has finished is kept for a younger child, else it goes', () => {
    const children = [aChild('A', { born: '2015-01-01' }), aChild('B', { name: 'Bo', born: '2018-01-01' })];
    const state = (ways: Ways, own: Partial<Household> = {}) =>
      home(ways, {
        ...{ children, courses: [aCourse('c')] },
        enrolments: [anEnrolment('e', 'c', { childIds: ['A'], life: 'finished' })],
        ...own,
      });
    const words = (h: Household) => afterWords(h, h.courses[0]!, TODAY);
    expect(words(state({}))).toBe('Everybody has finished it: keep it for Bo.');
    const given = { ...state({}), enrolments: state({}).enrolments.map((e) => ({ ...e, life: 'dropped' as const })) };
    expect(words(given)).toBe('Nobody takes it any more: keep it for Bo.');
    expect(words(state({ after: 'sell' }))).toBe(
      'Everybody has finished it: it can be sold (complete, as far as is known), unless Bo is to have it.',
    );
    expect(words(state({}, { children: children.slice(0, 1) }))).toContain('nobody younger will want it');
    expect(words(state({}, { enrolments: [anEnrolment('e', 'c')] }))).toBe('');
  });
});
