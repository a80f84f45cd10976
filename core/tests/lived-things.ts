import fc from 'fast-check';
import { type Day, fromDay } from '../calendar';
import { checkIn, giveUpLine, moveThing, orderLines, wantThing } from '../deeds';
import type { Household, MovementKind } from '../household';
import { comingLate, ledgerOf, netThings, openOrders, orderByWords, shortages, stock, thereWords } from '../materials';
import type { Plan } from '../stagger';
import { type Book, type Entry, PAPER, type Said, type Thing } from './lived-book';
import { deed, newId, type Real } from './lived-real';

/**
 * What is used up in a life: a sheet of paper for every lesson of sums, and a slate of chalk for every sitting that begins a tale, one
 * for each child at it. Counted, bought, lost, ordered and come, and added up by hand from what was entered and what was marked.
 */

const THINGS: readonly Thing[] = ['paper', 'chalk'];
/** Lesson of which course needs it; a spoiled sheet of paper serves on, chalk that is used up is used up. */
const OF: Record<Thing, { e: number; once: boolean }> = { paper: { e: 0, once: true }, chalk: { e: 2, once: false } };

/** Sittings on steps at which a child was, and what it caught up with by itself, in order. */
function sittings(
  book: Book,
  e: number,
  steps: readonly number[],
  child: string,
): { date: Day; order: number; kind: string }[] {
  const own = steps
    .flatMap((i) => book.of(e, i))
    .filter((m) => book.sat(m) && book.stays(child, m.date) && !book.missed.has(`${e} ${m.i} ${m.date} ${child}`));
  const alone = book.caught.filter((c) => c.e === e && steps.includes(c.i) && c.child === child);
  return [...own, ...alone.map((c) => ({ ...c, kind: 'done' }))].sort((a, b) => a.date - b.date || a.order - b.order);
}

/** The steps that take a thing, those that take it together in one: each lesson of sums, each tale that is read. */
function taking(book: Book, thing: Thing): number[][] {
  const { e } = OF[thing];
  const steps = Array.from({ length: book.course(e).steps }, (_, i) => i);
  if (thing === 'chalk') return steps.flatMap((i) => (book.read(e, i) ? [[i]] : []));
  return steps
    .flatMap((i) => (i === 0 || book.lesson(e, i) !== book.lesson(e, i - 1) ? [i] : []))
    .map((first) => steps.filter((i) => book.lesson(e, i) === book.lesson(e, first)));
}

/** What marked work took of a thing, child by child: who was not there took nothing. */
function taken(book: Book, thing: Thing): Entry[] {
  const { e, once } = OF[thing];
  const uses: Entry[] = [];
  for (const steps of taking(book, thing))
    for (const child of book.course(e).kids) {
      // A copy that is begun serves until it is done with.
      let inHand = false;
      for (const { date, order, kind } of sittings(book, e, steps, child)) {
        if (!inHand) uses.push({ thing, date, order, adds: -1 });
        inHand = once || kind === 'partly';
      }
    }
  return uses;
}
/** What is there of a thing: told in order, a count sets it. */
const there = (book: Book, thing: Thing): number =>
  [...book.entries.filter((x) => x.thing === thing), ...taken(book, thing)]
    .sort((a, b) => a.date - b.date || a.order - b.order)
    .reduce((n, x) => x.sets ?? n + (x.adds ?? 0), 0);
/** What a planned sitting will take: a copy for each child that has none begun. */
function wanted(book: Book, thing: Thing, steps: readonly number[], day: Day): number {
  const { e, once } = OF[thing];
  return book.course(e).kids.filter((child) => {
    if (!book.stays(child, day)) return false;
    const own = sittings(book, e, steps, child);
    return own.length === 0 || !(once || own.at(-1)!.kind === 'partly');
  }).length;
}

