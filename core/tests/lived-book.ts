import { type Day, toDay, weekdayOf } from '../calendar';
import type { Kind, MarkKind, SchoolYear } from '../household';
import { type Plan } from '../stagger';
import type { Life } from './lived-lives';

/** The account book of a household that is lived in: what a person would keep by hand, told without the program. */

export const PAPER = 60;
/** Minutes of what is read to a child; a sheet takes fewer. */
export const READ = 20;
const MINUTES: Partial<Record<Kind, number>> = { introduce: READ, practise: 15, assess: 20 };
/** Minutes of the everyday thing of A and B; it is school beside other work only. */
export const CIRCLE = 5;
/** What a lesson of a course has, step by step. */
export const kindsOf = ({ lesson, minutes }: Life['enrolments'][number]): readonly Kind[] =>
  lesson ?? [minutes === READ ? 'introduce' : 'practise'];

/** What stands in the account book of one step on one date; `order`: how it was written in. */
interface Stroke {
  e: number;
  i: number;
  date: Day;
  kind: MarkKind;
  order: number;
  proof?: string;
  /** Minutes of it that were said to be left, and how long it took where that was said. */
  left?: number;
  said?: number;
}

/** What is used up in every life (lived-things.ts). */
export type Thing = 'paper' | 'chalk';
/** What was entered of a thing, on a day, in the order of writing. */
export interface Entry {
  thing: Thing;
  date: Day;
  order: number;
  sets?: number;
  adds?: number;
}
/** An open line of an order. */
export interface Line {
  thing: Thing;
  id: string;
  open: number;
  expected: Day;
}

/** The account book: what was marked, who was away, what was closed. Everything else is added up from it anew each time. */
export class Book {
  today: Day;
  /** By enrolment, step and date: what stands there. */
  marks = new Map<string, Stroke>();
  private written = 0;
  /** The marks step by step, in order of dates, as long as none is added or taken away. */
  private sorted: { as: string; of: Map<string, Stroke[]> } = { as: '', of: new Map() };
  missed = new Set<string>();
  /** Of those, what was said before anything was done. */
  saidMissed = new Set<string>();
  /** What a child caught up with by itself. */
  caught: { e: number; i: number; date: Day; child: string; order: number }[] = [];
  away = new Map<string, Set<Day>>([
    ['A', new Set()],
    ['B', new Set()],
  ]);
  closed = new Set<Day>();
  /** Days on which the one teacher is out all day: what is read to a child is not read then, but where it was put there by hand. */
  out = new Set<Day>();
  /** Days on which school is held though the year has none on them. */
  extra = new Set<Day>();
  /** What was said of a child’s day that carries no work, by child and day; minutes where it was taught. */
  answers = new Map<string, number | undefined>();
  ticks: { e: number; i: number; date: Day; child: string }[] = [];
  proofs: { id: string; failed: boolean }[] = [];
  stopped: Day | undefined;
  /** Days on which the everyday thing was done. */
  circle = new Set<Day>();
  /** What was entered of things that are used up, and the open lines of orders. */
  entries: Entry[] = [];
  lines: Line[] = [];
  /** Lessons taken out of the book, by course and number. */
  gone = new Set<string>();
  /** Steps moved by hand, by course and number, to the day they were moved to. */
  moves = new Map<string, Day>();
  /** The courses of the life and, behind them, those that were swapped in, each with the first day it can be taken on. */
  courses: (Life['enrolments'][number] & {
    from: Day;
    /** On which weekdays it is taken from a day on, and how many steps a sitting holds then. */
    weekdays: { from: Day; on: readonly number[]; per: number }[];
    /** From which day until before which it is paused. */
    pauses: { from: Day; until: Day }[];
    /** Of what was swapped in: what its book is called. */
    title?: string;
    /** Where the life had it, or what it was swapped for. */
    place: number;
  })[];
  /** Which course stands where the life had its first, second and third. */
  standing: number[];

