import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { toDay } from '../calendar';
import { MARK_KINDS, type Mark } from '../household';
import { aChild, aCourse, aHousehold, aMark, anEnrolment } from '../tests/make';
import {
  carryMarks,
  compareMarks,
  entryText,
  foldMarks,
  marksByEnrolment,
  markRow,
  markRows,
  nextSeq,
  readMinutes,
  readScore,
  recordLines,
  standingsOf,
  withEntry,
  workedDays,
  writeScore,
} from './index';

const markArbitrary = fc
  .record({
    id: fc.uuid(),
    stepId: fc.constantFrom('s1', 's2', 's3'),
    childId: fc.option(fc.constantFrom('A', 'B'), { nil: undefined }),
    day: fc.integer({ min: 1, max: 5 }),
    seq: fc.integer({ min: 0, max: 4 }),
    kind: fc.constantFrom(...MARK_KINDS),
  })
  .map(({ day, childId, ...m }): Mark => ({
    ...m,
    enrolmentId: 'e',
    date: `2026-10-0${day}`,
    ...(childId ? { childId } : {}),
  }));

describe('the fold of the log', () => {
  it('gives one standing whatever order the marks arrive in', () => {
    fc.assert(
      fc.property(
        fc
          .uniqueArray(markArbitrary, { selector: (m) => m.id, maxLength: 20 })
          .chain((marks) => fc.tuple(fc.constant(marks), fc.shuffledSubarray(marks, { minLength: marks.length }))),
        ([marks, shuffled]) => {
          expect(foldMarks(shuffled)).toEqual(foldMarks(marks));
          expect([...shuffled].sort(compareMarks)).toEqual([...marks].sort(compareMarks));
        },
      ),
    );
  });

  it('settles by the last mark about the enrolment; marks about one child never do', () => {
    fc.assert(
      fc.property(fc.uniqueArray(markArbitrary, { selector: (m) => m.id, maxLength: 20 }), (marks) => {
        for (const [stepId, standing] of foldMarks(marks)) {
          const own = marks.filter((m) => m.stepId === stepId && m.childId === undefined).sort(compareMarks);
          const last = own.at(-1)?.kind;
          const settled = last === 'done' || last === 'known' || last === 'left out';
          expect(standing.state).toBe(settled ? last : 'open');
        }
      }),
    );
  });

  const fold = (...marks: Mark[]) => foldMarks(marks).get('s1')!;
  const on = (kind: Mark['kind'], date: string, more: Partial<Mark> = {}) => aMark('e', 's1', kind, date, more);

  it('spends a sitting on “again” only when the step was still open', () => {
    expect(fold(on('again', '2026-10-01'))).toMatchObject({ state: 'open', sat: [toDay('2026-10-01')] });
    const reopened = fold(on('done', '2026-10-01'), on('again', '2026-10-02'));
    expect(reopened).toMatchObject({ state: 'open', sat: [toDay('2026-10-01')] });
  });

  it('keeps what is left of a step marked partly until it is done', () => {
    expect(fold(on('partly', '2026-10-01', { minutesLeft: 7 })).minutesLeft).toBe(7);
    expect(fold(on('partly', '2026-10-01', { minutesLeft: 7 }), on('done', '2026-10-02')).minutesLeft).toBeUndefined();
    expect(fold(on('partly', '2026-10-01', { minutesLeft: 7 }), on('not today', '2026-10-02')).minutesLeft).toBe(7);
  });

  it('lists children who missed a sitting until they have caught up', () => {
    const missed = [
      on('done', '2026-10-01'),
      on('missed', '2026-10-01', { childId: 'A' }),
      on('missed', '2026-10-01', { childId: 'B' }),
    ];
    const who = (...marks: Mark[]) => fold(...marks).missed.map((m) => m.childId);
    expect(who(...missed)).toEqual(['A', 'B']);
    expect(who(...missed, on('done', '2026-10-05', { childId: 'A' }))).toEqual(['B']);
    // Begun without them and shown known since, nobody has it to catch up with; on the very day it was shown they missed it.
    const begun = [on('partly', '2026-10-01'), on('missed', '2026-10-01', { childId: 'A' })];
    expect([who(...begun), who(...begun, on('known', '2026-10-02'))]).toEqual([['A'], []]);
    expect(who(on('known', '2026-10-01'), on('missed', '2026-10-01', { childId: 'A' }))).toEqual(['A']);
    // Put back and taught all over again, it was missed by those alone who were not there then.
    const again = [...missed, on('again', '2026-10-06'), on('done', '2026-10-07')];
    expect(who(...again)).toEqual([]);
    expect(fold(...again, on('missed', '2026-10-07', { childId: 'B' })).missed).toEqual([
      { childId: 'B', day: toDay('2026-10-07') },
    ]);
    // Said to be missed on a day on which nobody did it.
    expect([who(missed[1]!), who(missed[1]!, on('done', '2026-10-02'))]).toEqual([[], []]);
    expect(fold(...missed, on('missed', '2026-10-03', { childId: 'A' })).missed[0]!.day).toBe(toDay('2026-10-01'));
    // So it was where it was begun one day and ended another, and put off in between.
    const twice = [...missed, on('again', '2026-10-06'), on('not today', '2026-10-07'), on('partly', '2026-10-08')];
    expect(who(...twice, on('done', '2026-10-09'))).toEqual([]);
    // The rest alone was done together: what they missed is the first part.
    expect(who(on('partly', '2026-10-01'), missed[1]!, on('done', '2026-10-02'))).toEqual(['A']);
  });

  it('tells worked days from days on which nothing was done', () => {
    const days = workedDays([on('done', '2026-10-01'), on('not today', '2026-10-02'), on('known', '2026-10-05')]);
    expect([...days]).toEqual([toDay('2026-10-01'), toDay('2026-10-05')]);
  });
});