/** What is wanted of a thing, day by day, by a plan. */
function wantedOn(book: Book, plan: Plan, thing: Thing): Map<Day, number> {
  const { e } = OF[thing];
  const need = new Map<Day, number>();
  const track = book.standing.includes(e) ? plan.tracks.find((t) => t.enrolmentId === book.course(e).id) : undefined;
  const planned = new Map(track?.stepIds.map((id, k) => [book.step(e, id), track.days[k]!]));
  for (const steps of taking(book, thing)) {
    // Of a lesson it is the first sitting to come that takes it.
    const [d] = steps.flatMap((i) => planned.get(i) ?? []);
    if (d !== undefined && d >= 0) need.set(d, (need.get(d) ?? 0) + wanted(book, thing, steps, d));
  }
  return need;
}
/** The days on which something is missing, and how many; what is on its way is there on its day, or by now (`hurried`). */
function lacksOf(book: Book, plan: Plan, thing: Thing, hurried: boolean): [Day, number][] {
  const need = wantedOn(book, plan, thing);
  const coming = book.lines.filter((l) => l.thing === thing && l.expected >= book.today);
  const on = (d: Day) => coming.filter((l) => (hurried ? book.today : l.expected) === d);
  const lacks: [Day, number][] = [];
  let left = Math.max(0, there(book, thing));
  for (let d = book.today; d <= book.end; d++) {
    left += on(d).reduce((n, l) => n + l.open, 0) - (need.get(d) ?? 0);
    if (left < 0) {
      lacks.push([d, -left]);
      left = 0;
    }
  }
  return lacks;
}

/** The first day on which something is missing, how many are missing until the next break, and the last day to order them. */
function shortOf(book: Book, plan: Plan, thing: Thing): [Day, number, Day] | undefined {
  // What is on its way is not ordered again.
  const lacks = lacksOf(book, plan, thing, true);
  const [first] = lacks;
  if (!first) return undefined;
  // Nine days without school end what one order covers.
  let [last, free] = [first[0], 0];
  for (let d = first[0]; d <= book.end && free < 9; d++) {
    free = book.isOpen(d) ? 0 : free + 1;
    if (free === 0) last = d;
  }
  const short = lacks.reduce((n, [d, lack]) => (d <= (free < 9 ? book.end : last) ? n + lack : n), 0);
  // Made ready a week ahead, ordered a week before.
  return [first[0], short, first[0] - 14];
}

/** The first day on which something is missing that is on its way, how many, and when the next of it comes. */
function lateOf(book: Book, plan: Plan, thing: Thing): [Day, number, Day] | undefined {
  const [first] = lacksOf(book, plan, thing, false);
  const [lack] = lacksOf(book, plan, thing, true);
  const days = book.lines
    .filter((l) => l.thing === thing && l.expected > (first?.[0] ?? Infinity))
    .map((l) => l.expected);
  return first && days.length > 0 && (!lack || lack[0] > first[0]) ? [...first, Math.min(...days)] : undefined;
}

export function things(book: Book, state: Household, plan: Plan): Said {
  const said: Said = {};
  const [onHand, nets] = [stock(state), netThings(state, plan)];
  const [short, late] = [shortages(state, plan, nets), comingLate(state, nets)];
  for (const thing of THINGS) {
    const n = there(book, thing);
    said[`${thing}: there`] = [n, onHand.get(thing)];
    said[`${thing}: there, in words`] = [n < 0 ? 'count it' : `${n}`, thereWords(onHand.get(thing)!, true, '').trim()];
    const ledger = ledgerOf(state, thing);
    said[`${thing}: the last line of its life`] = [n, ledger[0]?.balance];
    const used = ledger.filter((l) => l.kind === 'used').reduce((sum, l) => sum + l.quantity, 0);
    said[`${thing}: used by work`] = [taken(book, thing).length, used];
    const own = short.find((s) => s.material.id === thing);
    const told = shortOf(book, plan, thing);
    said[`${thing}: short`] = [told, own && [own.day, own.short, own.orderBy]];
    const comes = late.find((l) => l.material.id === thing);
    said[`${thing}: comes too late`] = [lateOf(book, plan, thing), comes && [comes.day, comes.short, comes.comes]];
    if (own && told) {
      const by = orderByWords('year-month-day', own.orderBy, book.today);
      const words =
        told[2] < book.today
          ? `should have been ordered by ${fromDay(told[2])}`
          : told[2] === book.today
            ? 'order today'
            : `order by ${fromDay(told[2])}`;
      said[`${thing}: when to order it, in words`] = [words, by];
    }
    said[`${thing}: on its way and overdue`] = [
      book.lines
        .filter((l) => l.thing === thing)
        .map((l) => [l.open, l.expected < book.today])
        .sort(),
      openOrders(state, book.today)
        .filter((o) => o.material.id === thing)
        .map((o) => [o.open, o.is === 'overdue'])
        .sort(),
    ];
  }
  return said;
}

