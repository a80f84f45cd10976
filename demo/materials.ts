import {
  type Household,
  type KitPart,
  type Material,
  type Movement,
  type Need,
  type Order,
  type Place,
  placeId,
} from '../core/household';

/** What lies in the lock cottage's cupboards, what the lessons need of it, and what was counted when. */

type Thing = [
  id: string,
  name: string,
  place: string,
  have: number,
  consumable: boolean,
  unit: string,
  cautions?: Material['cautions'],
];

const THINGS: Thing[] = [
  ['abacus', 'abacus, ten wires', 'kitchen dresser', 1, false, ''],
  ['cubes', 'counting cubes', 'kitchen dresser', 60, false, '', ['small parts']],
  ['squared', 'squared paper', 'kitchen dresser', 38, true, 'sheet'],
  ['sheets-b', 'Level B workbook', 'school shelf', 1, false, ''],
  ['glasses', 'magnifying glass', 'school shelf', 1, false, ''],
  ['jars', 'glass jar with lid', 'scullery', 5, false, ''],
  ['tape', 'gummed tape', 'school shelf', 4, true, 'strip'],
  ['logpages', 'printed log page', 'school shelf', 9, true, 'page'],
  ['maps', 'outline map of the river', 'study / map drawer', 24, true, 'map'],
  ['inks', 'coloured ink', 'study / map drawer', 3, false, 'bottle'],
  ['magnets', 'bar magnets', 'top of the wardrobe', 2, false, '', ['magnets']],
  ['candle', 'candle stub', 'scullery', 2, true, '', ['heat']],
  ['tiles', 'letter tiles', 'window seat', 26, false, '', ['small parts']],
  ['cards', 'sound cards', 'window seat', 44, false, ''],
  ['copyhand', 'copybook, small letters', 'window seat', 1, false, ''],
  ['flour', 'flour', 'pantry', 6, true, 'cup', ['allergens']],
  ['seeds', 'runner bean', 'potting shelf', 10, true, 'bean', ['small parts']],
  // What belongs to no course and is found by skill and age.
  ['dice', 'dice, six sides', 'kitchen dresser / games drawer', 7, false, ''],
  ['dominoes', 'dominoes', 'kitchen dresser / games drawer', 1, false, 'set'],
  ['balance', 'kitchen balance with weights', 'scullery', 1, false, ''],
  ['rulers', 'wooden ruler', 'kitchen dresser', 4, false, ''],
  ['compasses', 'pair of compasses', 'kitchen dresser', 2, false, '', ['blades']],
  ['scissors', 'school scissors', 'kitchen dresser', 4, false, ''],
  ['knife', 'craft knife', 'top of the wardrobe', 1, false, '', ['blades']],
  ['laminator', 'laminator', 'top of the wardrobe', 1, false, '', ['heat']],
  ['pouches', 'laminating pouch', 'top of the wardrobe', 18, true, 'pouch'],
  ['gluegun', 'hot glue gun', 'top of the wardrobe', 1, false, '', ['heat']],
  ['copier', 'copy paper', 'study / under the desk', 240, true, 'sheet'],
  ['card', 'white card', 'study / under the desk', 22, true, 'sheet'],
  ['protectors', 'page protector', 'school shelf', 10, false, ''],
  ['wipepens', 'wipe-off pen', 'school shelf', 3, false, 'pen'],
  ['chalk', 'chalk', 'school shelf / slate box', 9, true, 'stick'],
  ['slates', 'slate', 'school shelf / slate box', 3, false, ''],
  ['clayblock', 'potter’s clay', 'potting shelf', 2, true, 'block'],
  ['beads', 'threading beads', 'window seat', 80, false, '', ['small parts']],
  ['spinning', 'spinning top', 'kitchen dresser / games drawer', 2, false, ''],
  ['clock', 'clock face with hands', 'kitchen dresser', 1, false, ''],
  ['coins', 'play coins', 'kitchen dresser / games drawer', 40, false, '', ['small parts']],
  ['tweezers', 'wooden tweezers', 'window seat', 2, false, ''],
  ['puzzle', 'puzzle of the lock gates', 'window seat', 1, false, ''],
  ['paints', 'water colours', 'study / map drawer', 2, false, 'box'],
  ['brushes', 'paint brush', 'study / map drawer', 6, false, 'brush'],
  ['atlas', 'atlas of inland waterways', 'landing shelf', 1, false, ''],
  ['globe', 'globe', 'landing shelf', 1, false, ''],
  ['thermometer', 'thermometer', 'scullery', 1, false, ''],
  ['funnel', 'funnel', 'scullery', 2, false, ''],
  ['string', 'ball of string', 'school shelf', 2, true, 'ball'],
  ['magnifier2', 'pocket lens', 'landing shelf', 1, false, ''],
  ['nuts', 'hazelnuts in the shell', 'pantry', 30, true, 'nut', ['allergens', 'small parts']],
  // Books of the courses, and kits with their parts.
  ['arith-manual', 'Sluice Arithmetic, teacher’s manual', 'school shelf', 1, false, ''],
  ['arith-text', 'Sluice Arithmetic, textbook', 'school shelf', 1, false, ''],
  ['arith-work', 'Sluice Arithmetic, workbook', 'school shelf', 0, false, ''],
  ['reader1', 'River Reader, first part', 'landing shelf', 1, false, ''],
  ['reader2', 'River Reader, second part', 'landing shelf', 1, false, ''],
  ['history-book', 'Tideways, the reading book', 'landing shelf', 1, false, ''],
  ['history-activity', 'Tideways, activity book', 'landing shelf', 1, true, 'book'],
  ['science-book', 'Pond and Sky, field book', 'landing shelf', 1, false, ''],
  ['latin-cards', 'Lingua Fluminis, word cards', 'window seat', 1, false, 'set'],
  ['fractions', 'fraction tiles', 'kitchen dresser / games drawer', 1, false, '', ['small parts']],
  ['phonics', 'letter board with its pen', 'window seat', 1, false, ''],
  ['circuits', 'first circuits', 'kitchen dresser / games drawer', 1, false, '', ['small parts']],
  ['microscope', 'field microscope', 'landing shelf', 1, false, ''],
  ['pressing', 'flower press', 'potting shelf', 1, false, ''],
];

