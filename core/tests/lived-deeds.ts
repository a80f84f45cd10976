import fc from 'fast-check';
import { attendanceRow } from '../attendance';
import { type Day, fromDay, paintDays, toDay, type Weekday, weekdayOf } from '../calendar';
import { deleteLesson } from '../course';
import { nodsTo, waitingTicks } from '../day';
import {
  correctMark,
  enterDetails,
  known,
  markStep,
  markSteps,
  moveTo,
  proofFailed,
  ritualDone,
  ritualUndone,
  stopDay,
  swapCourse,
  tickOff,
  unmarkStep,
} from '../deeds';
import type { MarkKind, Put } from '../household';
import { entryText, markOn } from '../log';
import { atPaces, lifeEntered, paceEntered } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { publishWeek, weekPage } from '../week';
import { compare, paceOf, rhythmsOf } from './lived';
import { type Book, kindsOf } from './lived-book';
import { deed, newId, on, type Real } from './lived-real';
import { thingCommands } from './lived-things';
import { aCourse } from './make';

/** What is done in a life, each on both sides: by deed, and in the account book. After each the two are compared. */

/** What the courses of every life are called, by their numbers. */
const NAMES = ['sums', 'letters', 'tales'];
type Step = (book: Book, real: Real) => void;
const command = (name: string, run: Step): fc.Command<Book, Real> => ({
  check: () => true,
  run: (book, real) => {
    run(book, real);
    for (const [what, [mine, theirs]] of Object.entries(compare(book, real)))
      if (JSON.stringify(mine) !== JSON.stringify(theirs))
        throw new Error(
          `${name}, ${fromDay(book.today)}: ${what}: the book has ${JSON.stringify(mine)}, the program ${JSON.stringify(theirs)}`,
        );
  },
  toString: () => name,
});

/** The others missed it who were out that day. */
function whoWasOut(book: Book, e: number, i: number, day: Day) {
  const { kids } = book.course(e);
  if (kids.length > 1)
    for (const k of kids)
      if (book.stays(k, day) && book.away.get(k)!.has(day)) book.missed.add(`${e} ${i} ${day} ${k}`);
}
/** The next step of a course is marked; what was done of it, by the book and by deed. */
function markNext(book: Book, real: Real, which: number, kind: MarkKind): { e: number; i: number } | undefined {
  const e = book.standing[which]!;
  const i = book.next(e);
  if (i < 0 || book.paused(e, book.today)) return undefined;
  deed(real, markStep(real.state, on(book, e, i, book.today), kind, newId(real)));
  book.put(e, i, book.today, kind);
  for (const k of book.course(e).kids) {
    const key = `${e} ${i} ${book.today} ${k}`;
    // What was said of a child stands while something of it was done.
    if (!book.saidMissed.has(key) || kind === 'not today' || kind === 'left out') book.missed.delete(key);
    if (!book.missed.has(key)) book.saidMissed.delete(key);
  }
  if (['done', 'partly', 'again', 'known'].includes(kind)) whoWasOut(book, e, i, book.today);
  book.ticks = book.ticks.filter((t) => t.e !== e || t.i !== i || t.date > book.today);
  return { e, i };
}
const marks = (kind: MarkKind) =>
  fc.nat(2).map((which) => command(`${kind} ${NAMES[which]}`, (book, real) => void markNext(book, real, which, kind)));
