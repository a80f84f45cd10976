import type { Id } from '../household';

/** Minutes since midnight. */
export type Minute = number;
export interface Span {
  from: Minute;
  to: Minute;
}

/** One thing to be done at one go, as placing it in the day needs it. */
export interface Activity {
  id: Id;
  /** Everybody who is busy with it from start to end. */
  childIds: Id[];
  minutes: number;
  /** The teacher beside them, and for how many of its first minutes; 0 when nobody sits with them. */
  teacherId: Id;
  taught: number;
  /** Some teacher must be within earshot all through. */
  near: boolean;
  /** Single things it holds all through. */
  things: Id[];
  /** The stretches inside which it must lie, any one of them; the whole day when absent. */
  within?: Span[];
  /** What it follows: the piece before it of the same task, the step before it of the same sitting. */
  after?: Id[];
  /** Stretches in which a teacher is in earshot of it wherever the others are: on the way, in the car. */
  earshot?: Span[];
  /** Minutes behind it in which its children rest: nothing else of theirs stands there, though the teacher is free. */
  rest?: number;
  /** Starts at this minute and at no other. */
  at?: Minute;
}

/** A day to be laid out: who is there when, what there is of each thing, and what is to be done in the household's order. */
export interface DayProblem {
  from: Minute;
  to: Minute;
  /** In the order of the day as the household likes it. */
  activities: Activity[];
  /** When each child or teacher is not there. */
  away: Map<Id, Span[]>;
  teachers: Id[];
  /** How many there are of each single thing; one where nothing is said. */
  things: Map<Id, number>;
  /** At most so many children at work with a teacher in earshot and none beside them, at once; or more of them at one piece of work alone. */
  nearAtOnce: number;
}

/** Start of each activity by its place in the problem; −1 for one that finds no room in the day. */
export type Starts = Int32Array;

/** An activity with everybody and everything it needs as rows of the sheet. */
interface Need {
  children: number[];
  teacher: number;
  minutes: number;
  taught: number;
  near: boolean;
  size: number;
  things: number[];
  within: Span[];
  at: Minute | undefined;
  after: number[];
  earshot: Span[];
  rest: number;
}

/** A day, minute by minute, that can be filled again and again in another order. */
export class Timetable {
  private readonly needs: Need[];
  private readonly length: number;
  /** Rows of busy minutes: teachers and children; and as they are before anything is laid out. */
  private readonly busy: Uint8Array[];
  private readonly empty: Uint8Array[];
  private readonly left: Int16Array[];
  private readonly stock: number[];
  private readonly near: Int16Array;
  /** Minutes at which some teacher is there: who is beside one child is in earshot of the others. */
  private readonly present: Uint8Array;

  constructor(private readonly problem: DayProblem) {
    const { activities, from, to, away, teachers, things, nearAtOnce } = problem;
    this.length = to - from;
    const people = [...new Set([...teachers, ...activities.flatMap((a) => a.childIds)])];
    const row = new Map(people.map((id, i) => [id, i]));
    this.empty = people.map((id) => {
      const minutes = new Uint8Array(this.length);
      for (const s of away.get(id) ?? []) minutes.fill(1, Math.max(0, s.from - from), Math.max(0, s.to - from));
      return minutes;
    });
    this.busy = this.empty.map((r) => r.slice());
    this.present = new Uint8Array(this.length);
    for (const t of teachers) this.empty[row.get(t)!]!.forEach((b, m) => (this.present[m]! |= b ? 0 : 1));
    const named = [...new Set(activities.flatMap((a) => a.things))];
    this.stock = named.map((id) => things.get(id) ?? 1);
    this.left = named.map(() => new Int16Array(this.length));
    this.near = new Int16Array(this.length).fill(nearAtOnce);
    const index = new Map(activities.map((a, i) => [a.id, i]));
    this.needs = activities.map((a) => ({
      children: a.childIds.map((id) => row.get(id)!),
      teacher: row.get(a.teacherId) ?? -1,
      minutes: a.minutes,
      taught: Math.min(a.taught, a.minutes),
      near: a.near,
      // What more of them do together than may work so at once is one piece of work all the same: it takes all of that room.
      size: Math.min(a.childIds.length, nearAtOnce),
      things: a.things.map((id) => named.indexOf(id)),
      within: a.within ?? [{ from, to }],
      at: a.at,
      after: (a.after ?? []).map((id) => index.get(id)).filter((i) => i !== undefined),
      earshot: a.earshot ?? [],
      rest: a.rest ?? 0,
    }));
  }