  constructor(readonly life: Life) {
    this.today = toDay(life.year.start);
    this.courses = life.enrolments.map((e, place) => ({
      ...{ ...e, from: e.on === undefined ? this.start : toDay(e.on), place },
      weekdays: [{ from: this.start, on: life.year.weekdays, per: e.per ?? 1 }],
      pauses: [],
    }));
    for (const thing of ['paper', 'chalk'] as const) this.enter({ thing, date: this.start, sets: PAPER });
    this.standing = life.enrolments.map((_, e) => e);
    // Whoever is not with the household has no school in it.
    for (const { id, from, until } of life.children)
      for (let d = this.start; d <= this.over; d++)
        if ((from && d < toDay(from)) || (until && d > toDay(until))) this.away.get(id)?.add(d);
  }

  /** The year of today: the one it lies in, else the next. */
  get year(): SchoolYear {
    return this.yearOn(this.today);
  }
  private yearOn(day: Day): SchoolYear {
    const { year, next } = this.life;
    return next && day > toDay(year.end) ? next : year;
  }
  get start(): Day {
    return toDay(this.year.start);
  }
  get end(): Day {
    return toDay(this.year.end);
  }
  /** The last day of the last year. */
  get over(): Day {
    return toDay((this.life.next ?? this.life.year).end);
  }
  isOpen(day: Day): boolean {
    const { year, next } = this.life;
    if (![year, next].some((y) => y && day >= toDay(y.start) && day <= toDay(y.end))) return false;
    return this.extra.has(day) || (this.life.held(day) && !this.closed.has(day));
  }
  paused(e: number, day: Day): boolean {
    return this.course(e).pauses.some((p) => p.from <= day && day < p.until);
  }
  /** Whether a course is taken on that weekday by then; a day on which the year has no school is everybody’s. */
  takes(e: number, day: Day): boolean {
    return this.paceOn(e, day).on.includes(weekdayOf(day)) || !this.yearOn(day).weekdays.includes(weekdayOf(day));
  }
  /** On which weekdays a course is taken by then, and how many steps a sitting holds. */
  paceOn(e: number, day: Day) {
    const { weekdays } = this.course(e);
    return weekdays.findLast((w) => w.from <= day) ?? weekdays[0]!;
  }
  /** Whether a child is with the household on a day. */
  stays(child: string, day: Day): boolean {
    const { from, until } = this.life.children.find((c) => c.id === child)!;
    return (!from || day >= toDay(from)) && (!until || day <= toDay(until));
  }
  /** A course by its number. */
  course(e: number) {
    return this.courses[e]!;
  }
  /** Of which lesson a step is, from 0. */
  lesson(e: number, i: number): number {
    return Math.floor(i / kindsOf(this.course(e)).length);
  }
  kind(e: number, i: number): Kind {
    const kinds = kindsOf(this.course(e));
    return kinds[i % kinds.length]!;
  }
  minutes(e: number, i: number): number {
    return MINUTES[this.kind(e, i)]!;
  }
  /** Which lessons are out of each book, as long as no other one goes. */
  private lessonsOut = { of: 0, all: new Map<number, Set<number>>() };
  /** What counts as one in a week: a printed day, or a lesson. */
  group(e: number, i: number): number {
    const { days, lessons } = this.course(e).printed ?? { days: 1, lessons: 1 };
    if (!this.course(e).printed) return this.lesson(e, i);
    // By its place among the lessons that the book has by now.
    if (this.lessonsOut.of !== this.gone.size) {
      this.lessonsOut = { of: this.gone.size, all: new Map() };
      for (const [of, x] of [...this.gone].map((key) => key.split(' ').map(Number) as [number, number]))
        this.lessonsOut.all.set(of, (this.lessonsOut.all.get(of) ?? new Set()).add(this.lesson(of, x)));
    }
    const lesson = this.lesson(e, i);
    const out = [...(this.lessonsOut.all.get(e) ?? [])].filter((x) => x < lesson).length;
    return Math.floor(((lesson - out) * days) / Math.max(days, lessons));
  }
  /** How many steps a sitting holds on a day. */
  sittingOn(e: number, day: Day): number {
    const { sitting, printed } = this.course(e);
    if (sitting === undefined) return printed ? 100 : this.paceOn(e, day).per;
    // By the median of what steps took, once five are known; by the book before.
    const took = [...this.marks.values()].flatMap((m) => (m.e === e && m.kind === 'done' ? (m.said ?? []) : []));
    const known = took.length < 5 ? this.steps(e).map((i) => this.minutes(e, i)) : took;
    return Math.max(1, Math.floor(sitting / known.sort((a, b) => a - b)[Math.floor((known.length - 1) / 2)]!));
  }
  /** Whether it is read to a child: the teacher is beside it all through, and begins a lesson with it. */
  read(e: number, i: number): boolean {
    return this.kind(e, i) === 'introduce';
  }
  stepId(e: number, i: number): string {
    return `L${this.lesson(e, i) + 1}-${(i % kindsOf(this.course(e)).length) + 1}`;
  }
  /** A step’s number by its name. */
  step(e: number, id: string): number {
    const [lesson, at] = [...id.matchAll(/\d+/g)].map(Number);
    return (lesson! - 1) * kindsOf(this.course(e)).length + at! - 1;
  }
  of(e: number, i: number) {
    const as = `${this.written} ${this.marks.size}`;
    if (this.sorted.as !== as) {
      this.sorted = { as, of: new Map() };
      for (const m of [...this.marks.values()].sort((a, b) => a.date - b.date)) {
        const own = this.sorted.of.get(`${m.e} ${m.i}`);
        if (own) own.push(m);
        else this.sorted.of.set(`${m.e} ${m.i}`, [m]);
      }
    }
    return this.sorted.of.get(`${e} ${i}`) ?? [];
  }
  settled(e: number, i: number): boolean {
    return ['done', 'known', 'left out'].includes(this.of(e, i).at(-1)?.kind ?? '');
  }
  /** The first step still to do; −1 when there is none. */
  next(e: number): number {
    for (let i = 0; i < this.course(e).steps; i++) if (!this.gone.has(`${e} ${i}`) && !this.settled(e, i)) return i;
    return -1;
  }
  steps(e: number): number[] {
    return Array.from({ length: this.course(e).steps }, (_, i) => i).filter((i) => !this.gone.has(`${e} ${i}`));
  }
  left(e: number): number {
    return this.steps(e).filter((i) => !this.settled(e, i)).length;
  }
  put(e: number, i: number, date: Day, kind: MarkKind, proof?: string) {
    const key = `${e} ${i} ${date}`;
    // What is written over on its date keeps its place in the order of the day.
    const { order = this.written, left, said } = this.marks.get(key) ?? {};
    this.written++;
    // Marked otherwise, how long it took stands; what was said to be left of it as long as it is partly done.
    const rest = {
      ...(kind === 'partly' && left !== undefined ? { left } : {}),
      ...(said === undefined ? {} : { said }),
    };
    this.marks.set(key, { e, i, date, kind, order, ...rest, ...(proof ? { proof } : {}) });
  }
  /** A child does by itself what it missed. */
  catchUp(e: number, i: number, child: string) {
    // What was said of it on that very day is taken back with it.
    for (const of of [this.missed, this.saidMissed]) of.delete(`${e} ${i} ${this.today} ${child}`);
    this.caught.push({ e, i, date: this.today, child, order: this.written++ });
  }
  /** Something is entered of a thing. */
  enter(entry: Omit<Entry, 'order'>) {
    this.entries.push({ ...entry, order: this.written++ });
  }
  /** A mark is moved to another date, on which the step has none. */
  mend(m: Stroke, date: Day) {
    this.written++;
    this.marks.delete(`${m.e} ${m.i} ${m.date}`);
    this.marks.set(`${m.e} ${m.i} ${date}`, { ...m, date });
  }
  /** What was published for a week, by its Monday: what was planned in it then, and what had been sat for. */
  published = new Map<Day, { e: number; i: number; day: Day }[]>();
  publish({ tracks }: Plan) {
    const monday = this.today - weekdayOf(this.today) + 1;
    const within = (d: Day) => d >= monday && d < monday + 7;
    const planned = tracks.flatMap((t) => {
      const e = this.courses.findIndex((x) => x.id === t.enrolmentId);
      return t.stepIds.flatMap((id, k) => {
        const [day, i] = [t.days[k]!, this.step(e, id)];
        // A mark of the day itself decides what its line says: what was only put back then is not listed as to be done.
        return within(day) && !this.marks.has(`${e} ${i} ${day}`) ? [{ e, i, day }] : [];
      });
    });
    const sat = [...this.marks.values()].filter((m) => within(m.date) && this.sat(m));
    this.published.set(monday, [...planned, ...sat.map(({ e, i, date }) => ({ e, i, day: date }))]);
  }
  /** What stood on the list of each school day, written down once. */
  lists = new Map<Day, { e: number; i: number }[]>();
  private planned: { today: Day; tracks: Plan['tracks'] } | undefined;
  /** In the evening of a deed: today’s list is written down if there is none, and those of days that nobody looked at since. */
  keepLists({ tracks }: Plan) {
    const on = (plan: Plan['tracks'], d: Day) =>
      plan.flatMap((t) => {
        const e = this.courses.findIndex((x) => x.id === t.enrolmentId);
        return t.stepIds.flatMap((id, k) => (t.days[k] === d ? [{ e, i: this.step(e, id) }] : []));
      });
    const list = (d: Day, placed: { e: number; i: number }[]) => {
      if (placed.length > 0 && this.isOpen(d) && !this.lists.has(d)) this.lists.set(d, placed);
    };
    // A stretch that fell away at one stroke was on nobody’s list.
    const here = [...this.marks.values()].filter((m) => m.date === this.today && !(m.proof && m.kind === 'known'));
    list(this.today, [...on(tracks, this.today), ...here]);
    const { planned } = this;
    if (planned)
      for (let d = Math.max(planned.today, this.today - 28); d < this.today; d++)
        list(
          d,
          on(planned.tracks, d).filter(
            ({ e, i }) => !this.of(e, i).some((m) => m.date < d && ['done', 'known', 'left out'].includes(m.kind)),
          ),
        );
    this.planned = { today: this.today, tracks };
  }
  /** What was left of the last day that has a list, and of each day before it for four weeks, a step once. */
  leftOver(): ({ day: Day; steps: { e: number; i: number }[] } | undefined)[] {
    const days = [...this.lists.keys()].filter((d) => d < this.today && d >= this.today - 28).sort((a, b) => b - a);
    const seen = new Set<string>();
    const left = days.map((day) => {
      const open = this.lists.get(day)!.filter(({ e, i }) => {
        const key = `${e} ${i}`;
        if (
          !this.standing.includes(e) ||
          this.paused(e, this.today) ||
          this.gone.has(key) ||
          this.settled(e, i) ||
          // Marked then, or since: what was worked on again was carried.
          this.of(e, i).some((m) => m.date >= day) ||
          seen.has(key)
        )
          return false;
        if (this.course(e).kids.every((k) => this.away.get(k)!.has(day))) return false;
        seen.add(key);
        return true;
      });
      return { day, steps: open };
    });
    const [last, ...older] = left;
    return [last?.steps.length ? last : undefined, ...older.filter((d) => d.steps.length > 0)];
  }
  /** The minutes that are to do of a step before a day, or by now: what the last sitting before it left, or all of it. */
  toDo(e: number, i: number, date = Infinity): number {
    const before = this.of(e, i).findLast((m) => m.date < date && m.kind !== 'not today');
    return before?.left ?? this.minutes(e, i);
  }
  /** Whether a sitting was spent on it: a step that was settled and is put back was not sat for. */
  sat = ({ e, i, date, kind }: Stroke): boolean =>
    ['done', 'partly'].includes(kind) ||
    (kind === 'again' &&
      !['done', 'known', 'left out'].includes(this.of(e, i).findLast((m) => m.date < date)?.kind ?? ''));
  /** Minutes of a sitting. */
  took = ({ e, i, date, left = 0, said }: Omit<Stroke, 'said'> & { said?: number | undefined }): number =>
    said ?? Math.max(0, this.toDo(e, i, date) - left);
  /** Whether a mark is work: something was sat for; a step put back after it was settled was not. */
  work(child: string): Map<Day, number> {
    const days = new Map<Day, number>();
    for (const m of this.marks.values()) {
      const { kids } = this.course(m.e);
      if (!kids.includes(child) || !this.stays(child, m.date) || this.missed.has(`${m.e} ${m.i} ${m.date} ${child}`))
        continue;
      if (this.sat(m)) days.set(m.date, (days.get(m.date) ?? 0) + this.took(m));
      if (m.kind === 'known' && !m.proof) days.set(m.date, days.get(m.date) ?? 0);
    }
    for (const c of this.caught) if (c.child === child) days.set(c.date, (days.get(c.date) ?? 0) + this.restOf(c));
    return days;
  }
  /** Days and minutes of school as they count for a child: what was said of a day stands over what was marked. */
  counted(child: string): Map<Day, number> {
    const days = new Map([...this.school(child)].filter(([d]) => d >= this.start && d <= this.end));
    for (const [key, minutes] of this.answers) {
      const [who, day] = key.split(' ');
      if (who !== child || Number(day) < this.start || Number(day) > this.end) continue;
      if (minutes === undefined) days.delete(Number(day));
      else days.set(Number(day), minutes);
    }
    return days;
  }
  /** School days of a child before today, of which nothing is known. */
  silent(child: string, from = this.start): Day[] {
    const work = this.work(child);
    const days: Day[] = [];
    for (let d = from; d < this.today; d++)
      if (this.isOpen(d) && !this.away.get(child)!.has(d) && !work.has(d) && !this.answers.has(`${child} ${d}`))
        days.push(d);
    return days;
  }
  /** What a child that caught up had not done with the others since the step was last begun anew. */
  restOf({ e, i, date, child, order }: Book['caught'][number]): number {
    const all = this.of(e, i).filter((m) => m.date < date || (m.date === date && m.order < order));
    const since = all.slice(all.findLastIndex((m) => m.kind === 'again') + 1);
    const did = since
      .filter((m) => this.sat(m) && this.stays(child, m.date) && !this.missed.has(`${e} ${i} ${m.date} ${child}`))
      .reduce((n, m) => n + this.took(m), 0);
    return Math.max(0, this.minutes(e, i) - did);
  }
  /** What children missed in the last two weeks that the others did, and have not caught up with. */
  missedLately(): { e: number; i: number; on: Day; child: string }[] {
    const found = new Map<string, { e: number; i: number; on: Day; child: string }>();
    for (const key of this.missed) {
      const [e, i, on, child] = [...key.split(' ').slice(0, 3).map(Number), key.split(' ')[3]] as never as [
        ...[number, number, Day],
        string,
      ];
      const all = this.of(e, i);
      // Taught all over again since, or still to be: nobody missed it then.
      const sat = all.filter((m) => ['done', 'partly', 'again'].includes(m.kind));
      // What was shown known counts as held as long as that stands.
      const known = all.at(-1)?.kind === 'known' && all.at(-1)!.date === on;
      if (!known && !all.some((m) => m.date === on && this.sat(m))) continue;
      const anew = sat.some((m, k) => m.kind === 'again' && m.date >= on && sat[k + 1] && sat[k + 1]!.kind !== 'again');
      const toCome = sat.at(-1)?.kind === 'again' && !this.settled(e, i);
      // Shown known since: nobody has it to catch up with.
      if (all.at(-1)?.kind === 'known' && all.at(-1)!.date > on) continue;
      const caught = this.caught.some((c) => c.e === e && c.i === i && c.child === child && c.date >= on);
      if (!this.standing.includes(e) || this.paused(e, this.today)) continue;
      if (this.gone.has(`${e} ${i}`) || anew || caught) continue;
      if (toCome || !this.stays(child, this.today)) continue;
      const before = found.get(`${e} ${i} ${child}`);
      if (!before || before.on < on) found.set(`${e} ${i} ${child}`, { e, i, on, child });
    }
    return [...found.values()].filter((m) => m.on < this.today && m.on >= this.today - 14);
  }
  /** Minutes of school by day: work, and beside it what is done every day. */
  school(child: string): Map<Day, number> {
    const out = this.away.get(child)!;
    return new Map(
      [...this.work(child)].map(([d, n]) => [d, n + (this.circle.has(d) && !out.has(d) ? CIRCLE : 0)] as const),
    );
  }
  /** Sittings that are left for a course on each day: today's too, unless it was used, put off, or the day is over. */
  room(e: number): Map<Day, number> {
    const { kids, from, turns } = this.course(e);
    const room = new Map<Day, number>();
    const open = this.steps(e).filter((i) => !this.settled(e, i));
    if (turns) {
      for (const d of this.soonest(e, open)) if (d <= this.end) room.set(d, 1);
      return room;
    }
    for (let d = Math.max(from, this.today, this.start); d <= this.end; d++) {
      if (this.closed.has(d) || this.paused(e, d) || kids.every((k) => this.away.get(k)!.has(d))) continue;
      // What was moved onto a day by hand is done there, were it a Saturday or the second of the day.
      const moved = open.filter((i) => this.moves.get(`${e} ${i}`) === d);
      // Nothing passes a step that had its turn today and is not finished.
      if (this.hadTurn(e, open[0], d)) continue;
      // A day that was ended, or whose sitting was used, holds only what was left on it by hand.
      const own = this.isOpen(d) && this.takes(e, d) && this.stopped !== d;
      const per = this.sittingOn(e, d);
      const used =
        d === this.today ? [...this.marks.values()].filter((m) => m.e === e && m.date === d && this.sat(m)) : [];
      const n = Math.max(own ? per - used.length * this.place(e) : 0, moved.length);
      if (n > 0) room.set(d, n);
    }
    return room;
  }
  /** What a step takes of a sitting. */
  place(e: number): number {
    return this.course(e).easy ? 0.5 : 1;
  }
  /** By when a course is to be through. */
  target(e: number): Day {
    return Math.min(this.end, toDay(this.course(e).by ?? '9999-12-31'));
  }
  /** Whether a step was sat for, or put off, on a day. */
  hadTurn(e: number, i: number | undefined, d: Day): boolean {
    const turn = this.marks.get(`${e} ${i} ${d}`);
    return turn !== undefined && (this.sat(turn) || turn.kind === 'not today');
  }
  /** The day to which a step was moved by hand, or on which a published week has it. */
  heldTo(e: number, i: number): Day | undefined {
    const weeks = [...this.published.values()].map((week) => week.filter((p) => p.e === e && p.i === i));
    const days = (weeks.findLast((week) => week.length > 0) ?? []).map((p) => p.day).sort((a, b) => a - b);
    // Of two days in its week it is the first that still has room for it.
    const published = days.find((d) => d >= this.today && this.room(e).has(d)) ?? days.at(-1);
    return this.moves.get(`${e} ${i}`) ?? published;
  }
  /** Whether nobody is there on a day to teach a step. */
  untaught(e: number, i: number | undefined, d: Day): boolean {
    return i !== undefined && this.read(e, i) && this.out.has(d) && this.heldTo(e, i) !== d;
  }
  /** Places of each day that is left for a course, behind the year’s end by its weekdays. */
  private roomAhead(e: number): [Day, number][] {
    if (this.course(e).turns) return [];
    const room = [...this.room(e)].sort((a, b) => a[0] - b[0]);
    const { kids, weekdays } = this.course(e);
    const { on } = weekdays.at(-1)!;
    const per = this.sittingOn(e, Infinity);
    for (let d = this.end + 1; room.length < 300; d++) {
      const open =
        this.isOpen(d) && this.takes(e, d) && !this.paused(e, d) && kids.some((k) => !this.away.get(k)!.has(d));
      if (d > this.over ? on.includes(weekdayOf(d)) : open) room.push([d, per]);
    }
    return room;
  }
  /** The days on which what is left is done when it is done as soon as it can be and so many sittings are lost; behind the year by weekdays. */
  soonest(e: number, open: readonly number[], lost = 0, room = this.roomAhead(e)): Day[] {
    if (this.course(e).turns) return this.turnsOf(e, open, lost).flatMap((t) => (t.e === e ? t.day : []));
    const { printed, weekdays, most: minutes = Infinity } = this.course(e);
    const { week: most = printed ? Math.min(printed.days, printed.lessons) : Infinity, unit = printed && 'lessons' } =
      this.course(e);
    // A week’s number counts anew each Monday, and where another pace begins.
    const span = (d: Day) =>
      Math.max(d - weekdayOf(d) + 1, ...weekdays.map((w) => w.from).filter((from) => from <= d && from > this.today));
    const had = new Map<Day, number>();
    const sat = [...this.marks.values()].filter(
      (m) =>
        m.e === e &&
        m.date <= this.today &&
        this.sat(m) &&
        // Of what was put back after it was settled the lesson is begun anew.
        (unit === undefined || !this.of(e, m.i).some((x) => x.date > m.date && x.kind === 'again' && !this.sat(x))),
    );
    // A lesson counts in the week in which it is begun, and in no other.
    const lessons = new Set<number>();
    const counts = (i: number) => unit === undefined || !lessons.has(this.group(e, i));
    const count = (d: Day, i: number) => {
      if (counts(i)) had.set(span(d), (had.get(span(d)) ?? 0) + 1);
      lessons.add(this.group(e, i));
    };
    // Of a printed day what is out of the book by now was of the sitting of its date.
    const outOf = (m: Stroke) => printed !== undefined && this.gone.has(`${e} ${m.i}`);
    if (most < Infinity)
      for (const m of sat.filter((x) => !outOf(x)).sort((a, b) => a.date - b.date)) count(m.date, m.i);
    const dates = new Set(sat.filter((m) => !outOf(m)).map((m) => m.date));
    for (const d of new Set(sat.filter(outOf).map((m) => m.date)))
      if (!dates.has(d)) had.set(span(d), (had.get(span(d)) ?? 0) + 1);
    // What tests a lesson waits for another day than that on which it was introduced.
    const introduced = (i: number, d: Day, last: readonly number[]) =>
      this.kind(e, i) === 'assess' &&
      [...last, ...(d === this.today ? sat.filter((m) => m.date === d).map((m) => m.i) : [])].some(
        (x) => this.read(e, x) && this.lesson(e, x) === this.lesson(e, i),
      );
    const days: Day[] = [];
    let skip = lost;
    for (const [d, n] of room) {
      if (days.length === open.length) break;
      // What is begun is no more to be lost.
      const begun = d === this.today && this.usedToday(e);
      // A day on which nobody teaches what is next is lost already.
      if (!begun && skip > 0 && !this.untaught(e, open[0], d)) {
        skip--;
        continue;
      }
      const first = days.length;
      // What took longer than it was to, or less, takes and leaves what it was to take.
      const spent = sat
        .filter((m) => d === this.today && m.date === d)
        .map((m) => this.took({ ...m, said: undefined }));
      let time = spent.reduce((a, b) => a + b, 0);
      for (let left = n; left >= this.place(e) && days.length < open.length; left -= this.place(e)) {
        const i = open[days.length]!;
        time += this.toDo(e, i);
        // A step longer than its sitting is sat for alone.
        if (time > minutes && time > this.toDo(e, i)) break;
        // A sitting has one printed day, and goes on with the one that it had.
        const begun = d === this.today ? sat.findLast((m) => m.date === d)?.i : undefined;
        const [of = i] = [begun, ...open.slice(first, days.length)].filter((x) => x !== undefined);
        if (printed && this.group(e, of) !== this.group(e, i)) break;
        if (this.hadTurn(e, i, d) || this.untaught(e, i, d) || introduced(i, d, open.slice(first, days.length))) break;
        if (most < Infinity) {
          if (counts(i) && (had.get(span(d)) ?? 0) >= most) break;
          count(d, i);
        }
        days.push(d);
      }
    }
    return days;
  }
  /** Whose turn each day is, up to the last that a course has, when so many of the next are lost. */
  turnsOf(e: number, open: readonly number[], lost: number): { e: number; day: Day }[] {
    const all = this.standing.filter((x) => this.course(x).turns);
    const left = new Map(
      all.map((x) => [x, x === e ? [...open] : this.steps(x).filter((i) => !this.settled(x, i))] as const),
    );
    // What was swapped for another had its turns in the place of the other.
    const place = (of: number) => all.findIndex((x) => this.courses[of]!.place === this.course(x).place);
    const sat = [...this.marks.values()]
      .filter((m) => this.courses[m.e]!.turns && this.sat(m))
      .sort((a, b) => a.date - b.date || a.order - b.order);
    const used = sat.at(-1)?.date === this.today;
    // Who sat last comes behind everybody.
    let waiting = [...all];
    const behind = (x: number) => (waiting = [...waiting.filter((y) => y !== x), x]);
    for (const m of sat) behind(all[place(m.e)]!);
    const begun = used || all.some((x) => this.usedToday(x));
    const can = (x: number, d: Day) =>
      left.get(x)!.length > 0 &&
      !this.untaught(x, left.get(x)![0], d) &&
      (d > this.over ||
        (d >= this.course(x).from && !this.paused(x, d) && this.course(x).kids.some((k) => !this.away.get(k)!.has(d))));
    const turns: { e: number; day: Day }[] = [];
    const on = this.life.year.weekdays.filter((w) => this.yearOn(this.over).weekdays.includes(w));
    let skip = lost;
    for (let d = this.today; left.get(e)!.length > 0; d++) {
      if (d > this.over ? !on.includes(weekdayOf(d)) : !this.isOpen(d) || this.stopped === d) continue;
      const next = waiting.find((x) => can(x, d));
      if (next === undefined || (d === this.today && used)) continue;
      if (!(d === this.today && begun) && skip-- > 0) continue;
      // Put off, it keeps its turn.
      if (this.hadTurn(next, left.get(next)![0], d)) continue;
      left.get(next)!.shift();
      turns.push({ e: next, day: d });
      behind(next);
    }
    return turns;
  }
  /** Steps that there would be time for until the end of the year. */
  sittings(e: number): number {
    const many = Array.from({ length: 1000 }, (_, i) => 1200 + i);
    return this.soonest(e, many).filter((d) => d <= this.target(e)).length;
  }
  /** How many of the next sittings can be lost; negative by those that are missing. */
  inHand(e: number): number | undefined {
    const open = this.steps(e).filter((i) => !this.settled(e, i));
    const days = this.course(e).turns ? this.turnsOf(e, open, 0).map((t) => t.day) : this.soonest(e, open);
    // However far it gets, there is no day to be through by.
    if (this.course(e).sitting !== undefined) return undefined;
    const late = new Set(days.filter((d) => d > this.target(e)));
    if (late.size > 0) return -late.size;
    let lost = 0;
    const room = this.roomAhead(e);
    // No more can be lost than there are: what is left may fit into a sitting that is begun.
    const begun = (d: Day) => d === this.today && this.usedToday(e);
    const most = room.filter(([d]) => d <= this.target(e) && !begun(d) && !this.untaught(e, open[0], d)).length;
    const turns = this.course(e).turns;
    while ((turns || lost < most) && this.soonest(e, open, lost + 1, room).every((d) => d <= this.target(e))) lost++;
    return lost;
  }
  /** How many steps find no day, one after another, where each that was moved waits for its day. */
  noDay(e: number): number {
    const open = this.steps(e).filter((i) => !this.settled(e, i));
    if (this.life.unmoved) return this.soonest(e, open).filter((d) => d > this.end).length;
    const room = this.room(e);
    for (const [day, n] of [...room].sort((a, b) => a[0] - b[0]))
      for (let k = 0; k < n && open.length > 0; k++) {
        // Where nobody is there on that day after all, it waits for it no more.
        const held = this.heldTo(e, open[0]!) ?? day;
        if ((held > day && room.has(held)) || this.untaught(e, open[0], day)) break;
        open.shift();
      }
    return open.length;
  }
  /** Something was sat for, or what comes next was put off. */
  usedToday(e: number): boolean {
    return [...this.marks.values()].some(
      (m) => m.e === e && m.date === this.today && (this.sat(m) || (m.kind === 'not today' && m.i === this.next(e))),
    );
  }
}

/** What is said of the household, each with what the account book has and what the program says. */
export type Said = Record<string, [book: unknown, program: unknown]>;