const partlyWithSoManyLeft = fc.tuple(fc.nat(2), fc.integer({ min: 1, max: 9 })).map(([which, left]) =>
  command(`${NAMES[which]} partly done, ${left} minutes left`, (book, real) => {
    const step = markNext(book, real, which, 'partly');
    if (!step) return;
    const stepOn = on(book, step.e, step.i, book.today);
    const text = { ...entryText(markOn(real.state, { ...stepOn, date: fromDay(book.today) }), fromDay(book.today)) };
    deed(real, enterDetails(real.state, stepOn, { ...text, minutesLeft: `${left}` }, newId(real)));
    book.of(step.e, step.i).find((m) => m.date === book.today)!.left = left;
  }),
);
const doneInSoLong = fc.tuple(fc.nat(2), fc.integer({ min: 3, max: 50 })).map(([which, minutes]) =>
  command(`${NAMES[which]} done in ${minutes} minutes`, (book, real) => {
    const step = markNext(book, real, which, 'done');
    if (!step) return;
    const stepOn = on(book, step.e, step.i, book.today);
    const text = entryText(markOn(real.state, { ...stepOn, date: fromDay(book.today) }), fromDay(book.today));
    deed(real, enterDetails(real.state, stepOn, { ...text, minutes: `${minutes}` }, newId(real)));
    book.of(step.e, step.i).find((m) => m.date === book.today)!.said = minutes;
  }),
);
/** All that was left of the last day with a list was done that day. */
const leftDone = fc.constant(
  command('what was left is done', (book, real) => {
    const [last] = book.leftOver();
    if (!last) return;
    const { day, steps } = last;
    deed(
      real,
      markSteps(
        real.state,
        steps.map(({ e, i }) => on(book, e, i, day)),
        'done',
        newId(real),
      ),
    );
    for (const { e, i } of steps) {
      book.put(e, i, day, 'done');
      whoWasOut(book, e, i, day);
      book.ticks = book.ticks.filter((t) => t.e !== e || t.i !== i || t.date > day);
    }
  }),
);
/** On yesterday’s page: what comes next was done then. */
const doneYesterday = fc.nat(2).map((which) =>
  command(`${NAMES[which]} was done yesterday`, (book, real) => {
    const [e, day] = [book.standing[which]!, book.today - 1];
    const i = book.next(e);
    if (i < 0 || day < Math.max(book.start, book.course(e).from) || book.paused(e, day)) return;
    deed(real, markStep(real.state, on(book, e, i, day), 'done', newId(real)));
    book.put(e, i, day, 'done');
    whoWasOut(book, e, i, day);
    book.ticks = book.ticks.filter((t) => t.e !== e || t.i !== i || t.date > day);
  }),
);
/** In the record: what was done today was done some days before. */
const mended = fc.tuple(fc.nat(2), fc.integer({ min: 1, max: 5 })).map(([which, by]) =>
  command(`${NAMES[which]} of today is mended to ${by} days before`, (book, real) => {
    const [e, date] = [book.standing[which]!, book.today - by];
    const own = [...book.marks.values()].filter((m) => m.e === e && m.date === book.today && m.kind === 'done').at(-1);
    if (!own || date < Math.max(book.start, book.course(e).from) || book.marks.has(`${e} ${own.i} ${date}`)) return;
    // Who was not with the household yet cannot have done it.
    if (!book.course(e).kids.every((k) => book.stays(k, date))) return;
    const mark = markOn(real.state, { ...on(book, e, own.i, book.today), date: fromDay(book.today) })!;
    const text = { ...entryText(mark, mark.date), date: fromDay(date) };
    deed(real, correctMark(real.state, mark.id, 'done', text, fromDay(book.today), newId(real)));
    book.mend(own, date);
    for (const k of book.course(e).kids) {
      const [key, then] = [book.today, date].map((d) => `${e} ${own.i} ${d} ${k}`) as [string, string];
      // What was said of a child who was there goes with it.
      const said = book.missed.has(key) && !book.away.get(k)!.has(book.today);
      for (const of of [book.missed, book.saidMissed]) {
        of.delete(key);
        if (said) of.add(then);
      }
    }
    whoWasOut(book, e, own.i, date);
  }),
);
/** A day without school becomes one. */
const heldAfterAll = fc.nat(12).map((n) =>
  command(`a day without school ${n} days on is a school day`, (book, real) => {
    let day = Math.max(book.today, book.start) + n;
    while (day <= book.end && book.isOpen(day)) day++;
    if (day > book.end) return;
    const year = real.state.years.find((y) => y.id === book.year.id)!;
    deed(real, [{ table: 'years', put: paintDays(year, day, day, { kind: 'open' }) }]);
    book.closed.delete(day);
    if (!book.life.held(day)) book.extra.add(day);
  }),
);
/** What a day was that nobody spoke of. */
const said = fc
  .tuple(fc.constantFrom('A', 'B'), fc.constantFrom('taught', 'sick', 'closed'), fc.nat(200))
  .map(([child, status, minutes]) =>
    command(`the first day nobody spoke of was ${status} for ${child}`, (book, real) => {
      const [day] = book.silent(child);
      if (day === undefined) return;
      const taught = status === 'taught';
      deed(real, [{ table: 'attendance', put: attendanceRow(child, day, status, taught ? minutes : undefined) }]);
      book.answers.set(`${child} ${day}`, taught ? minutes : undefined);
    }),
  );