describe('marking', () => {
  const state = aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
  const wish = { enrolmentId: 'e', stepId: 'L1-1', date: '2026-10-01', kind: 'done' as const };

  it('makes one mark a step and date: marking again changes it and keeps its details', () => {
    const first = { ...markRow(state, wish, 'm1'), minutes: 12, note: 'well' };
    expect(first).toMatchObject({ id: 'm1', seq: 1, kind: 'done' });
    const marked = { ...state, marks: [first] };
    expect(markRow(marked, { ...wish, kind: 'again' }, 'm2')).toEqual({ ...first, kind: 'again' });
    expect(markRow(marked, { ...wish, date: '2026-10-02' }, 'm2')).toMatchObject({ id: 'm2', seq: 2 });
    expect(markRow(marked, { ...wish, childId: 'A', kind: 'missed' }, 'm2')).toMatchObject({ id: 'm2', childId: 'A' });
    expect(nextSeq(marked.marks)).toBe(2);
  });

  it('changes the mark that decides, should two tabs have marked the step at the same moment', () => {
    const two = [
      aMark('e', 'L1-1', 'again', '2026-10-01', { id: 'b', seq: 4 }),
      aMark('e', 'L1-1', 'done', '2026-10-01', { id: 'a', seq: 3 }),
    ];
    const known = markRow({ ...state, marks: two }, { ...wish, kind: 'known' }, 'new');
    expect(known).toMatchObject({ id: 'b', kind: 'known' });
    expect(foldMarks([two[1]!, known]).get('L1-1')!.state).toBe('known');
  });

  it('reads minutes and scores as they are written, and says what is wrong in words', () => {
    expect([readScore('17/20'), readScore(' 17 of 20 '), readScore('85%'), readScore('8,5/10'), readScore('')]).toEqual(
      [{ got: 17, of: 20 }, { got: 17, of: 20 }, { got: 85, of: 100 }, { got: 8.5, of: 10 }, null],
    );
    for (const bad of ['21/20', '5/0', 'good', '101%', '-1/5']) expect(typeof readScore(bad)).toBe('string');
    expect([readMinutes('15'), readMinutes('')]).toEqual([15, null]);
    for (const bad of ['0', '1.5', 'ten', '601']) expect(typeof readMinutes(bad)).toBe('string');
    expect([writeScore({ got: 17, of: 20 }), writeScore({ got: 85, of: 100 })]).toEqual(['17/20', '85%']);
  });

  it('puts details on a mark and takes them off, never into the future', () => {
    const mark = markRow(state, wish, 'm1');
    const text = { ...entryText(mark, '2026-10-01'), minutes: '20', score: '9/10', note: ' neat ' };
    const entry = withEntry(mark, text, '2026-10-02');
    expect(entry).toEqual({ mark: { ...mark, minutes: 20, score: { got: 9, of: 10 }, note: 'neat' } });
    const full = 'mark' in entry ? entry.mark : mark;
    expect(withEntry(full, { ...entryText(full, ''), minutes: '', score: '', note: '' }, '2026-10-02')).toEqual({
      mark,
    });
    expect(withEntry(mark, { ...text, date: '2026-10-03', minutes: 'x' }, '2026-10-02')).toMatchObject({
      faults: { minutes: expect.any(String), date: 'A mark cannot lie in the future.' },
    });
  });
});