type Want = [
  material: string,
  course: string,
  lesson: string,
  step: string | undefined,
  quantity: number,
  per: Need['per'],
];

/** Steps are named where a single one needs the thing; without one the whole lesson does. */
function wants(): Want[] {
  const list: Want[] = [];
  for (let n = 1; n <= 27; n++) list.push(['squared', 'arith-e', `L${n}`, `L${n}-3`, 2, 'child']);
  for (let n = 1; n <= 26; n++) {
    list.push(['abacus', 'arith-b', `L${n}`, `L${n}-1`, 1, 'child']);
    list.push(['cubes', 'arith-b', `L${n}`, `L${n}-2`, 20, 'child']);
  }
  for (let n = 3; n <= 27; n += 3) list.push(['abacus', 'arith-e', `L${n}`, `L${n}-1`, 1, 'child']);
  for (let n = 1; n <= 40; n += 2) list.push(['maps', 'history', `L${n}`, `L${n}-2`, 1, 'child']);
  for (let n = 1; n <= 40; n += 4) list.push(['inks', 'history', `L${n}`, `L${n}-2`, 2, 'shared']);
  for (let n = 1; n <= 20; n++) {
    list.push(['logpages', 'science', `L${n}`, `L${n}-3`, 1, 'child']);
    if (n % 2 === 0) list.push(['jars', 'science', `L${n}`, `L${n}-2`, 1, 'child']);
    if (n % 3 === 0) list.push(['tape', 'science', `L${n}`, `L${n}-2`, 2, 'shared']);
  }
  list.push(
    ['glasses', 'science', 'L4', 'L4-2', 1, 'child'],
    ['glasses', 'science', 'L5', 'L5-2', 1, 'child'],
    ['glasses', 'science', 'L6', 'L6-2', 1, 'child'],
  );
  list.push(
    ['flour', 'science', 'L6', 'L6-2', 2, 'shared'],
    ['candle', 'science', 'L9', 'L9-2', 1, 'shared'],
    ['candle', 'science', 'L11', 'L11-2', 2, 'shared'],
  );
  list.push(
    ['magnets', 'science', 'L14', 'L14-2', 2, 'child'],
    ['seeds', 'science', 'L17', 'L17-2', 6, 'child'],
    ['seeds', 'science', 'L18', 'L18-2', 2, 'child'],
  );
  for (let n = 1; n <= 10; n++)
    list.push(
      ['tiles', 'letters', `L${n}`, undefined, 30, 'shared'],
      ['cards', 'letters', `L${n}`, `L${n}-1`, 6, 'shared'],
    );
  return list;
}