/** The rows of what is used up, as a life begins with them. */
export const THING_ROWS = (start: string): Pick<Household, 'materials' | 'movements' | 'needs'> => ({
  materials: THINGS.map((id) => ({ id, name: id, place: '', consumable: true, unit: '', cautions: [] })),
  movements: THINGS.map((materialId) => ({
    ...{ id: `m ${materialId}`, materialId, kind: 'count' as const, quantity: PAPER, date: start, seq: 0, note: '' },
  })),
  needs: [
    ...Array.from({ length: 100 }, (_, i) => ({
      ...{ id: `n${i}`, materialId: 'paper', courseId: 'sums', lessonId: `L${i + 1}`, quantity: 1 },
      per: 'child' as const,
    })),
    {
      ...{ id: 'chalk of tales', materialId: 'chalk', courseId: 'tales', quantity: 1, per: 'child' as const },
      rule: { for: 'kind' as const, kind: 'introduce' as const },
    },
  ],
});

export type Doing = (name: string, run: (book: Book, real: Real) => void) => fc.Command<Book, Real>;
const aThing = fc.constantFrom(...THINGS);
const move = (command: Doing, kind: MovementKind, words: string, most: number, does: (n: number) => Partial<Entry>) =>
  fc.tuple(aThing, fc.integer({ min: kind === 'count' ? 0 : 1, max: most })).map(([thing, n]) =>
    command(`${n} of ${thing} ${words}`, (book, real) => {
      deed(real, moveThing(real.state, { materialId: thing, kind, quantity: n, day: book.today }, newId(real)));
      book.enter({ thing, date: book.today, ...does(n) });
    }),
  );

/** What is entered of things. */
export const thingCommands = (command: Doing) => [
  move(command, 'count', 'are counted', 40, (n) => ({ sets: n })),
  move(command, 'bought', 'are bought', 10, (n) => ({ adds: n })),
  move(command, 'lost', 'are lost', 3, (n) => ({ adds: -n })),
  fc.tuple(aThing, fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 12 })).map(([thing, n, days]) =>
    command(`${n} of ${thing} are ordered, to come in ${days} days`, (book, real) => {
      const { today } = book;
      const before = new Set(real.state.orders.map((o) => o.id));
      deed(real, wantThing(real.state, { materialId: thing, quantity: n, day: today }, newId(real)));
      const { id } = real.state.orders.find((o) => !before.has(o.id))!;
      deed(real, orderLines(real.state, [id], { day: today, expected: today + days }));
      book.lines.push({ thing, id, open: n, expected: today + days });
    }),
  ),
  fc.tuple(fc.nat(5), fc.nat(11), fc.boolean()).map(([which, n, broken]) =>
    command(`of an order ${n + 1} come${broken ? ', one of them broken' : ''}`, (book, real) => {
      const line = book.lines[which % Math.max(1, book.lines.length)];
      if (!line) return;
      const came = { orderId: line.id, quantity: n + 1, ...(broken ? { broken: 1 } : {}) };
      deed(real, checkIn(real.state, [came], book.today));
      const comes = Math.min(n + 1, line.open);
      book.enter({ thing: line.thing, date: book.today, adds: comes });
      if (broken) book.enter({ thing: line.thing, date: book.today, adds: -1 });
      line.open -= comes;
      book.lines = book.lines.filter((l) => l.open > 0);
    }),
  ),
  fc.nat(5).map((which) =>
    command('an order will not come', (book, real) => {
      const line = book.lines[which % Math.max(1, book.lines.length)];
      if (!line) return;
      deed(real, giveUpLine(real.state, line.id, book.today));
      book.lines = book.lines.filter((l) => l !== line);
    }),
  ),
];
