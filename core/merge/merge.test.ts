import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromDay, toDay } from '../calendar';
import { markStep, pinStep, unmarkStep } from '../deeds';
import { readBackup, writeBackup } from '../formats';
import {
  type AnyRow,
  canonical,
  type Course,
  type Enrolment,
  type Household,
  type Put,
  rowsOf,
  type SchoolYear,
  type Mark,
} from '../household';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import { Device } from '../tests/device';
import {
  bothWords,
  changeLines,
  merge,
  mergeNotes,
  nextStamp,
  readStamp,
  rebased,
  type Side,
  takeOther,
  whyApart,
} from './index';

/** How many histories: a few in the tests, a thousand in `npm run bench` (HISTORIES). */
const HISTORIES = Number(process.env['HISTORIES'] ?? 60);
const START = toDay('2026-09-07');

const base = (): Household =>
  aHousehold({
    years: [aYear()],
    children: [aChild('A'), aChild('B')],
    courses: [aCourse('c'), aCourse('d')],
    enrolments: [anEnrolment('e', 'c'), anEnrolment('f', 'd', { childIds: ['A', 'B'] })],
  });

/** Deeds of a device, each a wish worked out from the household as it is. */
type Wish = (now: Household, n: number, id: () => string) => Put[];
const course = (now: Household, n: number): Course | undefined => now.courses[n % Math.max(1, now.courses.length)];
const change = (c: Course, units: Course['units']): Put[] => [{ table: 'courses', put: { ...c, units } }];
const byDate = <T extends { from: string }>(list: readonly T[]): T[] =>
  [...list].sort((a, b) => (a.from < b.from ? -1 : 1));
