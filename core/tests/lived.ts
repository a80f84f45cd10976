import { childCount, comingOf, spareWords, workOf } from '../attendance';
import { type Day, fromDay, toDay } from '../calendar';
import { contentsWords } from '../course';
import { listsToKeep, noSchoolWords, waitingTicks } from '../day';
import type { Enrolment, Put } from '../household';
import { finishOf, finishWords, fittingWords } from '../overview';
import { atPaces, makeTrack, progressOf, reserveOf } from '../pace';
import { makePlan, makeProblem } from '../stagger';
import { inHand } from '../words';
import { deed, type Real } from './lived-real';
import { things, THING_ROWS } from './lived-things';
import { views } from './lived-views';
import { sayings } from './lived-words';
import { aCourse, aHousehold, anEnrolment } from './make';
import { Book, CIRCLE, kindsOf, type Said } from './lived-book';
import type { Life } from './lived-lives';

/** A household that is lived in: by real deeds on the one side, by a plain account book on the other. */

/** The pace of a course: even, so many a week, or in turns with others. */
export const paceOf = ({
  per = 1,
  week,
  unit,
  turns,
  sitting,
  printed,
}: Life['enrolments'][number]): Pick<Enrolment, 'rule' | 'perSitting'> => ({
  rule: turns
    ? { kind: 'loop', loopId: 'turns' }
    : sitting !== undefined
      ? { kind: 'minutes', minutes: sitting }
      : printed
        ? { kind: 'printed' }
        : week === undefined
          ? { kind: 'even' }
          : { kind: 'weekly', n: week, unit: unit ?? 'steps' },
  perSitting: per,
});

/** The rhythm that a book prints. */
export const rhythmsOf = ({ printed }: Life['enrolments'][number]) =>
  printed ? { rhythms: [{ id: 'printed', name: 'printed', ...printed }] } : {};

export const begin = (life: Life): Real => ({
  n: 0,
  state: aHousehold({
    years: [...life.earlier, life.year, ...(life.next ? [life.next] : [])],
    children: life.children,
    courses: life.enrolments.map((e) =>
      aCourse(
        e.id,
        {
          lessons: e.steps / kindsOf(e).length,
          perLesson: kindsOf(e).map((kind) => ({ kind, count: 1 })),
        },
        rhythmsOf(e),
      ),
    ),
    enrolments: life.enrolments.map((e) =>
      anEnrolment(e.id, e.id, {
        ...{ childIds: e.kids, weekdays: life.year.weekdays, ...paceOf(e) },
        ...(e.by === undefined ? {} : { target: e.by }),
        ...(e.on === undefined ? {} : { firstDate: e.on }),
        ...(e.most === undefined ? {} : { minutesPerSitting: e.most }),
        ...(e.easy ? { easy: ['practise' as const] } : {}),
      }),
    ),
    ...THING_ROWS(life.year.start),
    loops: life.enrolments.some((e) => e.turns)
      ? [{ id: 'turns', name: 'turns', weekdays: life.year.weekdays, turns: 'next', order: ['sums', 'tales'] }]
      : [],
    rituals: [
      {
        ...{ id: 'circle', title: 'circle', childIds: ['A', 'B'], teacherId: 'T', weekdays: [1, 2, 3, 4, 5, 6, 7] },
        ...{ minutes: CIRCLE, presence: 'with' },
      },
    ],
  }),
});