/** What is known of some things beyond their count: packs, prices, editions, parts, what serves instead. */
const MORE: Record<string, Partial<Material>> = {
  squared: { pack: 50, price: 320, copied: true, leadDays: 4 },
  logpages: { copied: true },
  maps: { copied: true, leadDays: 10 },
  tape: { pack: 12, price: 180 },
  cubes: { substitutes: ['beads', 'dice'], tags: ['counting', 'from 4'] },
  jars: { leadDays: 3, price: 95 },
  pouches: { pack: 25, price: 890 },
  copier: { pack: 500, price: 640, leadDays: 2 },
  dice: { tags: ['counting', 'chance', 'from 5'] },
  dominoes: { tags: ['counting', 'number bonds', 'from 5'] },
  balance: { tags: ['weighing', 'from 6'] },
  beads: { tags: ['patterns', 'fine motor', 'from 4'] },
  seeds: { tags: ['spring'], pack: 12, price: 240 },
  nuts: { tags: ['autumn'] },
  // Two editions that do not belong together: the manual follows another textbook, page for page.
  'arith-manual': { edition: '2nd edition', isbn: '9780000000002', width: 2.6 },
  'arith-text': { edition: '3rd edition', isbn: '9780000000019', width: 2.2 },
  'history-activity': { leadDays: 14, price: 1450 },
  'sheets-b': { width: 1.2 },
  string: { width: 8 },
  slates: { width: 0.6 },
  fractions: kit('fractions', [
    ['whole', 1, 1],
    ['halves', 2, 2],
    ['thirds', 3, 2],
    ['quarters', 4, 4],
  ]),
  phonics: {
    ...kit('phonics', [
      ['board', 1, 1],
      ['pen', 1, 0, true],
    ]),
    substitutes: ['slates'],
  },
  circuits: kit('circuits', [
    ['batteries', 2, 1],
    ['bulbs', 3, 3],
    ['leads', 6, 6],
  ]),
  microscope: kit('microscope', [
    ['glass slides', 10, 7],
    ['cover slips', 10],
  ]),
  pressing: kit('pressing', [['screws', 4, 4]]),
};
function kit(id: string, parts: [name: string, count: number, have?: number, stops?: boolean][]): Partial<Material> {
  return {
    parts: parts.map(([name, count, have, stops], i): KitPart => ({
      ...{ id: `${id}-${i + 1}`, name, count },
      ...(have === undefined ? {} : { have, checked: '2026-10-24' }),
      ...(stops ? { stops } : {}),
    })),
  };
}

/** What is said of places: how often they are reached into, and how long a shelf is. */
const PLACES: Omit<Place, 'id'>[] = [
  { path: 'kitchen dresser', reach: 'daily' },
  { path: 'school shelf', reach: 'daily', room: 22 },
  { path: 'landing shelf', reach: 'weekly', room: 90 },
  { path: 'top of the wardrobe', reach: 'monthly' },
];

