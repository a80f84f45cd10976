import fc from 'fast-check';
import { rrulestr } from 'rrule';
import { describe, expect, it } from 'vitest';
import { beganLate, fromDay, holidayId, nextYear, nextYearName, schoolDays, toDay, weekdayOf } from '../calendar';
import { landCourse, letCourseGo, makeNextYear, throwWritten } from '../deeds';
import type { Enrolment, Household } from '../household';
import { stock } from '../materials';
import { shortDate } from '../words';
import { afterDeed } from '../tests/apply';
import { aChild, aCourse, aHousehold, aMark, anEnrolment, aTeacher, aYear, yearArbitrary } from '../tests/make';
import { atPaces, makeTrack, reserveOf, targetDay } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { carriedWords, goingOn, landingPlaces, portfoliosOf, yearEnd, yearEndWords } from './index';

let n = 0;
const newId = () => `y${++n}`;
const dayAfter = (date: string) => fromDay(toDay(date) + 1);

describe('the next year from the shape of this one', () => {
  it('keeps every weekday: each date is the one 52 weeks later, as a recurrence library has it (RFC 5545)', () => {
    fc.assert(
      fc.property(yearArbitrary, (year) => {
        const next = nextYear(year, 'next', newId);
        const later = (date: string) => {
          const rule = rrulestr(`DTSTART:${date.replaceAll('-', '')}T000000Z\nRRULE:FREQ=WEEKLY;INTERVAL=52;COUNT=2`);
          return rule.all()[1]!.toISOString().slice(0, 10);
        };
        expect(next.end).toBe(later(year.end));
        expect(next.closed.map((c) => [c.from, c.to, c.label])).toEqual(
          year.closed.filter((c) => c.from < c.to).map((c) => [later(c.from), later(c.to), c.label]),
        );
        expect(next.weekdays).toEqual(year.weekdays);
        expect(next.special).toEqual([]);
        expect(next.start > year.end).toBe(true);
        expect(weekdayOf(toDay(next.start)) === weekdayOf(toDay(year.start)) || next.start === dayAfter(year.end)).toBe(
          true,
        );
        // A summer lies between two years, never half a year.
        expect(toDay(next.start) - toDay(year.end)).toBeLessThanOrEqual(112);
        for (const d of schoolDays(next).slice(0, 30)) expect(year.weekdays).toContain(weekdayOf(d));
      }),
      { numRuns: 60 },
    );
  });
  it('carries breaks of several days, but no day alone, no public holiday and no id of this one', () => {
    const closed = [
      { id: 'a', from: '2026-12-21', to: '2027-01-01', label: 'winter' },
      { id: 'b', from: '2026-11-04', to: '2026-11-04', label: 'snow' },
      { id: holidayId('IE', '2026-12-25'), from: '2026-12-25', to: '2026-12-26', label: 'Christmas' },
    ];
    const terms = [{ id: 't', name: 'one', from: '2026-09-07', to: '2027-06-11' }];
    const next = nextYear(aYear({ closed, rhythm: { kind: 'terms', terms } }), 'next', newId);
    expect(next.closed.map((c) => [c.from, c.to, c.label])).toEqual([['2027-12-20', '2027-12-31', 'winter']]);
    const ids = [next.closed[0]!.id, next.rhythm?.kind === 'terms' ? next.rhythm.terms[0]!.id : 't'];
    expect(ids.some((id) => ['a', 't'].includes(id))).toBe(false);
  });
  it('begins a summer after this one where this one was begun in its middle, and ends 52 weeks after it', () => {
    const terms = [
      { id: 's', name: 'winter', from: '2026-11-30', to: '2027-03-26' },
      { id: 't', name: 'summer', from: '2027-04-05', to: '2027-06-24' },
    ];
    const year = aYear({ start: '2026-11-30', end: '2027-06-24', rhythm: { kind: 'terms', terms } });
    const next = nextYear(year, 'next', newId);
    // Ten weeks after Thursday 24 June it is September; the first Monday from then on.
    expect([next.start, next.end]).toEqual(['2027-09-06', '2028-06-22']);
    const has = next.rhythm?.kind === 'terms' ? next.rhythm.terms.map((t) => [t.from, t.to]) : [];
    expect(has).toEqual([
      ['2027-09-06', '2028-03-24'],
      ['2028-04-03', '2028-06-22'],
    ]);
    const inWeeks = aYear({ ...year, rhythm: { kind: 'weeks', from: '2026-11-30', on: 6, off: 1, changes: [] } });
    expect(nextYear(inWeeks, 'next', newId).rhythm).toMatchObject({ from: '2027-09-06' });
    expect([beganLate(year), beganLate(aYear())]).toEqual([true, false]);
  });
  it('is made once, however often it is pressed, and not without a name', () => {
    const h = aHousehold({ years: [aYear()] });
    const id = h.years[0]!.id;
    const made = afterDeed(h, makeNextYear(h, id, ' the next '));
    expect(made.years.map((y) => y.name)).toEqual([h.years[0]!.name, 'the next']);
    expect([makeNextYear(made, id, 'again'), makeNextYear(h, id, ' ')]).toEqual([[], []]);
  });
  it('takes an even course that is not through on as it went: so many steps a week, in the first weeks, not one now and then', () => {
    const year = aYear();
    const course = aCourse('d', { lessons: 30, perLesson: [{ kind: 'practise', count: 1 }] });
    // Three a week in eight weeks of school: 24 of 30.
    const days = schoolDays(year).filter((d) => [1, 2, 4].includes(weekdayOf(d)));
    const marks = days.slice(0, 24).map((d, i) => aMark('f', `L${i + 1}-1`, 'done', fromDay(d)));
    const h = aHousehold({ years: [year], courses: [course], enrolments: [anEnrolment('f', 'd')], marks });
    const last = toDay(year.end);
    expect(yearEnd(h, year, last).carried[0]!.words).toMatch(/, at 3 steps a week, as it went$/);
    const made = afterDeed(h, makeNextYear(h, year.id, 'next'));
    const [, next] = made.years;
    expect(made.enrolments[0]!.paces).toMatchObject([
      { from: next!.start, rule: { kind: 'weekly', n: 3, unit: 'steps' } },
    ]);
    const first = toDay(next!.start);
    const plan = makePlan(makeProblem(atPaces(made, first), next!, first), { sweeps: 4, seed: 1 });
    expect(Math.max(...plan.tracks[0]!.days)).toBeLessThan(first + 14);
    expect(yearEnd(made, year, last).carried[0]!.words).not.toContain('as it went');
    // Another rule, a last day of its own in the next year, and what is through or was never begun stay as they are.
    for (const other of [
      { rule: { kind: 'weekly', n: 1, unit: 'lessons' } as const },
      { target: '2027-12-01' },
      { life: 'dropped' as const },
    ]) {
      const e = anEnrolment('f', 'd', other);
      expect(goingOn({ ...h, enrolments: [e] }, year, e, first) === undefined).toBe(!('life' in other));
      expect(makeNextYear({ ...h, enrolments: [e] }, year.id, 'next')).toHaveLength(1);
    }
    expect(makeNextYear({ ...h, marks: [] }, year.id, 'next')).toHaveLength(1);
  });
  it('does not hold a course to a last day that was missed in the year before', () => {
    const [year, next] = [aYear(), aYear({ id: 'n', start: '2027-09-06', end: '2028-06-09' })];
    const course = aCourse('d', { lessons: 30, perLesson: [{ kind: 'practise', count: 1 }] });
    const h = aHousehold({
      years: [year, next],
      courses: [course],
      enrolments: [anEnrolment('f', 'd', { target: '2027-04-30' })],
    });
    const hand = (y: typeof year, day: string) =>
      reserveOf(makeTrack(h, y, h.enrolments[0]!, toDay(day)), y).daysInHand!;
    expect(hand(year, '2027-05-03')).toBeLessThan(0);
    expect(hand(next, '2027-09-06')).toBeGreaterThan(30);
    expect([targetDay(h.enrolments[0]!, year), targetDay(h.enrolments[0]!, next)].map(fromDay)).toEqual([
      ...['2027-04-30', '2028-06-09'],
    ]);
  });
  it('has what is paused stay so, and what is entered and not started yet among what is wanted', () => {
    const year = aYear();
    const last = toDay(year.end);
    const h = aHousehold({
      years: [year],
      children: [aChild('A')],
      courses: [
        aCourse('d', { lessons: 30, perLesson: [{ kind: 'practise', count: 1 }] }),
        aCourse('w', { lessons: 9 }),
      ],
      enrolments: [anEnrolment('f', 'd', { life: 'paused' }), anEnrolment('g', 'w', { life: 'waiting' })],
      marks: [aMark('f', 'L1-1', 'done', year.start)],
    });
    const end = yearEnd(h, year, last);
    expect(end.carried.map((c) => c.words)).toEqual(['is paused, and goes on with A once it is taken up again']);
    expect(end.next.map((w) => [w.course.id, w.child.id, w.soonest])).toEqual([['w', 'A', true]]);
    expect(toDay(end.next[0]!.from)).toBeGreaterThan(last);
  });
  it('is named a year on where its name has years in it', () => {
    const names = ['2026–27', 'School year 2026', '1999–00', 'Form two', 'This school year', 'Next school year'];
    expect(names.map((name) => nextYearName(aYear({ name })))).toEqual([
      ...['2027–28', 'School year 2027', '2000–01', 'Form two, the next'],
      ...['School year 2027–28', 'School year 2027–28'],
    ]);
  });
});