describe('details that belong to one kind of mark', () => {
  const state = aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
  const wish = { enrolmentId: 'e', stepId: 'L1-1', date: '2026-10-01', kind: 'partly' as const };

  it('what is left in words stays with “partly”, goes with anything else', () => {
    const mark = markRow(state, wish, 'm1');
    const entry = withEntry(mark, { ...entryText(mark, ''), left: ' page 9 ', minutesLeft: '6' }, '2026-10-02');
    expect(entry).toEqual({ mark: { ...mark, left: 'page 9', minutesLeft: 6 } });
    const full = 'mark' in entry ? entry.mark : mark;
    expect(foldMarks([full]).get('L1-1')).toMatchObject({ state: 'open', left: 'page 9' });
    const done = markRow({ ...state, marks: [full] }, { ...wish, kind: 'done' }, 'm2');
    expect(done).not.toHaveProperty('left');
    expect(foldMarks([full, { ...done, date: '2026-10-02', id: 'm2' }]).get('L1-1')).not.toHaveProperty('left');
    expect(withEntry({ ...full, kind: 'done' }, entryText(full, ''), '2026-10-02')).toMatchObject({
      mark: { id: 'm1', enrolmentId: 'e', stepId: 'L1-1', date: '2026-10-01', seq: 1, kind: 'done' },
    });
  });

  it('moving on stays with “again”, a proof with “known” and “again”', () => {
    const again = markRow(state, { ...wish, kind: 'again', goOn: true }, 'm1');
    expect(again).toMatchObject({ goOn: true });
    expect(foldMarks([again]).get('L1-1')).toMatchObject({ state: 'open', deferred: true });
    const mended = withEntry({ ...again, kind: 'done' }, entryText(again, ''), '2026-10-02');
    expect('mark' in mended && mended.mark).not.toHaveProperty('goOn');
    const known = { ...markRow(state, { ...wish, kind: 'known' }, 'm2'), proofId: 'p' };
    const kept = withEntry(known, entryText(known, ''), '2026-10-02');
    expect('mark' in kept && kept.mark.proofId).toBe('p');
    expect(markRow({ ...state, marks: [known] }, { ...wish, kind: 'done' }, 'm3')).not.toHaveProperty('proofId');
  });
});

describe('the record', () => {
  it('is newest first, and a child’s own holds neither what they missed nor others’ work', () => {
    const state = aHousehold({
      children: [aChild('A'), aChild('B')],
      courses: [aCourse('c')],
      enrolments: [anEnrolment('both', 'c', { childIds: ['A', 'B'] }), anEnrolment('b', 'c', { childIds: ['B'] })],
      marks: [
        aMark('both', 'L1-1', 'done', '2026-10-01'),
        aMark('both', 'L1-1', 'missed', '2026-10-01', { childId: 'B' }),
        aMark('b', 'gone', 'done', '2026-10-02'),
      ],
    });
    expect(recordLines(state).map((l) => [l.mark.date, l.step?.id])).toEqual([
      ['2026-10-02', undefined],
      ['2026-10-01', 'L1-1'],
      ['2026-10-01', 'L1-1'],
    ]);
    expect(recordLines(state, { childId: 'A' }).map((l) => l.mark.kind)).toEqual(['done']);
    expect(recordLines(state, { courseId: 'nothing' })).toEqual([]);
  });
});

describe('what is carried over when a few marks change', () => {
  const kinds = ['done', 'known', 'partly', 'again', 'not today'] as const;
  const mark = fc.record({
    id: fc.integer({ min: 0, max: 12 }).map((n) => `m${n}`),
    enrolmentId: fc.constantFrom('e', 'f', 'g'),
    stepId: fc.constantFrom('s1', 's2'),
    kind: fc.constantFrom(...kinds),
    date: fc.integer({ min: 1, max: 28 }).map((d) => `2026-10-${String(d).padStart(2, '0')}`),
    seq: fc.nat(20),
  });
  const list = fc.uniqueArray(mark, { selector: (m) => m.id, maxLength: 10 });

  it('is what telling everything anew would give', () => {
    fc.assert(
      fc.property(list, list, (before, put) => {
        const ids = new Set(put.map((m) => m.id));
        const after = [...before.filter((m) => !ids.has(m.id)), ...put.filter((_, i) => i % 3 !== 0)];
        // Worked out before, so that there is something to carry.
        for (const e of ['e', 'f', 'g']) standingsOf(before, e);
        workedDays(before);
        carryMarks(
          before,
          after,
          put.map((m, i) => ({ before: before.find((b) => b.id === m.id), after: i % 3 === 0 ? undefined : m })),
        );
        const anew = [...after];
        for (const e of ['e', 'f', 'g']) {
          expect(standingsOf(after, e)).toEqual(standingsOf(anew, e));
          expect(marksByEnrolment(after).get(e) ?? []).toEqual(marksByEnrolment(anew).get(e) ?? []);
        }
        expect([...workedDays(after)].sort()).toEqual([...workedDays(anew)].sort());
      }),
    );
  });
});

describe('several marks made at once', () => {
  it('are told one after the other, and a step marked twice among them has one mark', () => {
    const h = aHousehold({ courses: [aCourse('c')], enrolments: [anEnrolment('e', 'c')] });
    let n = 0;
    const wish = (stepId: string, kind: 'done' | 'known' = 'done') => ({
      enrolmentId: 'e',
      stepId,
      date: '2026-09-08',
      kind,
    });
    const made = markRows(h, [wish('L1-1'), wish('L1-2'), wish('L1-1', 'known')], () => `n${++n}`);
    expect(made.map((m) => [m.id, m.stepId, m.kind])).toEqual([
      ['n1', 'L1-1', 'done'],
      ['n2', 'L1-2', 'done'],
      ['n1', 'L1-1', 'known'],
    ]);
    expect(made[1]!.seq).toBeGreaterThan(made[0]!.seq);
    // Stored one after the other by id, the last word stands.
    const stored = [...new Map(made.map((m) => [m.id, m])).values()];
    expect(standingsOf(stored, 'e').get('L1-1')!.state).toBe('known');
  });
});