const DEEDS: Record<string, Wish> = {
  mark: (now, n, id) => {
    const e = now.enrolments[n % 2];
    const c = e && now.courses.find((x) => x.id === e.courseId);
    const steps = c?.units.flatMap((u) => u.lessons.flatMap((l) => l.steps)) ?? [];
    if (!e || steps.length === 0) return [];
    const on = { enrolmentId: e.id, stepId: steps[n % Math.min(5, steps.length)]!.id, day: START + (n % 4) };
    return markStep(now, on, (['done', 'partly', 'again'] as const)[n % 3]!, id);
  },
  unmark: (now, n) => {
    const m = now.marks[n % Math.max(1, now.marks.length)];
    return m ? unmarkStep(now, { enrolmentId: m.enrolmentId, stepId: m.stepId, day: toDay(m.date) }) : [];
  },
  name: (now, n) => now.children.slice(0, 1).map((c) => ({ table: 'children', put: { ...c, name: `Name ${n}` } })),
  hours: (now, n) => now.children.slice(0, 1).map((c) => ({ table: 'children', put: { ...c, minutesPerDay: n } })),
  // What holds from days to come on: entered, changed, and taken out again.
  pace: (now, n) =>
    now.enrolments.slice(n % 2, (n % 2) + 1).map((e) => {
      const from = fromDay(START + (n % 5));
      const others = (e.paces ?? []).filter((p) => p.from !== from);
      const paces =
        n % 3 > 0
          ? [...others, { from, weekdays: [1 as const], rule: { kind: 'even' as const }, perSitting: 1 + (n % 4) }]
          : others;
      const { paces: _, ...rest } = e;
      return { table: 'enrolments', put: paces.length > 0 ? { ...rest, paces: byDate(paces) } : rest };
    }),
  pause: (now, n) =>
    now.enrolments.slice(n % 2, (n % 2) + 1).map((e) => {
      const from = fromDay(START + (n % 5));
      const others = (e.lives ?? []).filter((l) => l.from !== from);
      const { lives: _, ...rest } = e;
      if (n % 3 === 0) return { table: 'enrolments', put: others.length > 0 ? { ...rest, lives: others } : rest };
      const life = n % 2 ? ('paused' as const) : ('running' as const);
      return { table: 'enrolments', put: { ...rest, lives: byDate([...others, { from, life }]) } };
    }),
  settings: (now, n) => [{ table: 'settings', put: { ...now.settings, startMinutes: 1 + (n % 20) } }],
  lesson: (now, n, id) => {
    const c = course(now, n);
    if (!c || c.units.length === 0) return [];
    const at = n % (c.units[0]!.lessons.length + 1);
    const lesson = { id: id(), title: `Lesson ${n}`, steps: [{ id: id(), kind: 'practise' as const }] };
    return change(
      c,
      c.units.map((u, i) =>
        i > 0 ? u : { ...u, lessons: [...u.lessons.slice(0, at), lesson, ...u.lessons.slice(at)] },
      ),
    );
  },
  retitle: (now, n) => {
    const c = course(now, n);
    if (!c) return [];
    return change(
      c,
      c.units.map((u) => ({
        ...u,
        lessons: u.lessons.map((l, i) => (i === n % 7 ? { ...l, title: `Title ${n}` } : l)),
      })),
    );
  },
  order: (now, n) => {
    const c = course(now, n);
    if (!c) return [];
    return change(
      c,
      c.units.map((u) => ({ ...u, lessons: [...u.lessons.slice(n % 5), ...u.lessons.slice(0, n % 5)] })),
    );
  },
  drop: (now, n) => {
    const c = course(now, n);
    if (!c) return [];
    return change(
      c,
      c.units.map((u) => ({ ...u, lessons: u.lessons.filter((_, i) => i !== n % 6) })),
    );
  },
  leave: (now, n) => now.enrolments.slice(n % 2, (n % 2) + 1).map((e) => ({ table: 'enrolments', remove: e.id })),
  discard: (now, n) => now.courses.slice(n % 2, (n % 2) + 1).map((c) => ({ table: 'courses', remove: c.id })),
  close: (now, n, id) =>
    now.years.slice(0, 1).map((y) => {
      const date = fromDay(START + (n % 90));
      return {
        table: 'years',
        put: { ...y, closed: [...y.closed, { id: id(), from: date, to: date, label: `day ${n}` }] },
      };
    }),
  open: (now, n) =>
    now.years.slice(0, 1).map((y) => ({ table: 'years', put: { ...y, closed: y.closed.slice(n % 2) } })),
  year: (now, n, id) =>
    n % 3 > 0
      ? []
      : ([{ table: 'years', put: aYear({ id: id(), name: `Y${n}`, start: '2027-08-30', end: '2028-06-09' }) }].filter(
          () => now.years.length < 2,
        ) as Put[]),
  gate: (now, n, id) => {
    const [a, b] = n % 2 ? [...now.enrolments] : [...now.enrolments].reverse();
    if (!a || !b) return [];
    const gate = { id: id(), until: { kind: 'course' as const, enrolmentId: b.id, days: 0 } };
    // As the form has it: one that closes a circle is not kept.
    if ((b.gates ?? []).length > 0 || (a.gates ?? []).length > 1) return [];
    return [{ table: 'enrolments', put: { ...a, gates: [...(a.gates ?? []), gate] } }];
  },
  pin: (now, n) => {
    const e = now.enrolments[n % 2];
    const c = e && now.courses.find((x) => x.id === e.courseId);
    const step = c?.units[0]?.lessons[0]?.steps[0];
    return e && step ? pinStep(now, { enrolmentId: e.id, stepId: step.id, date: fromDay(START + (n % 20)) }) : [];
  },
};

type Event = { at: 0 | 1 | 2; deed: keyof typeof DEEDS; n: number } | { at: 0 | 1 | 2; takes: 0 | 1 | 2 };
const who = fc.constantFrom<0 | 1 | 2>(0, 1, 2);
const event: fc.Arbitrary<Event> = fc.oneof(
  { weight: 6, arbitrary: fc.record({ at: who, deed: fc.constantFrom(...Object.keys(DEEDS)), n: fc.nat(60) }) },
  { weight: 1, arbitrary: fc.record({ at: who, takes: who }) },
);

