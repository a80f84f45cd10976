import { parse } from 'csv-parse/sync';
import { stringify } from 'csv-stringify/sync';
import fc from 'fast-check';
import { HtmlValidate } from 'html-validate';
import { describe, expect, it } from 'vitest';
import { childCount } from '../attendance';
import { toDay } from '../calendar';
import { enterDetails, keepPage, keepSample, markStep, takeMarks } from '../deeds';
import { flatten } from '../course';
import { type Household, MARK_KINDS } from '../household';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear } from '../tests/make';
import {
  findInRecord,
  LOG_COLUMNS,
  portfolioHtml,
  portfolioOf,
  readLogCsv,
  verdictsFor,
  verdictsOf,
  writeLogCsv,
  writeScoresCsv,
} from './index';

let n = 0;
const newId = () => `r${++n}`;
const MONDAY = toDay('2026-09-07');
const course = (id: string, title: string, publisher: string) =>
  aCourse(
    id,
    {
      lessons: 8,
      perLesson: [
        { kind: 'introduce', count: 1 },
        { kind: 'practise', count: 1 },
      ],
    },
    { title, publisher },
  );
const base = (change: Partial<Household> = {}): Household =>
  aHousehold({
    years: [aYear()],
    teachers: [aTeacher('T')],
    children: [aChild('A', { name: 'Wren' }), aChild('B', { name: 'Jory' })],
    courses: [course('c', 'Sums & “Signs”', 'Heron'), course('d', 'Tales <of> Rivers', 'Sedge')],
    enrolments: [
      anEnrolment('e', 'c', { childIds: ['A'] }),
      anEnrolment('f', 'd', { childIds: ['A', 'B'] }),
      anEnrolment('g', 'd', { childIds: ['B'] }),
    ],
    ...change,
  });
const steps = flatten(course('c', '', '')).map((s) => s.id);
const deed = fc.record({
  enrolment: fc.constantFrom('e', 'f', 'g'),
  at: fc.nat(steps.length - 1),
  day: fc.nat(60),
  kind: fc.constantFrom(...MARK_KINDS.filter((k) => k !== 'missed')),
  note: fc.option(fc.string({ maxLength: 20 })),
  minutes: fc.option(fc.nat(200)),
});
const lived = fc.array(deed, { maxLength: 25 }).map((list) => {
  let h = base();
  for (const { enrolment, at, day, kind, note, minutes } of list) {
    const on = { enrolmentId: enrolment, stepId: steps[at]!, day: MONDAY + day };
    h = afterDeed(h, markStep(h, on, kind, newId));
    const text = { minutes: minutes === null ? '' : String(minutes), note: (note ?? '').replace(/\0/g, '').trim() };
    h = afterDeed(
      h,
      enterDetails(
        h,
        on,
        { minutesLeft: '', left: '', score: at % 3 === 0 ? '7/9' : '', date: '', ...text } as never,
        newId,
      ),
    );
  }
  return h;
});