const SOME = fc.subarray([1, 2, 3, 4] as Weekday[], { minLength: 1 });
/** A course as the program has it today. */
const courseOf = (book: Book, real: Real, e: number) =>
  atPaces(real.state, book.today).enrolments.find((x) => x.id === book.course(e).id)!;
const weekdays = fc.tuple(fc.nat(2), SOME).map(([which, on]) =>
  command(`${NAMES[which]} on weekdays ${on.join(', ')}`, (book, real) => {
    const e = book.standing[which]!;
    if (book.course(e).turns) return;
    deed(real, [{ table: 'enrolments', put: { ...courseOf(book, real, e), weekdays: on } }]);
    const { weekdays } = book.course(e);
    const { per } = book.paceOn(e, book.today);
    weekdays.splice(weekdays.findLastIndex((w) => w.from <= book.today) + 1, 0, { from: book.today, on, per });
  }),
);
const weekdaysFrom = fc.tuple(fc.nat(2), SOME, fc.integer({ min: 1, max: 25 })).map(([which, on, days]) =>
  command(`${NAMES[which]} on weekdays ${on.join(', ')} from ${days} days on`, (book, real) => {
    const e = book.standing[which]!;
    const from = book.today + days;
    const { per } = book.paceOn(e, book.today);
    const { rule, perSitting } = paceOf({ ...book.course(e), per });
    // In turns it has the days of all.
    if (rule.kind === 'loop' || rule.kind === 'when') return;
    const { most } = book.course(e);
    const minutes = most === undefined ? {} : { minutesPerSitting: most };
    const pace = { from: fromDay(from), weekdays: on, rule, perSitting, ...minutes };
    deed(real, [{ table: 'enrolments', put: paceEntered(courseOf(book, real, e), pace) }]);
    const { weekdays } = book.course(e);
    const others = weekdays.filter((w) => w.from !== from || w.from <= book.today);
    // What would be so by then anyway is not entered.
    const before = others.findLast((w) => w.from <= from)!;
    const same = `${before.on}` === `${on}` && before.per === per;
    weekdays.splice(
      0,
      weekdays.length,
      ...[...others, ...(same ? [] : [{ from, on, per }])].sort((a, b) => a.from - b.from),
    );
  }),
);
/** Said of a child who is there, before or after the others have done it. */
const isMissed = fc.constantFrom('A', 'B').map((child) =>
  command(`the next tale is missed by ${child}`, (book, real) => {
    const e = book.standing[2]!;
    const i = book.next(e);
    if (i < 0 || book.paused(e, book.today) || !book.stays(child, book.today)) return;
    deed(real, markStep(real.state, on(book, e, i, book.today), 'missed', newId(real), child));
    book.missed.add(`${e} ${i} ${book.today} ${child}`);
    book.saidMissed.add(`${e} ${i} ${book.today} ${child}`);
    // That it did it by itself on that very day is taken back with it.
    book.caught = book.caught.filter((c) => c.e !== e || c.i !== i || c.child !== child || c.date !== book.today);
  }),
);
const pause = fc
  .tuple(fc.nat(2), fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 15 }))
  .map(([which, after, days]) =>
    command(`${NAMES[which]} is paused in ${after} days for ${days}`, (book, real) => {
      const e = book.standing[which]!;
      const [from, until] = [book.today + after, book.today + after + days];
      const { pauses } = book.course(e);
      // What is not taken up again within the year is left for later, which is told otherwise.
      if (pauses.some((p) => p.until > book.today) || until > book.end - 7) return;
      const paused = lifeEntered(courseOf(book, real, e), { from: fromDay(from), life: 'paused' }, book.today);
      const again = lifeEntered(paused, { from: fromDay(until), life: 'running' }, book.today);
      deed(real, [{ table: 'enrolments', put: again }]);
      pauses.push({ from, until });
    }),
  );