function live(events: readonly Event[], devices: Device[]): void {
  events.forEach((e, time) => {
    const own = devices[e.at]!;
    if ('takes' in e) own.take(devices[e.takes]!.side);
    else own.write(DEEDS[e.deed]!(own.side.household, e.n, own.id), 1000 + time);
  });
}
/** What holds of each enrolment from days on, by enrolment, list and day. */
const aheadOf = ({ enrolments }: Pick<Household, 'enrolments'>): Map<string, unknown> =>
  new Map(
    enrolments.flatMap((e) =>
      [...(e.paces ?? []).map((p) => ['paces', p] as const), ...(e.lives ?? []).map((l) => ['lives', l] as const)].map(
        ([list, entry]): [string, unknown] => [`${e.id} ${list} ${entry.from}`, entry],
      ),
    ),
  );
const three = () => [new Device('x', base(), 0), new Device('y', base(), 40), new Device('z', base(), -40)];
const text = (side: Side) =>
  writeBackup({ asOf: '2026-09-07', household: side.household }) + canonical([side.traces, side.lineage]);

describe('merging', () => {
  it(
    'is commutative, associative and idempotent, and what it leaves is a backup that restores',
    { timeout: 600_000 },
    () => {
      fc.assert(
        fc.property(fc.array(event, { minLength: 6, maxLength: 40 }), (events) => {
          const devices = three();
          live(events, devices);
          const [a, b, c] = devices.map((d) => d.side) as [Side, Side, Side];
          const ab = merge(a, b).side;
          expect(text(merge(b, a).side)).toBe(text(ab));
          expect(text(merge(merge(b, c).side, a).side)).toBe(text(merge(ab, c).side));
          expect(text(merge(ab, ab).side)).toBe(text(ab));
          expect(text(merge(ab, a).side)).toBe(text(ab));
          const all = merge(ab, c).side;
          const reading = readBackup(writeBackup({ asOf: '2026-09-07', household: all.household }));
          expect('fault' in reading ? reading.fault : reading.notes.filter((n) => !n.includes('kept as'))).toEqual([]);
        }),
        { numRuns: HISTORIES },
      );
    },
  );

  it(
    'loses nothing: what one side wrote and nobody wrote over is there, and of two writings the later',
    { timeout: 600_000 },
    () => {
      fc.assert(
        fc.property(fc.array(event, { minLength: 4, maxLength: 30 }), (events) => {
          const [x, y] = three() as [Device, Device, Device];
          // A book of its own: by table, row and field the last writing in the order of true time, across both devices.
          const marks = new Map<string, boolean>();
          const names = new Map<string, unknown>();
          const ahead = new Map<string, unknown>();
          const alone = events.filter((e): e is Extract<Event, { deed: string }> => 'deed' in e);
          alone.forEach((e, i) => {
            const own = e.at % 2 ? y : x;
            // Hours apart: no clock that is off by milliseconds turns the order round.
            for (const c of own.write(DEEDS[e.deed]!(own.side.household, e.n, own.id), (1 + i) * 3_600_000)) {
              if (c.table === 'marks') {
                const m = (c.after ?? c.before) as Record<string, string>;
                marks.set([m['enrolmentId'], m['stepId'], m['date']].join(' '), c.after !== undefined);
              }
              const [was, is] = [c.before, c.after].map((row) =>
                aheadOf({ enrolments: c.table === 'enrolments' && row ? [row as unknown as Enrolment] : [] }),
              );
              for (const key of new Set([...was!.keys(), ...is!.keys()]))
                if (canonical(was!.get(key)) !== canonical(is!.get(key))) ahead.set(key, is!.get(key));
              if (c.table === 'enrolments' && !c.after) for (const key of was!.keys()) ahead.delete(key);
              if (c.table === 'children')
                for (const field of ['name', 'minutesPerDay'])
                  if (c.after && c.before?.[field] !== c.after[field]) names.set(`${c.id} ${field}`, c.after[field]);
            }
          });
          const { household } = merge(x.side, y.side).side;
          for (const [key, there] of marks)
            expect([key, household.marks.some((m) => [m.enrolmentId, m.stepId, m.date].join(' ') === key)]).toEqual([
              key,
              there,
            ]);
          for (const [key, value] of names) {
            const [id, field] = key.split(' ') as [string, 'name' | 'minutesPerDay'];
            expect(household.children.find((c) => c.id === id)![field]).toBe(value);
          }
          // Whatever holds from a day on, by either side alone, is there with what was said of it last.
          for (const [key, value] of ahead)
            if (household.enrolments.some((e) => key.startsWith(`${e.id} `)))
              expect([key, aheadOf(household).get(key)]).toEqual([key, value]);
          // Every lesson that either side put in and neither took out is in the book.
          const lessons = (h: Household) =>
            new Set(h.courses.flatMap((c) => c.units.flatMap((u) => u.lessons.map((l) => `${c.id} ${l.id}`))));
          const [inX, inY, all] = [lessons(x.side.household), lessons(y.side.household), lessons(household)];
          const old = lessons(base());
          const courses = new Set(household.courses.map((c) => c.id));
          for (const l of [...inX, ...inY])
            if (!old.has(l) && courses.has(l.split(' ')[0]!)) expect([l, all.has(l)]).toEqual([l, true]);
        }),
        { numRuns: HISTORIES },
      );
    },
  );
});

