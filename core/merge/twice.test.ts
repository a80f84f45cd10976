import { expect, it } from 'vitest';
import { fromDay, paintDays, toDay } from '../calendar';
import { sheetPuts } from '../contents';
import {
  addCards,
  buyParts,
  extraOfManual,
  known,
  makeNextYear,
  makeReady,
  markStep,
  moveThing,
  placeHold,
  readBook,
  recite,
  reverseCards,
  seePart,
  swapCourse,
  takeAgain,
  takeReadings,
  thingsOfCourse,
  tickOff,
  wantThing,
} from '../deeds';
import { type Course, type Household, type Id, type Put, rowsOf, TABLES } from '../household';
import { takeInventory } from '../inventory-file';
import { jottingRow } from '../jot';
import { aChild, aCourse, aHousehold, anEnrolment, aYear } from '../tests/make';
import { Device } from '../tests/device';

const TODAY = toDay('2026-11-11');
const kit = { id: 'kit', name: 'lamp kit', place: '', consumable: false, unit: '', cautions: [] };
const home = aHousehold({
  years: [aYear({ closed: [{ id: 'c', from: '2026-12-21', to: '2027-01-01', label: 'winter' }] })],
  children: [aChild('A'), aChild('B')],
  courses: [
    aCourse('c', {}, { parts: [{ id: 'w', kind: 'workbook', title: 'workbook' }] }),
    aCourse('d'),
    aCourse('short', { lessons: 1, perLesson: [{ kind: 'practise', count: 1 }] }),
  ],
  enrolments: [anEnrolment('e', 'c'), anEnrolment('f', 'short', { childIds: ['B'] })],
  marks: [{ id: 'm', enrolmentId: 'f', stepId: 'L1-1', date: '2026-09-08', seq: 1, kind: 'done' }],
  materials: [{ ...kit, parts: [{ id: 'pen', name: 'pen', count: 1, have: 0, stops: true }] }],
  books: [{ id: 'b', title: 'A Long Reach', pages: 90, childIds: ['A'], kind: 'aloud', minutes: 15 }],
  decks: [{ id: 'k', name: 'Sounds', daily: 4 }],
  cards: [{ id: 'b', deckId: 'k', n: 0, front: 'b', back: 'y' }],
  memory: [{ id: 'v', strand: 'verse', text: 'The water knows', week: '2026-11-09', childIds: ['A'] }],
});
const e = home.enrolments[0]!;
const on = { enrolmentId: 'e', stepId: 'L1-1', day: TODAY };
const thing = (kind: 'lent' | 'back' | 'broken') => (now: Household, id: () => Id) =>
  moveThing(now, { materialId: 'kit', kind, quantity: 1, day: TODAY, ...(kind === 'lent' ? { who: 'aunt' } : {}) }, id);
const paint = (what: Parameters<typeof paintDays>[3], on: string) => (now: Household) => [
  { table: 'years', put: paintDays(now.years[0]!, toDay(on), toDay(on), what) } as Put,
];
const line = { enrolment: e, teacher: home.teachers[0]!, courseId: 'c', lessonId: 'L1', day: TODAY };
const chosen = (as: 'step' | 'extra' | 'thing') => (now: Household) =>
  extraOfManual(now, line, { words: 'a boat of cork', as, minutes: 10 });