/** A child does by itself what it missed. */
const catchUp = fc.constant(
  command('what was missed is caught up with', (book, real) => {
    const [m] = book.missedLately();
    if (!m || book.away.get(m.child)!.has(book.today)) return;
    deed(real, markStep(real.state, on(book, m.e, m.i, book.today), 'done', newId(real), m.child));
    book.catchUp(m.e, m.i, m.child);
  }),
);
const circle = fc.constant(
  command('the everyday thing is done', (book, real) => {
    const [ritual] = real.state.rituals;
    if (!book.isOpen(book.today) || ['A', 'B'].every((k) => book.away.get(k)!.has(book.today))) return;
    deed(real, ritualDone(real.state, ritual!, [], book.today, newId(real)));
    book.circle.add(book.today);
  }),
);
const circleOff = fc.constant(
  command('the everyday thing was not done after all', (book, real) => {
    deed(real, ritualUndone(real.state, real.state.rituals[0]!, book.today));
    book.circle.delete(book.today);
  }),
);
/** A lesson goes out of the book, done or still to do. */
const lessonOut = fc.tuple(fc.nat(2), fc.nat(40)).map(([which, n]) =>
  command(`a lesson of ${NAMES[which]} goes out of the book`, (book, real) => {
    const e = book.standing[which]!;
    const steps = book.steps(e);
    if (steps.length < 4) return;
    const i = steps[n % steps.length]!;
    const course = real.state.courses.find(
      (c) => c.id === real.state.enrolments.find((x) => x.id === book.course(e).id)!.courseId,
    )!;
    const lesson = book.lesson(e, i);
    deed(real, [{ table: 'courses', put: deleteLesson(course, `L${lesson + 1}`) }]);
    for (const own of steps.filter((x) => book.lesson(e, x) === lesson)) {
      book.gone.add(`${e} ${own}`);
      book.moves.delete(`${e} ${own}`);
      book.ticks = book.ticks.filter((t) => t.e !== e || t.i !== own);
    }
  }),
);

const publish = fc.constant(
  command('the week is published', (book, real) => {
    if (book.life.unmoved) return;
    const state = atPaces(real.state, book.today);
    const year = state.years.find((y) => y.id === book.year.id)!;
    const plan = makePlan(makeProblem(state, year, book.today), { sweeps: 1, seed: 1 });
    const page = weekPage(state, year, plan, book.today - weekdayOf(book.today) + 1);
    deed(real, [{ table: 'published', put: publishWeek(page) }]);
    book.publish(plan);
  }),
);