/** An order half arrived, one that is late, and a line still to order. */
const ORDERS: Order[] = [
  {
    ...{ id: 'order-1', materialId: 'jars', quantity: 6, date: '2026-10-26', ordered: '2026-10-27' },
    ...{ expected: '2026-11-16', shop: 'the glassmaker by post', price: 570 },
  },
  {
    ...{ id: 'order-2', materialId: 'history-activity', quantity: 3, date: '2026-10-20', ordered: '2026-10-21' },
    ...{ expected: '2026-11-06', shop: 'Towpath Books', price: 4350 },
  },
  { id: 'order-3', materialId: 'tape', quantity: 12, date: '2026-11-08', price: 180 },
];
const AFTER: Omit<Movement, 'seq'>[] = [
  {
    ...{ id: 'came-1', materialId: 'jars', date: '2026-11-09', kind: 'arrived', quantity: 2, orderId: 'order-1' },
  },
  { id: 'lent-1', materialId: 'microscope', date: '2026-11-02', kind: 'lent', quantity: 1, who: 'the Weirs' },
  { id: 'copied-1', materialId: 'logpages', date: '2026-10-12', kind: 'copied', quantity: 12 },
  { id: 'broken-1', materialId: 'jars', date: '2026-10-05', kind: 'broken', quantity: 1 },
];
/** What nobody has counted yet. */
const UNCOUNTED = new Set(['paints', 'brushes', 'wipepens', 'pressing']);

export function stockOfTheCottage(
  countedOn: string,
): Pick<Household, 'materials' | 'movements' | 'orders' | 'needs' | 'places'> {
  const materials = THINGS.map(([id, name, place, , consumable, unit, cautions]): Material => ({
    id,
    name,
    place,
    consumable,
    unit,
    cautions: cautions ?? [],
    ...MORE[id],
  }));
  const counts = THINGS.filter(([id]) => !UNCOUNTED.has(id)).map(([id, , , have], i): Movement => ({
    id: `count-${id}`,
    materialId: id,
    date: countedOn,
    seq: i + 1,
    kind: 'count',
    quantity: have,
  }));
  // Entered as they happened; the marks of those days have numbers of their own.
  const movements = [...counts, ...AFTER.map((m, i): Movement => ({ ...m, seq: counts.length + 1 + i }))];
  const single = wants().map(([materialId, courseId, lessonId, stepId, quantity, per], i): Need => ({
    id: `need-${String(i + 1).padStart(3, '0')}`,
    materialId,
    courseId,
    lessonId,
    ...(stepId ? { stepId } : {}),
    quantity,
    per,
  }));
  const byRule: Need[] = [
    {
      ...{ id: 'rule-1', materialId: 'rulers', courseId: 'arith-e', quantity: 1, per: 'child' },
      rule: { for: 'kind', kind: 'apply' },
    },
    {
      ...{ id: 'rule-2', materialId: 'history-activity', courseId: 'history', quantity: 1, per: 'child' },
      rule: { for: 'course', fromLessonId: 'L20' },
    },
    {
      ...{ id: 'rule-3', materialId: 'phonics', courseId: 'letters', quantity: 1, per: 'shared' },
      rule: { for: 'lessons', every: 3 },
    },
    {
      ...{ id: 'rule-4', materialId: 'paints', courseId: 'history', quantity: 1, per: 'shared' },
      rule: { for: 'lessons', every: 8 },
    },
    {
      ...{ id: 'rule-5', materialId: 'history-book', courseId: 'history', quantity: 1, per: 'shared' },
      rule: { for: 'kind', kind: 'read' },
    },
    {
      ...{ id: 'rule-6', materialId: 'science-book', courseId: 'science', quantity: 1, per: 'shared' },
      rule: { for: 'lessons' },
    },
  ];
  const places = PLACES.map((p): Place => ({ id: placeId(p.path), ...p }));
  return { materials, movements, orders: ORDERS, needs: [...single, ...byRule], places };
}