  /**
   * Lays the activities out in the given order, each at its earliest minute (serial schedule generation). What follows a
   * piece is laid out behind it wherever it stands in the order.
   */
  layOut(order: readonly number[]): Starts {
    this.busy.forEach((r, i) => r.set(this.empty[i]!));
    this.left.forEach((r, i) => r.fill(this.stock[i]!));
    this.near.fill(this.problem.nearAtOnce);
    const starts = new Int32Array(this.needs.length).fill(-1);
    const placed = new Uint8Array(this.needs.length);
    for (const i of order) this.place(i, starts, placed);
    return starts;
  }

  private place(i: number, starts: Starts, placed: Uint8Array): void {
    if (placed[i]) return;
    placed[i] = 1;
    const need = this.needs[i]!;
    let earliest = this.problem.from;
    for (const before of need.after) {
      this.place(before, starts, placed);
      // Behind a piece without room there is none either.
      if (starts[before]! < 0) return;
      earliest = Math.max(earliest, starts[before]! + this.needs[before]!.minutes);
    }
    const start = this.firstStart(need, earliest);
    if (start < 0) return;
    starts[i] = start;
    this.book(need, start - this.problem.from);
  }

  /** The first minute from `earliest` on at which it can start; −1 when there is none. */
  private firstStart(need: Need, earliest: Minute): Minute {
    const { from, to } = this.problem;
    for (const span of need.within) {
      let start = Math.max(earliest, span.from, from, need.at ?? 0);
      const latest = Math.min(span.to, to, need.at === undefined ? Infinity : need.at + need.minutes) - need.minutes;
      while (start <= latest) {
        const clash = this.clash(need, start - from);
        if (clash < 0) return start;
        start = clash + 1 + from;
      }
    }
    return -1;
  }

  /** The last minute that keeps it from starting at a minute: no start up to there is worth a try. −1 when none does. */
  private clash(need: Need, start: number): number {
    const end = start + need.minutes;
    const rested = Math.min(this.length, end + need.rest);
    for (const r of need.children) {
      const row = this.busy[r]!;
      // A rest may run into a nap or an absence, never into other work.
      for (let m = rested - 1; m >= start; m--) if (row[m] && (m < end || !this.empty[r]![m])) return m;
    }
    if (need.taught > 0) {
      const row = this.busy[need.teacher];
      for (let m = start + need.taught - 1; m >= start; m--) if (!row || row[m]) return m;
    }
    for (const r of need.things) {
      const row = this.left[r]!;
      for (let m = end - 1; m >= start; m--) if (row[m]! <= 0) return m;
    }
    if (need.near && !this.heard(need, start, end))
      for (let m = end - 1; m >= start; m--) if (!this.present[m] || this.near[m]! < need.size) return m;
    return -1;
  }

  private book(need: Need, start: number): void {
    const end = start + need.minutes;
    for (const r of need.children) this.busy[r]!.fill(1, start, Math.min(this.length, end + need.rest));
    if (need.taught > 0) this.busy[need.teacher]!.fill(1, start, start + need.taught);
    for (const r of need.things) {
      const row = this.left[r]!;
      for (let m = start; m < end; m++) row[m]!--;
    }
    if (need.near && !this.heard(need, start, end)) for (let m = start; m < end; m++) this.near[m]! -= need.size;
  }

  /** On the way a teacher is in earshot by herself, and of nobody at home. */
  private heard(need: Need, start: number, end: number): boolean {
    const { from } = this.problem;
    return need.earshot.some((s) => s.from <= start + from && end + from <= s.to);
  }
}