/** The deeds of the days, as often as days have them. */
export const commands = [
  ...[1, 2, 3].map(() => marks('done')),
  marks('partly'),
  partlyWithSoManyLeft,
  doneInSoLong,
  leftDone,
  lessonOut,
  publish,
  doneYesterday,
  mended,
  catchUp,
  circle,
  circle,
  circleOff,
  marks('again'),
  marks('not today'),
  marks('known'),
  marks('left out'),
  ...thingCommands(command),
  fc.constant(
    command('the next day', (book) => {
      if (book.today < book.over) book.today++;
    }),
  ),
  fc.constant(
    command('the next day', (book) => {
      if (book.today < book.over) book.today++;
    }),
  ),
  fc.constant(
    command('a week later', (book) => {
      book.today = Math.min(book.over, book.today + 7);
    }),
  ),
  fc.nat(2).map((which) =>
    command(`mark off ${NAMES[which]}`, (book, real) => {
      const e = book.standing[which]!;
      const own = [...book.marks.values()].filter((m) => m.e === e && m.date === book.today && !m.proof).at(-1);
      if (!own) return;
      deed(real, unmarkStep(real.state, on(book, e, own.i, book.today)));
      book.marks.delete(`${e} ${own.i} ${book.today}`);
      for (const k of book.course(e).kids)
        for (const of of [book.missed, book.saidMissed]) of.delete(`${e} ${own.i} ${book.today} ${k}`);
      book.caught = book.caught.filter((c) => c.e !== e || c.i !== own.i || c.date !== book.today);
    }),
  ),
  fc.tuple(fc.constantFrom('A', 'B'), fc.integer({ min: 1, max: 3 })).map(([child, days]) =>
    command(`${child} is sick for ${days} days from tomorrow`, (book, real) => {
      const [from, to] = [book.today + 1, book.today + days];
      const row = { id: newId(real)(), childIds: [child], from: fromDay(from), to: fromDay(to), label: '' };
      deed(real, [{ table: 'absences', put: { ...row, why: 'sick' } }]);
      for (let d = from; d <= to; d++) book.away.get(child)!.add(d);
    }),
  ),
  fc.tuple(fc.constantFrom('A', 'B'), fc.integer({ min: 1, max: 7 })).map(([child, weekday]) =>
    command(`${child} has a trip on the next weekday ${weekday}`, (book, real) => {
      let day = book.today + 1;
      while (weekdayOf(day) !== weekday) day++;
      const once = { from: fromDay(day), to: fromDay(day), weekdays: [], everyWeeks: 1, travel: 0, breaks: [] };
      const who = { childIds: [child], teacherIds: [], takesDay: [], counts: false };
      deed(real, [{ table: 'aways', put: { id: newId(real)(), label: 'trip', ...once, ...who } }]);
      book.away.get(child)!.add(day);
    }),
  ),
  fc.integer({ min: 1, max: 7 }).map((weekday) =>
    command(`the teacher is out on the next weekday ${weekday}`, (book, real) => {
      let day = book.today + 1;
      while (weekdayOf(day) !== weekday) day++;
      const once = { from: fromDay(day), to: fromDay(day), weekdays: [], everyWeeks: 1, travel: 0, breaks: [] };
      const who = { childIds: [], teacherIds: ['T'], takesDay: [], counts: false };
      deed(real, [{ table: 'aways', put: { id: newId(real)(), label: 'out', ...once, ...who } }]);
      book.out.add(day);
    }),
  ),
  fc.constant(
    command('snow tomorrow', (book, real) => {
      const day = book.today + 1;
      if (!book.isOpen(day)) return;
      const painted = paintDays(
        real.state.years.find((y) => y.id === book.year.id)!,
        day,
        day,
        { kind: 'close', label: 'snow' },
      );
      deed(real, [{ table: 'years', put: painted }]);
      book.closed.add(day);
      book.extra.delete(day);
    }),
  ),
  heldAfterAll,
  said,
  weekdays,
  weekdaysFrom,
  pause,
  isMissed,
  fc.nat(2).map((which) =>
    command(`a stretch of ${NAMES[which]} is known`, (book, real) => {
      const e = book.standing[which]!;
      const open = book.steps(e).filter((i) => !book.settled(e, i));
      if (open.length < 4 || book.paused(e, book.today)) return;
      const before = new Set(real.state.proofs.map((p) => p.id));
      deed(real, known(real.state, on(book, e, open[0]!, book.today), book.stepId(e, open[2]!), false, newId(real)));
      const proof = real.state.proofs.find((p) => !before.has(p.id))!.id;
      for (const i of open.slice(0, 3)) book.put(e, i, book.today, 'known', proof);
      book.proofs.push({ id: proof, failed: false });
    }),
  ),
  fc.constant(
    command('the last proof failed', (book, real) => {
      const proof = book.proofs.findLast((p) => !p.failed);
      if (!proof) return;
      deed(real, proofFailed(real.state, proof.id, book.today, newId(real)));
      proof.failed = true;
      for (const m of [...book.marks.values()]) {
        if (m.proof !== proof.id || book.of(m.e, m.i).at(-1) !== m) continue;
        if (m.date === book.today) {
          book.marks.delete(`${m.e} ${m.i} ${m.date}`);
          for (const k of book.course(m.e).kids)
            for (const of of [book.missed, book.saidMissed]) of.delete(`${m.e} ${m.i} ${m.date} ${k}`);
        } else book.put(m.e, m.i, book.today, 'again', proof.id);
      }
    }),
  ),
  fc.tuple(fc.nat(2), fc.integer({ min: 1, max: 9 })).map(([which, by]) =>
    command(`the next of ${NAMES[which]} is moved ${by} days on`, (book, real) => {
      if (book.life.unmoved) return;
      const e = book.standing[which]!;
      const enrolment = real.state.enrolments.find((x) => x.id === book.course(e).id)!;
      const year = real.state.years.find((y) => y.id === book.year.id)!;
      const plan = makePlan(makeProblem(real.state, year, book.today), { sweeps: 1, seed: 1 });
      const days = plan.tracks.find((t) => t.enrolmentId === enrolment.id)?.days.filter((d) => d >= 0) ?? [];
      const from = days.find((d) => d > book.today);
      // What is read needs the parent, who has hours on school days only.
      if (from === undefined || book.paused(e, from + by) || (which > 0 && !book.isOpen(from + by))) return;
      const puts = moveTo(real.state, year, plan, enrolment, from, from + by);
      deed(real, puts);
      const moved = puts.flatMap((p) => (p.table === 'pins' && 'put' in p ? [book.step(e, p.put.stepId)] : []));
      // What comes behind it cannot stand before it any more; what was settled is moved no more.
      for (const [key, day] of book.moves) {
        const [of, i] = key.split(' ').map(Number);
        if (of !== e || moved.length === 0) continue;
        const [before, behind] = [i! < Math.min(...moved), i! > Math.max(...moved)];
        if (book.settled(e, i!) || (day < from + by && behind) || (day > from + by && before)) book.moves.delete(key);
      }
      for (const i of moved) book.moves.set(`${e} ${i}`, from + by);
      // What a published week held in its way is let go: how much that is, is the program’s own.
      for (const [monday, list] of book.published) {
        const kept = real.state.published.find((p) => p.weekStart === fromDay(monday))?.placements ?? [];
        const own = kept.filter((p) => p.enrolmentId === enrolment.id);
        book.published.set(monday, [
          ...list.filter((p) => p.e !== e),
          ...own.map((p) => ({ e, i: book.step(e, p.stepId), day: toDay(p.date) })),
        ]);
      }
    }),
  ),
  fc.nat(2).map((which) =>
    command(`${NAMES[which]} is swapped for another`, (book, real) => {
      const e = book.standing[which]!;
      const old = book.course(e);
      if (old.pauses.some((p) => p.until > book.today)) return;
      const year = real.state.years.find((y) => y.id === book.year.id)!;
      const enrolment = courseOf(book, real, e);
      const id = `${NAMES[which]} ${book.courses.length}`;
      const sat = [...book.marks.values()].some((m) => m.e === e && m.date === book.today && book.sat(m));
      const taken = {
        ...old,
        pauses: [],
        id,
        title: id,
        // Which sheets are easy is said of a book.
        easy: false,
        from: book.today + (sat ? 1 : 0),
      };
      book.courses.push(taken);
      // A sitting holds what it takes to have so many a week; else a step, of a book with no more of them than there is time for.
      const each = (on: readonly number[]) =>
        old.week === undefined ? 1 : Math.ceil((old.week * (old.unit ? kindsOf(old).length : 1)) / on.length);
      taken.weekdays = old.weekdays.map((w) => ({ ...w, per: each(w.on) }));
      book.standing[which] = book.courses.length - 1;
      const n = kindsOf(old).length;
      taken.steps = Math.floor(Math.min(12, book.sittings(book.standing[which])) / n) * n;
      if (taken.steps === 0) {
        book.courses.pop();
        book.standing[which] = e;
        return;
      }
      const perLesson = kindsOf(old).map((kind) => ({ kind, count: 1 }));
      deed(real, [{ table: 'courses', put: aCourse(id, { lessons: taken.steps / n, perLesson }, rhythmsOf(old)) }]);
      deed(real, swapCourse(real.state, year, enrolment, id, book.today));
      taken.id = real.state.enrolments.find((x) => x.courseId === id)!.id;
    }),
  ),
  fc.constant(
    command('stop here', (book, real) => {
      deed(real, stopDay(real.state, [], [], book.today, newId(real)));
      book.stopped = book.today;
    }),
  ),
  fc.nat(1).map((which) =>
    command(`a tick of ${NAMES[which]}`, (book, real) => {
      const e = book.standing[which]!;
      const i = book.next(e);
      const [child] = book.course(e).kids;
      if (i < 0 || book.paused(e, book.today)) return;
      const { enrolmentId, stepId: id } = on(book, e, i, book.today);
      const of = { kind: 'step' as const, enrolmentId, stepId: id };
      deed(real, tickOff(real.state, { childId: child!, date: fromDay(book.today), of }, true, newId(real)));
      if (!book.ticks.some((t) => t.e === e && t.i === i)) book.ticks.push({ e, i, date: book.today, child: child! });
    }),
  ),
  fc.constant(
    command('a nod to all', (book, real) => {
      const waiting = waitingTicks(real.state).map((t) => t.tick);
      const { made, settled } = nodsTo(real.state, waiting, newId(real));
      deed(real, [...made, ...settled.map((id): Put => ({ table: 'ticks', remove: id }))]);
      for (const t of book.ticks)
        if (!book.settled(t.e, t.i) && !book.marks.has(`${t.e} ${t.i} ${t.date}`)) book.put(t.e, t.i, t.date, 'done');
      const gone = new Set(waiting.map((t) => (t.of.kind === 'step' ? `${t.of.enrolmentId} ${t.of.stepId}` : '')));
      book.ticks = book.ticks.filter((t) => !gone.has(`${book.course(t.e).id} ${book.stepId(t.e, t.i)}`));
    }),
  ),
];