/** What stands in the lists of a row: lessons, closed days, paces and pauses. */
function entriesOf(row: AnyRow): Map<string, string> {
  const {
    units = [],
    closed = [],
    paces = [],
    lives = [],
  } = row as unknown as Partial<Course & SchoolYear & Enrolment>;
  const entry = (key: string, x: unknown) => [key, JSON.stringify(x)] as const;
  return new Map([
    ...units.flatMap((u) => u.lessons.map((l) => entry(l.id, l))),
    ...closed.map((c) => entry(c.id, c)),
    ...paces.map((p) => entry(`pace ${p.from}`, p)),
    ...lives.map((l) => entry(`life ${l.from}`, l)),
  ]);
}

describe('a row that was opened before others wrote to it', () => {
  it('as it was left, where nobody did; as it has become, where nothing of it was changed; else what was changed of it is changed', () => {
    const deed = fc.record({ at: who, deed: fc.constantFrom(...Object.keys(DEEDS)), n: fc.nat(60) });
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 20 }), (events) => {
        const [x, y] = three() as [Device, Device, Device];
        events.forEach((e, i) =>
          [x, y][e.at % 2]!.write(DEEDS[e.deed]!([x, y][e.at % 2]!.side.household, e.n, x.id), i),
        );
        for (const table of ['children', 'courses', 'enrolments', 'years'] as const)
          for (const was of rowsOf(base(), table)) {
            const [left, now] = [x, y].map((d) => rowsOf(d.side.household, table).find((r) => r.id === was.id));
            if (!left || !now) continue;
            expect(rebased(table, was, was, left)).toEqual(left);
            expect(rebased(table, was, now, was)).toEqual(now);
            // What either put in is there, what either took out is not, unless it was changed here after it was taken out there.
            const [old, mine, theirs, put] = [was, left, now, rebased(table, was, now, left)].map(entriesOf);
            const there = (key: string) =>
              !old!.has(key) || (mine!.has(key) && (theirs!.has(key) || mine!.get(key) !== old!.get(key)));
            expect(new Set(put!.keys())).toEqual(new Set([...mine!.keys(), ...theirs!.keys()].filter(there)));
          }
      }),
      { numRuns: HISTORIES },
    );
  });
});