/** What two people who share the work may each enter, of the same thing that happened. */
const DEEDS: Record<string, (now: Household, id: () => Id) => Put[]> = {
  'a mark': (now, id) => markStep(now, on, 'done', id),
  'lessons known at one stroke': (now, id) => known(now, on, 'L3-1', true, id),
  'another course instead': (now) => swapCourse(now, now.years[0], e, 'd', TODAY),
  'a level once more': (now) => takeAgain(now, 'f', false, TODAY),
  'the next year': (now) => makeNextYear(now, now.years[0]!.id, 'next'),
  'a day closed': paint({ kind: 'close', label: 'snow' }, '2026-11-12'),
  'a day out of a break opened': paint({ kind: 'open' }, '2026-12-23'),
  'a light day': paint({ kind: 'light', share: 50 }, '2026-11-12'),
  'a Saturday to catch up': paint({ kind: 'catch-up' }, '2026-11-14'),
  'a sick child': (_, id) => [
    {
      table: 'absences',
      put: { id: id(), childIds: ['A'], from: fromDay(TODAY), to: fromDay(TODAY), why: 'sick', label: '' },
    },
  ],
  'a sitting with a book': (now, id) => readBook(now, 'b', TODAY, id),
  'a table of books read': (now, id) =>
    takeReadings(
      now,
      [
        {
          title: 'Reed Boats',
          author: '',
          childIds: ['A'],
          date: '2026-11-02',
          kind: 'matched',
          minutes: 10,
          from: 1,
          to: 9,
        },
      ],
      id,
    ),
  'what was said by heart': (now, id) => recite(now, 'v', TODAY, true, id),
  'a thing to order': (now, id) => wantThing(now, { materialId: 'kit', quantity: 1, day: TODAY }, id),
  'a thing lent': thing('lent'),
  'a thing that came back': thing('back'),
  'a thing broken': thing('broken'),
  'what a kit lacks jotted down': (now, id) => buyParts(now, 'kit', TODAY, id),
  'an errand': (_, id) => [
    { table: 'jottings', put: jottingRow({ kind: 'errand', text: 'post', weeks: undefined }, TODAY, 1, id()) },
  ],
  'the parts of a course among the things': (now) => thingsOfCourse(now, 'c'),
  'a book asked for at the library': (now, id) => placeHold(now, { title: 'Boats of Bark' }, TODAY, id),
  'a lesson made ready': (now) =>
    makeReady(now, { id: 'p', courseId: 'c', lessonId: 'L1', date: fromDay(TODAY) }, true),
  'a part of the sit-down seen': (now, id) => seePart(now, TODAY - 2, 'left', true, id),
  'a tick of a child': (now, id) =>
    tickOff(
      now,
      { childId: 'A', date: fromDay(TODAY), of: { kind: 'step', enrolmentId: 'e', stepId: 'L1-1' } },
      false,
      id,
    ),
  'a list of cards': (now) => addCards(now, 'k', [{ front: 'a', back: 'x' }]),
  'a deck the other way round': (now) => reverseCards(now, 'k'),
  'a thing named on the sheet of a course': (now) =>
    sheetPuts(now, {
      ...now.courses[1]!,
      units: now.courses[1]!.units.map((u) => ({ ...u, lessons: u.lessons.map((l) => ({ ...l, things: '2 jars' })) })),
    } as Course),
  'a table of things': (now, id) => takeInventory(now, [{ row: 2, name: 'Jar', fields: { place: 'loft' } }], TODAY, id),
  'a step out of the manual': chosen('step'),
  'an extra out of the manual': chosen('extra'),
  'a thing out of the manual': chosen('thing'),
};

it.each(Object.entries(DEEDS))('%s, entered on two devices, is one', (_, deed) => {
  const [phone, laptop] = [new Device('phone', home, 0), new Device('laptop', home, 0)];
  expect(phone.write(deed(home, phone.id), 1e12).length).toBeGreaterThan(0);
  laptop.write(deed(home, laptop.id), 1e12 + 60_000);
  const alone = phone.side.household;
  phone.take(laptop.side);
  laptop.take(phone.side);
  expect(phone.side.household).toEqual(laptop.side.household);
  const inOrder = (h: Household, t: (typeof TABLES)[number]) =>
    [...rowsOf(h, t)].sort((a, b) => (a.id < b.id ? -1 : 1));
  for (const table of TABLES)
    expect([table, inOrder(phone.side.household, table)]).toEqual([table, inOrder(alone, table)]);
});

it('what two of them bought, or took out of a heap, is both', () => {
  for (const kind of ['bought', 'out', 'in'] as const) {
    const [phone, laptop] = [new Device('phone', home, 0), new Device('laptop', home, 0)];
    for (const d of [phone, laptop])
      d.write(moveThing(home, { materialId: 'kit', kind, quantity: 1, day: TODAY }, d.id), 1e12);
    phone.take(laptop.side);
    expect(phone.side.household.movements).toHaveLength(2);
  }
});