describe('the end of a year', () => {
  const home = (change: Partial<Household> = {}): Household =>
    aHousehold({
      years: [aYear()],
      teachers: [aTeacher('T')],
      children: [
        aChild('A', { name: 'Oda', born: '2016-05-01' }),
        aChild('B', { name: 'Wren', born: '2019-05-01' }),
        aChild('C', { name: 'Pip', born: '2019-06-01' }),
      ],
      courses: [
        { ...aCourse('c', { lessons: 1, perLesson: [{ kind: 'practise', count: 2 }] }), title: 'Sums' },
        { ...aCourse('d', { lessons: 2, perLesson: [{ kind: 'practise', count: 2 }] }), title: 'Tales' },
      ],
      enrolments: [anEnrolment('e', 'c', { childIds: ['A'] }), anEnrolment('f', 'd', { childIds: ['B'] })],
      marks: [
        aMark('e', 'L1-1', 'done', '2026-09-07'),
        aMark('e', 'L1-2', 'done', '2026-09-08'),
        aMark('f', 'L1-1', 'done', '2026-09-09'),
      ],
      ...change,
    });
  const at = (h: Household) => yearEnd(h, h.years[0]!, toDay('2027-06-14'));

  it('keeps what is through for the next child, from the day it is as old as the one before was; else it goes', () => {
    const end = at(home());
    expect(end.after.map((a) => [a.course.title, a.keepFor?.child.name])).toEqual([['Sums', 'Wren']]);
    // Oda was ten years and four months; Wren is that in September 2029.
    const days = toDay('2026-09-07') - toDay('2016-05-01');
    expect(end.after[0]!.keepFor!.from).toBe(fromDay(toDay('2019-05-01') + days));
    expect(end.carried.map((c) => c.title)).toEqual(['Tales']);
    expect(end.carried[0]!.words).toContain('goes on with Wren');
    // With those alone who are still there; of a course whose children have all left nothing goes on.
    const leaves = (until: string) =>
      at(
        home({
          children: home().children.map((c) => (c.id === 'B' ? { ...c, until } : c)),
          enrolments: [home().enrolments[0]!, anEnrolment('f', 'd', { childIds: ['B', 'C'] })],
        }),
      );
    expect(leaves('2027-03-01').carried[0]!.words).toContain('goes on with Pip in');
    const left = home({ children: home().children.map((c) => (c.id === 'B' ? { ...c, until: '2027-03-01' } : c)) });
    expect([at(left).carried, at(left).after.map((a) => a.course.title)]).toEqual([[], ['Sums', 'Tales']]);
    const dropped = home({
      enrolments: home().enrolments.map((e) => (e.id === 'f' ? { ...e, life: 'dropped' as const } : e)),
    });
    expect(at(dropped).after.map((a) => a.words.slice(0, 25))).toEqual([
      ...['keep it for Wren, who wil', 'not finished, and not tak'],
    ]);
    // As the household does with what is over.
    const sells = home({ settings: { ...home().settings, ways: { after: 'sell' } } });
    expect(at(sells).after[0]!.words).toBe('sell it (complete, as far as is known), unless Wren is to have it');
    const alone = at(home({ children: home().children.slice(0, 1), enrolments: [home().enrolments[0]!] }));
    expect(alone.after[0]!.keepFor).toBeUndefined();
    expect(alone.after[0]!.words).toContain('pass it on or sell it');
    // What is entered ahead for the next year waits on the shelf until then.
    const entered = { ...home().enrolments[1]!, id: 'h', courseId: home().courses[0]!.id, firstDate: '2027-09-13' };
    const coming = at(home({ enrolments: [...home().enrolments, entered] }));
    expect(coming.carried.map((c) => c.enrolment.id)).not.toContain('h');
    expect(coming.next).toContainEqual(expect.objectContaining({ course: home().courses[0], from: '2027-09-13' }));
    expect(yearEndWords(end, 1)).toMatch(/^1 course over, 1 going on, 1 level wanted /);
    // Before the last day nobody can say that it goes on.
    const before = yearEnd(home(), home().years[0]!, toDay('2026-11-11'));
    expect(before.carried[0]!.words).toBe(
      'what is left of it by then goes on with Wren in the next year, at 1 step a week, as it went',
    );
    expect(yearEndWords(before, 0)).toMatch(/^1 course over, 1 not through yet/);
    // Where the plan ends it a month before the year does, nothing of it is expected to be left.
    const planned = (day: string) =>
      carriedWords(
        ...([before.carried[0]!, { kind: 'planned', day: toDay(day) }, home().years[0]!] as const),
        ...(['day month', toDay('2026-11-11')] as const),
      );
    expect(planned('2027-05-14')).toBe('would finish 14 May');
    expect(planned('2027-05-15')).toBe(before.carried[0]!.words);
    // What is taken and not begun goes on as well, told by the year that it is: this one, and once that has begun the next.
    const next = { ...home().years[0]!, id: 'next', name: 'next', start: '2027-09-06', end: '2028-06-09' };
    const [sums, tales] = home().enrolments as [Enrolment, Enrolment];
    const more = home({
      years: [...home().years, next],
      enrolments: [sums, tales, { ...sums, id: 'g', childIds: ['B'] }],
    });
    // Of a book taken by two, each by themselves, a line says whose it is.
    const [one, ofTwo] = yearEnd(more, more.years[0]!, toDay('2026-11-11')).carried.map((c) => c.title);
    expect(one).not.toContain('(');
    expect(ofTwo).toMatch(/ \(Wren\)$/);
    const carried = (year: number, day: string) =>
      yearEnd(more, more.years[year]!, toDay(day)).carried.map((c) => c.enrolment.id);
    expect([carried(0, '2026-11-11'), carried(0, '2027-06-14')]).toEqual([
      ['f', 'g'],
      ['f', 'g'],
    ]);
    expect([carried(0, '2027-09-20'), carried(1, '2027-09-20')]).toEqual([['f'], ['f', 'g']]);
  });

  it('has a portfolio of who learned, and of a toddler with a drawing in the folder, not of a baby', () => {
    const year = aYear({ requirement: { days: 100, meets: 'both', fromAge: 6 } });
    const h = aHousehold({
      years: [year],
      children: [
        aChild('A', { born: '2018-01-01' }),
        aChild('B', { born: '2024-01-01' }),
        aChild('C', { born: '2026-01-01' }),
      ],
      courses: [aCourse('c')],
      enrolments: [anEnrolment('e', 'c')],
      samples: [{ id: 's', childId: 'B', date: '2026-10-01', words: 'a boat', folder: 'blue, 2' }],
    });
    expect(portfoliosOf(h, year, toDay('2027-05-03')).map((c) => c.id)).toEqual(['A', 'B']);
  });
  it('says now who would want the same level in the same year', () => {
    const next = at(home()).next.filter((x) => x.course.id === 'c');
    expect(next.map((x) => x.child.name)).toEqual(['Wren', 'Pip']);
    expect(next[0]!.clash).toBe('Pip would want it in the same year');
    // Who is to take it together has one book between them.
    const entered = anEnrolment('t', 'c', { childIds: ['B', 'C'], firstDate: '2027-09-13' });
    const both = at(home({ enrolments: [...home().enrolments, entered] })).next.filter((x) => x.course.id === 'c');
    expect(both.map((x) => [x.child.name, x.clash])).toEqual([
      ['Pip', ''],
      ['Wren', ''],
    ]);
    // A child who has left, or has had it, waits for nothing.
    const gone = home({ children: home().children.map((c) => (c.id === 'C' ? { ...c, until: '2027-01-01' } : c)) });
    expect(
      at(gone)
        .next.filter((x) => x.course.id === 'c')
        .map((x) => [x.child.name, x.clash]),
    ).toEqual([['Wren', '']]);
  });

  it('what is a course’s alone and not used up goes with it, by an entry each, once; what another course asks for stays', () => {
    const thing = (id: string, consumable = false) => ({
      ...{ id, name: id, place: '', unit: '', consumable, cautions: [], leadDays: 7 },
    });
    const need = (materialId: string, courseId: string) => ({
      ...{ id: `${materialId} ${courseId}`, materialId, courseId, lessonId: 'L1', quantity: 1 },
      per: 'shared' as const,
    });
    const h = home({
      materials: [thing('abacus'), thing('scales'), thing('paper', true), thing('globe')],
      needs: [need('abacus', 'c'), need('scales', 'c'), need('paper', 'c'), need('scales', 'd'), need('globe', 'c')],
      movements: ['abacus', 'scales', 'paper'].map((materialId, i) => ({
        ...{ id: `m${i}`, materialId, date: '2026-09-01', seq: i + 1, kind: 'in' as const, quantity: 2 },
      })),
    });
    expect(at(h).after[0]!.things.map((t) => [t.material.id, t.onHand])).toEqual([['abacus', 2]]);
    const day = toDay('2027-06-14');
    const sold = afterDeed(h, letCourseGo(h, 'c', 'sold', day, newId));
    expect(sold.movements.at(-1)).toMatchObject({
      ...{ materialId: 'abacus', kind: 'sold', quantity: 2, date: '2027-06-14', note: 'with Sums' },
    });
    expect(stock(sold).get('abacus')).toBe(0);
    expect(stock(sold).get('scales')).toBe(2);
    // Pressed twice it goes once.
    expect(letCourseGo(sold, 'c', 'given', day, newId)).toEqual([]);
    expect(at(sold).after[0]!.things).toEqual([]);
  });

  it('what is written full, with no blank one left, is thrown by one press and leaves the inventory; its record stays', () => {
    const book = (copies: number, whole: boolean) =>
      home({
        materials: [{ id: 'w', name: 'Workbook', place: '', unit: '', consumable: true, cautions: [], leadDays: 7 }],
        needs: [{ id: 'n', materialId: 'w', courseId: 'c', quantity: 1, per: 'child', rule: { for: 'course' } }],
        movements: [{ id: 'm', materialId: 'w', date: '2026-09-01', seq: 0, kind: 'in', quantity: copies }],
        marks: home().marks.filter((m) => whole || m.stepId !== 'L1-2'),
      });
    const day = toDay('2027-06-14');
    const year = home().years[0]!;
    const full = book(1, true);
    expect(at(full).written.map((w) => [w.material.id, w.thrown])).toEqual([['w', true]]);
    const thrown = afterDeed(full, throwWritten(full, year.id, 'w', day));
    expect([thrown.materials[0]!.retired, thrown.marks, at(thrown).written]).toEqual(['2027-06-14', full.marks, []]);
    expect(throwWritten(thrown, year.id, 'w', day)).toEqual([]);
    // Half written, or another still blank: nothing is thrown.
    for (const h of [book(1, false), book(3, true)]) expect(throwWritten(h, year.id, 'w', day)).toEqual([]);
  });

  it('what is kept waits where there is room for it: places by how full they would be, and all of it goes there', () => {
    const thing = (id: string, place: string, width: number) => ({
      ...{ id, name: id, place, width, unit: '', consumable: false, cautions: [], leadDays: 7 },
    });
    const h = home({
      materials: [thing('abacus', 'Shelf', 8), thing('rods', 'Loft / box', 4), thing('globe', 'Loft', 30)],
      places: [
        { id: 'a', path: 'Shelf', room: 10 },
        { id: 'b', path: 'Loft', room: 50 },
        { id: 'c', path: 'Cupboard', room: 11 },
      ],
      needs: ['abacus', 'rods'].map((materialId) => ({
        ...{ id: materialId, materialId, courseId: 'c', lessonId: 'L1', quantity: 1, per: 'shared' as const },
      })),
      movements: ['abacus', 'rods', 'globe'].map((materialId, i) => ({
        ...{ id: `m${i}`, materialId, date: '2026-09-01', seq: i + 1, kind: 'in' as const, quantity: 1 },
      })),
    });
    const told = Object.fromEntries(landingPlaces(h, 'c').map((p) => [p.path, p.words]));
    // 8 and 4 cm of things: on the shelf 8 of 10 lie already; nothing is said of the room of the box.
    expect(told).toMatchObject({
      Shelf: '2 cm too narrow',
      Cupboard: '1 cm too narrow',
      'Loft / box': '',
      Loft: '8 cm free then',
    });
    expect(landingPlaces(h, 'c').map((p) => p.fits)).toEqual([true, true, false, false]);
    // Where boxes are counted another one has to have room.
    const boxes = (n: number) => ({
      ...h,
      places: h.places.map((p) => (p.path === 'Loft' ? { ...p, boxes: n } : p)),
    });
    const loft = (n: number) => landingPlaces(boxes(n), 'c').find((p) => p.path === 'Loft')!;
    expect([loft(2), loft(1)].map((p) => [p.words, p.fits])).toEqual([
      ['8 cm free then; 1 box, room for 1 more', true],
      ['8 cm free then; 1 box, room for no more', false],
    ]);
    const landed = afterDeed(h, landCourse(h, 'c', 'Loft'));
    expect(landed.materials.map((m) => m.place)).toEqual(['Loft', 'Loft', 'Loft']);
    expect(landCourse(landed, 'c', 'Loft')).toEqual([]);
    // What lies there already needs no other box.
    const full = { ...landed, places: boxes(0).places };
    expect(landingPlaces(full, 'c').find((p) => p.path === 'Loft')!.fits).toBe(true);
  });

  it('what a level lacks is named with the day to order it by and its price', () => {
    const parts = [
      { id: 'p', kind: 'workbook' as const, title: 'Workbook', price: 1250 },
      { id: 'q', kind: 'manual' as const, title: 'Manual', price: 1850 },
    ];
    const book = (id: string, name: string) => ({
      ...{ id, name, place: '', unit: '', consumable: true, cautions: [], leadDays: 7 },
    });
    const [sums, tales] = home().courses;
    const h = home({
      courses: [{ ...sums!, parts }, tales!],
      materials: [book('w', 'Workbook'), book('x', 'Manual')],
      movements: [
        { id: 'a', materialId: 'w', date: '2026-09-01', seq: 1, kind: 'in', quantity: 1 },
        { id: 'b', materialId: 'w', date: '2026-10-01', seq: 2, kind: 'out', quantity: 1 },
        { id: 'd', materialId: 'x', date: '2026-09-01', seq: 3, kind: 'in', quantity: 1 },
      ],
    });
    const wren = at(h).next.find((x) => x.child.name === 'Wren' && x.course.id === 'c')!;
    const by = shortDate('day month', toDay(wren.from) - 7, toDay('2027-06-14'));
    expect(wren.buy).toBe(`to be ordered by ${by}: Workbook (12.50)`);
    expect(at(home()).next.every((x) => x.buy === '')).toBe(true);
  });

  it('the level behind one comes with the next year, no sooner; while that one is not through, at the soonest then', () => {
    const [sums, tales] = home().courses;
    const more = (id: string, follows: string) => ({ ...aCourse(id, { lessons: 2 }), title: id, follows });
    const parts = [{ id: 'p', kind: 'workbook' as const, title: 'Workbook', price: 900 }];
    const h = home({
      courses: [sums!, tales!, { ...more('Sums 2', 'c'), parts }, more('Tales 2', 'd')],
      materials: [{ id: 'w', name: 'Workbook', place: '', unit: '', consumable: true, cautions: [], leadDays: 7 }],
      movements: [{ id: 'm', materialId: 'w', date: '2026-09-01', seq: 0, kind: 'count', quantity: 0 }],
    });
    const said = (state: Household) =>
      at(state)
        .next.filter((n) => n.course.title.endsWith('2'))
        .map((n) => [n.child.name, n.course.title, n.from, n.soonest, n.buy]);
    const start = nextYear(h.years[0]!, 'next', newId).start;
    const by = shortDate('day month', toDay(start) - 7, toDay('2027-06-14'));
    expect(start).toBe('2027-09-06');
    expect(said(h)).toEqual([
      ['Oda', 'Sums 2', start, false, `to be ordered by ${by}: Workbook (9.00)`],
      ['Wren', 'Tales 2', start, true, ''],
    ]);
    const slow = { ...h, materials: h.materials.map((m) => ({ ...m, leadDays: 30 })) };
    const month = shortDate('day month', toDay(start) - 30, toDay('2027-06-14'));
    expect(said(slow)[0]![4]).toBe(`to be ordered by ${month}: Workbook (9.00)`);
    // Once it is made, with its own first day.
    const made = { ...h, years: [...h.years, aYear({ id: 'n', start: '2027-08-30', end: '2028-06-01' })] };
    expect(said(made).map((n) => n[2])).toEqual(['2027-08-30', '2027-08-30']);
  });
});