describe('the record as a table', () => {
  it('is what a second library reads (RFC 4180), and taken into the same household without its marks the record is the same', () => {
    fc.assert(
      fc.property(lived, (h) => {
        const csv = writeLogCsv(h);
        const cells = parse(csv, { record_delimiter: '\r\n' }) as string[][];
        expect(cells[0]).toEqual([...LOG_COLUMNS]);
        expect(cells).toHaveLength(h.marks.length + 1);
        const bare = { ...h, marks: [] };
        for (const file of [csv, stringify(cells, { record_delimiter: '\r\n' })]) {
          const { marks, faults } = readLogCsv(bare, file);
          expect(faults).toEqual([]);
          const again = afterDeed(bare, takeMarks(bare, marks, newId));
          expect(writeLogCsv(again)).toBe(csv);
          const sorted = (x: Household) => [...x.marks].sort((a, b) => (a.id < b.id ? -1 : 1));
          expect(sorted(again)).toEqual(sorted(h));
        }
        // Taken into the household that has them, nothing changes.
        expect(takeMarks(h, readLogCsv(h, csv).marks, newId)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  it('is read by names alone where they can mean but one thing, and each row with a fault is named', () => {
    const h = base();
    const rows = [
      'date,children,course,step,kind,minutes,score',
      '2026-09-08,Wren,Sums & “Signs”,"Lesson 1, introduce",done,12,7/9',
      '2026-02-30,Wren,Sums & “Signs”,"Lesson 1, introduce",done,,',
      '2026-09-08,Wren,Sums & “Signs”,"Lesson 1, introduce",finished,,',
      '2026-09-08,Jory,Tales <of> Rivers,"Lesson 1, introduce",done,,',
      '2026-09-08,Wren,Nobody’s,"Lesson 1, introduce",done,,',
      '2026-09-08,Wren,Sums & “Signs”,Lesson 99,done,,',
      '2026-09-08,Wren,Sums & “Signs”,"Lesson 1, practise",done,x,',
      '2026-09-08,Wren,Sums & “Signs”,"Lesson 1, practise",done,5,9/7',
    ];
    const { marks, faults } = readLogCsv(h, rows.join('\r\n'));
    expect(marks).toMatchObject([
      { enrolmentId: 'e', stepId: 'L1-1', kind: 'done', minutes: 12, score: { got: 7, of: 9 } },
    ]);
    expect(faults.map((f) => f.row)).toEqual([3, 4, 5, 6, 7, 8, 9]);
    expect(faults[2]!.sentence).toContain('could be 2 different takings');
    const after = afterDeed(h, takeMarks(h, marks, newId));
    expect(after.marks).toHaveLength(1);
    expect(takeMarks(after, readLogCsv(after, rows.slice(0, 2).join('\n')).marks, newId)).toEqual([]);
    expect(readLogCsv(h, 'date,kind\n').faults[0]!.sentence).toContain('no column “course”');
    expect(readLogCsv(h, '"date').marks).toEqual([]);
  });
});

describe('the record is searched', () => {
  it('by child, course, kind, dates and words, as by looking through it line by line', () => {
    fc.assert(
      fc.property(
        lived,
        fc.constantFrom(undefined, 'A', 'B'),
        fc.constantFrom(...MARK_KINDS),
        fc.nat(60),
        (h, childId, kind, from) => {
          const all = findInRecord(h, {});
          expect(all).toHaveLength(h.marks.length);
          const some = findInRecord(h, {
            ...(childId ? { childId } : {}),
            kind,
            from: MONDAY + from,
            words: 'LESSON tales',
          });
          const slow = all.filter(
            (l) =>
              (!childId || l.children.some((c) => c.id === childId)) &&
              l.mark.kind === kind &&
              toDay(l.mark.date) >= MONDAY + from &&
              /lesson/i.test(`${l.words} ${l.mark.note ?? ''}`) &&
              /tales/i.test(`${l.course.title} ${l.words} ${l.mark.note ?? ''}`),
          );
          expect(some.map((l) => l.mark.id)).toEqual(slow.map((l) => l.mark.id));
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('the record of one child', () => {
  it('has no step, and no score, that it missed; the line of those who were there names them alone', () => {
    const on = { enrolmentId: 'f', stepId: 'L1-1', day: MONDAY };
    let h = base();
    h = afterDeed(h, markStep(h, on, 'done', newId));
    h = afterDeed(h, markStep(h, on, 'missed', newId, 'B'));
    h = { ...h, marks: h.marks.map((m) => (m.kind === 'done' ? { ...m, score: { got: 17, of: 20 } } : m)) };
    const of = (childId?: string) =>
      findInRecord(h, { ...(childId ? { childId } : {}), kind: 'done' }).map((l) => l.children.map((c) => c.name));
    expect([of(), of('A'), of('B')]).toEqual([[['Wren']], [['Wren']], []]);
    expect([writeScoresCsv(h, 'A'), writeScoresCsv(h, 'B')].map((t) => t.split('17/20').length - 1)).toEqual([1, 0]);
    expect(findInRecord(h, { childId: 'B' }).map((l) => l.mark.kind)).toEqual(['missed']);
    // Taken back, it was there after all.
    h = { ...h, marks: h.marks.filter((m) => m.kind !== 'missed') };
    expect(of('B')).toEqual([['Wren', 'Jory']]);
  });
});

describe('a portfolio', () => {
  it('of a year gone by stays as it was, however the course goes on', () => {
    const [year] = base().years;
    const later = aYear({ id: 'later', start: '2027-09-06', end: '2028-06-09' });
    let h = base({ years: [year!, later], enrolments: [anEnrolment('f', 'd', { childIds: ['A', 'B'] })] });
    const done = (stepId: string, day: number) => {
      h = afterDeed(h, markStep(h, { enrolmentId: 'f', stepId, day }, 'done', newId));
    };
    for (let i = 0; i < 4; i++) done(steps[i]!, MONDAY + 7 * i);
    done(steps[4]!, MONDAY + 1);
    const rows = (key: string) =>
      portfolioOf(h, year!, h.children[0]!, toDay('2027-09-20'))
        .sections.find((s) => s.key === key)!
        .blocks.flatMap((b) => (b.kind === 'table' ? b.rows.map((r) => r.join(' | ')) : []));
    const was = [rows('curricula'), rows('timetable')];
    expect(was[1]).toEqual(['Tales <of> Rivers | Mon | Jory']);
    expect(was[0]![0]).toContain('5 of 16 steps');
    // Its scores carry their year, on whichever day it is made.
    const scored = aMark('f', steps[0]!, 'done', '2027-01-12', { score: { got: 7, of: 9 } });
    const kept = h;
    h = { ...h, marks: [...h.marks, { ...scored, id: 'scored', seq: 99 }] };
    expect(rows('tests')[0]).toMatch(/^12 Jan 2027 \| /);
    h = kept;
    done(steps[5]!, toDay('2027-09-13'));
    h = { ...h, enrolments: [anEnrolment('f', 'd', { childIds: ['A'], weekdays: [3] })] };
    expect([rows('curricula'), rows('timetable')]).toEqual(was);
  });
  const validate = new HtmlValidate({ extends: ['html-validate:standard'], rules: { 'no-inline-style': 'off' } });
  it('says what the record says, of what the child took part in alone, and is valid HTML', async () => {
    const list = fc.sample(lived, { numRuns: 12, seed: 7 });
    for (const lives of list) {
      let h = lives;
      h = afterDeed(
        h,
        keepSample({ id: 's', childId: 'B', date: '2026-09-10', words: 'a <map>', courseId: 'd', folder: 'folder 2' }),
      );
      h = afterDeed(
        h,
        keepPage(h, { yearId: h.years[0]!.id, childId: 'B', text: 'A good "year" & more.\n\nTruly.' }, newId),
      );
      const child = h.children[1]!;
      const p = portfolioOf(h, h.years[0]!, child, MONDAY + 70);
      const count = childCount(h, h.years[0]!, child, MONDAY + 70);
      const text = JSON.stringify(p.sections);
      expect(text).toContain(`${count.days.counted} day`);
      // Jory never took the sums.
      expect(text).not.toContain('Sums');
      const studied = p.sections.find((s) => s.key === 'studied')?.blocks ?? [];
      const marks = studied.reduce(
        (sum, b) => sum + (b.kind === 'table' ? b.rows.reduce((x, r) => x + Number(r[2]), 0) : 0),
        0,
      );
      // What was put back after it was settled took no sitting.
      const standing = new Map<string, boolean>();
      const own = [...findInRecord(h, { childId: 'B' })].reverse().filter(({ mark }) => {
        const key = `${mark.enrolmentId} ${mark.stepId}`;
        const settled = standing.get(key) ?? false;
        standing.set(key, ['done', 'known', 'left out'].includes(mark.kind));
        return ['done', 'partly'].includes(mark.kind) || (mark.kind === 'again' && !settled);
      });
      expect(marks).toBe(own.length);
      const html = portfolioHtml(p);
      const report = await validate.validateString(html);
      expect(report.results.flatMap((r) => r.messages.map((m) => `${m.ruleId}: ${m.message}`))).toEqual([]);
      expect(html).toContain('a &lt;map&gt;');
      expect(html).not.toMatch(/https?:|<script/);
    }
  });
  it('of a child without a record is its cover and its days, and no more', () => {
    const p = portfolioOf(base(), base().years[0]!, base().children[0]!, MONDAY);
    expect(p.sections.map((s) => s.key)).toEqual(['attendance']);
    // An empty page is taken away again.
    const h = afterDeed(base(), keepPage(base(), { yearId: base().years[0]!.id, childId: 'A', text: 'x' }, newId));
    expect([h.pages.length, afterDeed(h, keepPage(h, { ...h.pages[0]!, text: ' ' }, newId)).pages]).toEqual([1, []]);
    expect(keepSample({ id: 's', childId: 'A', date: '2026-09-10', words: ' ' })).toEqual([]);
  });
});

describe('verdicts', () => {
  it('are told of the same course, its series and its publisher', () => {
    const verdict = { childId: 'A', worth: 'again' as const, text: 'clear', date: '2026-06-01' };
    const h = base({
      courses: [...base().courses, course('x', 'Sums & “Signs”', 'Otter')],
      enrolments: [
        anEnrolment('e', 'c', { childIds: ['A'], verdicts: [verdict] }),
        anEnrolment('f', 'd', { childIds: ['A'] }),
      ],
    });
    expect(verdictsOf(h).map((v) => [v.title, v.child.name])).toEqual([['Sums & “Signs”, Heron', 'Wren']]);
    expect(['c', 'x', 'd', 'none'].map((id) => verdictsFor(h, id).length)).toEqual([1, 1, 0, 0]);
  });
});