/** Everything that both sides say, side by side; words with a figure are read back and compared as well. */
export function compare(book: Book, real: Real): Said {
  const { life, end, today } = book;
  const year = real.state.years.find((y) => y.id === book.year.id)!;
  const plan = makePlan(makeProblem(atPaces(real.state, today), year, today), { sweeps: 1, seed: 1 });
  const kept = listsToKeep(real.state, year, plan, today, real.before);
  deed(
    real,
    kept.map((put): Put => ({ table: 'dayLists', put })),
  );
  real.before = plan;
  book.keepLists(plan);
  const state = atPaces(real.state, today);
  const said: Said = {
    ...{ ...sayings(book, state, year, plan), ...things(book, state, plan), ...views(book, state, year, plan) },
  };
  for (const e of book.standing) {
    const x = book.course(e);
    const enrolment = state.enrolments.find((y) => y.id === x.id)!;
    const left = book.left(e);
    said[`${x.id}: steps left`] = [left, progressOf(state, enrolment).open];
    said[`${x.id}: next`] = [
      book.next(e) < 0 ? undefined : book.stepId(e, book.next(e)),
      progressOf(state, enrolment).next?.id,
    ];
    const reserve = reserveOf(makeTrack(state, year, enrolment, today), year);
    const inHandNow = left === 0 ? undefined : book.inHand(e);
    said[`${x.id}: days in hand`] = [inHandNow, reserve.daysInHand];
    const track = plan.tracks.find((t) => t.enrolmentId === x.id);
    const days = (track?.days ?? []).filter((d) => d >= 0);
    const words = finishWords('year-month-day', finishOf(plan, x.id, reserve), today);
    const told = /would finish (\S+)/.exec(words)?.[1];
    // Of the course of one who has left nothing is told any more.
    const gone = x.kids.every((k) => book.life.children.some((c) => c.id === k && c.until && today > toDay(c.until)));
    const short = gone ? 0 : book.noDay(e);
    said[`${x.id}: would finish`] = [left > 0 && short === 0 && !gone ? fromDay(Math.max(...days)) : undefined, told];
    said[`${x.id}: finds no day`] = [
      short || undefined,
      Number(/^(\d+) steps? finds? no day/.exec(words)?.[1]) || undefined,
    ];
    said[`${x.id}: nothing today once it is used or over`] = [
      (book.usedToday(e) || book.stopped === today) && !book.room(e).has(today) ? false : days.includes(today),
      days.includes(today),
    ];
    if (reserve.daysInHand !== undefined) {
      const figure = Number(/\d+/.exec(inHand(reserve.daysInHand))?.[0] ?? 0);
      said[`${x.id}: in hand in words`] = [Math.abs(inHandNow ?? 0), figure];
    }
  }
  const lacking = book.standing.map((e) => said[`${book.course(e).id}: finds no day`]![0]).filter(Boolean);
  const fitting = [...fittingWords(state, plan, today)[0]!.matchAll(/by (\d+) steps?/g)].map((m) => Number(m[1]));
  said['does not fit, in words'] = [[...lacking].sort(), [...fitting].sort()];
  // Of the days between two years the page itself speaks.
  const between = today < book.start;
  said['a day without school is called one'] = [
    between || book.isOpen(today),
    noSchoolWords(state, year, today) === '',
  ];
  for (const e of book.standing) {
    const { id } = book.course(e);
    const steps = book.steps(e).length;
    const lessons = new Set(book.steps(e).map((i) => book.lesson(e, i))).size;
    const { courseId } = state.enrolments.find((x) => x.id === id)!;
    const contents = contentsWords(state.courses.find((c) => c.id === courseId)!.units);
    said[`${id}: contents`] = [
      `${lessons} lesson${lessons === 1 ? '' : 's'}, ${steps} step${steps === 1 ? '' : 's'}`,
      contents,
    ];
  }
  const coming = comingOf(state, year, plan);
  const counts = state.children.map((c) => childCount(state, year, c, today, coming));
  const spares: number[] = [];
  for (const count of counts) {
    const { id } = count.child;
    if (id === 'C') {
      said['C: nothing is asked'] = [undefined, count.days.spare];
      continue;
    }
    const work = book.work(id);
    const school = book.school(id);
    const inOrder = (days: ReadonlyMap<Day, number>) => [...days].sort((a, b) => a[0] - b[0]);
    said[`${id}: worked`] = [inOrder(school), inOrder(workOf(state, id))];
    const counted = book.counted(id);
    said[`${id}: days`] = [counted.size, count.days.counted];
    said[`${id}: minutes`] = [[...counted.values()].reduce((a, b) => a + b, 0), count.minutes.counted];
    const moved = new Set(
      book.standing
        .map((e) => book.course(e))
        .filter((x) => x.kids.includes(id))
        .flatMap((x) => plan.tracks.find((t) => t.enrolmentId === x.id)?.days ?? []),
    );
    let toCome = 0;
    for (let d = today; d <= end; d++)
      if ((book.isOpen(d) || moved.has(d)) && !book.away.get(id)!.has(d) && !work.has(d)) toCome++;
    said[`${id}: days to come`] = [toCome, count.days.toCome];
    // Of who leaves before the year ends no whole year is asked.
    if (book.stays(id, end)) spares.push(counted.size + toCome - life.required);
    const ahead = new Map<Day, number>();
    for (const e of book.standing) {
      const track = plan.tracks.find((t) => t.enrolmentId === book.course(e).id);
      track?.days.forEach((d, k) => {
        const at = book.step(e, track.stepIds[k]!);
        if (book.course(e).kids.includes(id) && d >= 0 && !book.away.get(id)!.has(d))
          ahead.set(d, (ahead.get(d) ?? 0) + book.toDo(e, at));
      });
    }
    // What is done every day comes beside them, on days of school.
    for (const [d, n] of ahead) if (book.isOpen(d) && !book.circle.has(d)) ahead.set(d, n + CIRCLE);
    said[`${id}: minutes to come`] = [[...ahead.values()].reduce((a, b) => a + b, 0), count.minutes.toCome];
    const asked = count.unmarked.filter((d) => d < today).length;
    said[`${id}: days to answer`] = [book.silent(id).length, asked];
  }
  const words = spareWords(counts);
  const lacks = spares.filter((s) => s < 0);
  // What both lack alike is told once.
  const short = new Set(lacks).size === 1 ? lacks.slice(0, 1) : lacks;
  said['spare in words'] =
    short.length > 0
      ? [short.map((s) => -s), [...words.matchAll(/(\d+) days? short/g)].map((m) => Number(m[1]))]
      : [Math.min(...spares), Number(/^(\d+) to spare/.exec(words)?.[1])];
  said['ticks that wait'] = [
    book.ticks.filter((t) => !book.settled(t.e, t.i) && !book.marks.has(`${t.e} ${t.i} ${t.date}`)).length,
    waitingTicks(state).length,
  ];
  return said;
}