describe('two devices', () => {
  const met = () => [new Device('x', base(), 0), new Device('y', base(), 0)] as const;
  const wishCourse = (now: Household): Put[] => [
    { table: 'enrolments', remove: now.enrolments[0]!.id },
    { table: 'courses', remove: 'c' },
  ];

  it('the same mark made on both is one, and two that differ are told as written by both', () => {
    const [x, y] = met();
    const on = { enrolmentId: 'e', stepId: 'L1-1', day: START };
    x.write(markStep(x.side.household, on, 'done', x.id), 1000);
    y.write(markStep(y.side.household, on, 'done', y.id), 2000);
    expect(merge(x.side, y.side).side.household.marks).toHaveLength(1);
    y.write(markStep(y.side.household, on, 'partly', y.id), 3000);
    const merged = merge(x.side, y.side);
    expect(merged.side.household.marks.map((m) => m.kind)).toEqual(['partly']);
    expect(merged.both.map((b) => bothWords(merged.side.household, y.side.household, b))).toMatchObject([
      { what: 'mark', ours: 'done', theirs: 'partly' },
    ]);
    const other = takeOther(merged.side.household, merged.both[0]!);
    expect(other).toMatchObject({ table: 'marks', put: { kind: 'done' } });
  });

  it('what the program fills in of old marks outdoes nothing that was written: a correction there, a book changed here', () => {
    const [x, y] = met();
    const on = { enrolmentId: 'e', stepId: 'L1-1', day: START };
    // As a file of before has it: nothing was copied onto the mark.
    for (const d of [x, y]) {
      const marks = [
        { id: 'old', enrolmentId: 'e', stepId: on.stepId, date: fromDay(START), seq: 1, kind: 'done' as const },
      ];
      d.side = { ...d.side, household: { ...d.side.household, marks } };
    }
    y.write([{ table: 'marks', put: { ...y.side.household.marks[0]!, minutes: 33 } }], 1000);
    const c = x.side.household.courses[0]!;
    x.write(
      [{ table: 'courses', put: { ...c, kinds: { ...c.kinds, introduce: { minutes: 90, presence: 'with' } } } }],
      2000,
    );
    expect(x.side.household.marks[0]!.was).toMatchObject({ minutes: 20, kind: 'introduce' });
    const { household } = merge(x.side, y.side).side;
    expect(household.marks[0]).toMatchObject({ minutes: 33, was: { minutes: 20 } });
  });

  it('what a lesson had used, copied on one side, and who taught it, copied on the other, are both there', () => {
    const [x, y] = met();
    const on = { enrolmentId: 'e', stepId: 'L1-1', day: START };
    const paper = { id: 'm', name: 'paper', place: '', consumable: true, unit: 'sheet', cautions: [] };
    const need = {
      id: 'n',
      materialId: 'm',
      courseId: 'c',
      rule: { for: 'lessons' },
      quantity: 2,
      per: 'shared',
    } as const;
    const mark = markStep(x.side.household, on, 'done', () => 'done').flatMap((p) =>
      'put' in p ? [p.put as Mark] : [],
    );
    // As a file of before has it: whether a teacher was near was not copied yet.
    const marks = mark.map(({ was, ...m }) => {
      const { presence: _, teacherId: _t, ...rest } = was!;
      return { ...m, was: rest };
    });
    for (const d of [x, y])
      d.side = { ...d.side, household: { ...d.side.household, marks, materials: [paper], needs: [need] } };
    x.write([{ table: 'needs', remove: 'n' }], 1000);
    const c = y.side.household.courses[0]!;
    const alone = { ...c.kinds, introduce: { minutes: 20, presence: 'alone' as const } };
    y.write([{ table: 'courses', put: { ...c, kinds: alone } }], 2000);
    const is = { used: [{ claim: 'n L1', materialId: 'm', quantity: 2 }], presence: 'with' };
    for (const [one, other] of [
      [x, y],
      [y, x],
    ] as const)
      expect(merge(one.side, other.side).side.household.marks[0]!.was).toMatchObject(is);
  });

  it('a course that was removed on one side comes back where the other has marked it since, and says so', () => {
    const [x, y] = met();
    x.write(wishCourse(x.side.household), 1000);
    expect(x.side.household.courses.map((c) => c.id)).toEqual(['d']);
    y.write(markStep(y.side.household, { enrolmentId: 'e', stepId: 'L1-1', day: START }, 'done', y.id), 900);
    const merged = merge(x.side, y.side);
    expect(merged.side.household.courses.map((c) => c.id)).toEqual(['c', 'd']);
    expect(merged.side.household.marks).toHaveLength(1);
    expect(mergeNotes(merged)).toEqual([
      'c is back: it was taken out on one side, and courses taken of the other side still use it.',
      'c for A is back: it was taken out on one side, and marks of the other side still use it.',
    ]);
    // Taken off again, the mark lets it go: it was removed, and nothing holds it any more.
    y.write(unmarkStep(y.side.household, { enrolmentId: 'e', stepId: 'L1-1', day: START }), 5000);
    expect(merge(merged.side, y.side).side.household.courses.map((c) => c.id)).toEqual(['d']);
  });

  it('fields of one row, lessons of one course and days of one year are each their own', () => {
    const [x, y] = met();
    const [cx, cy] = [x.side.household.children[0]!, y.side.household.children[0]!];
    x.write([{ table: 'children', put: { ...cx, name: 'Pip' } }], 1000);
    y.write([{ table: 'children', put: { ...cy, minutesPerDay: 77 } }], 2000);
    for (const [d, word, at] of [
      [x, 'ours', 1],
      [y, 'theirs', 1],
    ] as const) {
      const c = d.side.household.courses[0]!;
      const [unit, ...rest] = c.units;
      const added = { id: `${word}`, title: word, steps: [{ id: `${word}-1`, kind: 'read' as const }] };
      const lessons = [...unit!.lessons.slice(0, at), added, ...unit!.lessons.slice(at)];
      d.write(change(c, [{ ...unit!, lessons }, ...rest]), 3000);
      const year = d.side.household.years[0]!;
      const day = { id: word, from: '2026-10-01', to: '2026-10-01', label: word };
      d.write([{ table: 'years', put: { ...year, closed: [...year.closed, day] } }], 4000);
    }
    const { household } = merge(x.side, y.side).side;
    expect(household.children[0]).toMatchObject({ name: 'Pip', minutesPerDay: 77 });
    expect(household.courses[0]!.units[0]!.lessons.slice(0, 4).map((l) => l.id)).toEqual([
      'L1',
      'ours',
      'theirs',
      'L2',
    ]);
    expect(household.years[0]!.closed.map((c) => c.label)).toEqual(['ours', 'theirs']);
    expect(changeLines(household, merge(x.side, y.side).here).map((l) => `${l.what}: ${l.names}`)).toEqual([
      '1 child changed: Pip',
      '1 school year changed: 2026–27',
      '1 course changed: c',
    ]);
  });

  it('what each enters for days to come is there for both; of the same day the later, and the other is told', () => {
    const [x, y] = met();
    const pace = (from: string, perSitting: number) => ({
      from,
      weekdays: [1 as const],
      rule: { kind: 'even' as const },
      perSitting,
    });
    const wish = (d: Device, ahead: Partial<Enrolment>, at: number) => {
      const { paces: _, lives: __, ...own } = d.side.household.enrolments.find((e) => e.id === 'e')!;
      d.write([{ table: 'enrolments', put: { ...own, ...ahead } }], at);
    };
    wish(x, { paces: [pace('2027-01-11', 2)], lives: [{ from: '2026-12-14', life: 'paused' }] }, 1000);
    y.take(x.side);
    // Both go on from there: one takes the pace out and pauses longer, the other enters one more and changes the pause.
    wish(x, { lives: ['2026-12-14', '2027-05-03'].map((from) => ({ from, life: 'paused' as const })) }, 2000);
    const both = [pace('2027-01-11', 2), pace('2027-03-01', 3)];
    wish(y, { paces: both, lives: [{ from: '2026-12-14', life: 'dropped' }] }, 3000);
    const hours = { from: '2027-01-04', minutes: 60 };
    const child = (d: Device) => d.side.household.children[0]!;
    x.write([{ table: 'children', put: { ...child(x), later: [hours] } }], 4000);
    y.write([{ table: 'children', put: { ...child(y), later: [{ from: '2026-11-02', minutes: 90 }] } }], 5000);
    const merged = merge(x.side, y.side);
    const [e] = merged.side.household.enrolments;
    expect(e!.paces).toEqual([pace('2027-03-01', 3)]);
    expect(e!.lives).toEqual([
      { from: '2026-12-14', life: 'dropped' },
      { from: '2027-05-03', life: 'paused' },
    ]);
    expect(merged.side.household.children[0]!.later).toEqual([{ from: '2026-11-02', minutes: 90 }, hours]);
    // Only x's pause had been seen by both: nobody has written the same day on both sides since.
    expect(merged.both).toEqual([]);
    wish(x, { paces: [pace('2027-03-01', 5)], lives: e!.lives! }, 6000);
    wish(y, { paces: [pace('2027-03-01', 4)], lives: [{ from: '2026-12-14', life: 'dropped' }] }, 7000);
    const again = merge(x.side, y.side);
    expect(again.side.household.enrolments[0]!.paces).toEqual([pace('2027-03-01', 4)]);
    expect(again.both.map((b) => bothWords(x.side.household, y.side.household, b))).toEqual([
      {
        of: 'c for A',
        what: 'pace from a date on',
        ours: 'from 1 Mar 2027: even, Mon, 5 at a sitting',
        theirs: 'from 1 Mar 2027: even, Mon, 4 at a sitting',
      },
    ]);
  });

  it('what they made together that cannot be is mended alike on both, in words', () => {
    const [x, y] = met();
    const year = (id: string): Put => ({
      table: 'years',
      put: aYear({ id, name: `next, by ${id}`, start: '2027-08-30', end: '2028-06-09' }),
    });
    x.write([year('x')], 1000);
    y.write([year('y')], 2000);
    const gate = (e: 'e' | 'f', until: string): Put => ({
      table: 'enrolments',
      put: {
        ...base().enrolments.find((own) => own.id === e)!,
        gates: [{ id: `g-${e}`, until: { kind: 'course', enrolmentId: until, days: 0 } }],
      },
    });
    x.write([gate('e', 'f')], 3000);
    y.write([gate('f', 'e')], 4000);
    const merged = merge(x.side, y.side);
    expect(merged.side.household.years.map((own) => own.id)).toEqual(['x', 'year']);
    expect(merged.side.household.enrolments.map((e) => e.gates?.length ?? 0)).toEqual([1, 0]);
    expect(mergeNotes(merged)).toEqual([
      expect.stringContaining('“next, by y” (30 Aug 2027 to 9 Jun 2028) is put aside'),
      expect.stringContaining('would have waited for itself'),
    ]);
  });

  it('are of one household and one epoch, or it is said', () => {
    const [x, y] = met();
    const lineage = (change: object) => ({ lineage: { ...y.side.lineage, ...change } });
    expect(whyApart(x.side, y.side)).toBeUndefined();
    expect(whyApart(x.side, lineage({ household: 'other' }))).toMatchObject({
      fault: expect.stringContaining('another'),
    });
    expect(whyApart(x.side, lineage({ epoch: 'later' }))).toEqual({ epochs: true });
  });
});

describe('a stamp', () => {
  it('sorts as the writings do, whatever the clocks say', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 5e12 }), fc.constantFrom('a', 'b')), { minLength: 2 }),
        (all) => {
          let last = '';
          for (const [now, device] of all) {
            const next = nextStamp(last, now, device);
            expect(next > last).toBe(true);
            expect(readStamp(next)).toMatchObject({ device });
            expect(readStamp(next).time).toBeGreaterThanOrEqual(now);
            last = next;
          }
        },
      ),
    );
  });
});
