import { type Day, toDay } from '../calendar';
import { byId, type Enrolment, type Gate, type Household, type Id, type SchoolYear } from '../household';
import { standingsOf } from '../log';
import { earliestFit } from './fit';
import { gatePosition } from './gates';
import { wishedOn } from './ideal';
import { isTakenFrom } from './lives';
import { pacesAhead, paceOn } from './paces';
import { isPlanned, wishOf } from './rules';
import { inOrderToDo, takenSteps } from './taken';
import type { Track, TrackOf, TrackOptions } from './types';

/** How many dates a track has up to a day; behind the year they are reckoned by its weekdays. */
const datesBy = ({ dates, weekdays }: Track, day: Day, yearEnd: Day): number =>
  dates.filter((d) => d <= day).length + Math.ceil((Math.max(0, day - yearEnd) * weekdays.length) / 7);

/** Whether a pace is to be spread evenly, now and later on: then it can be asked to hurry, or to begin later. */
export const isSpread = ({ settings }: Pick<Household, 'settings'>, e: Enrolment, today: Day): boolean =>
  settings.wishes?.spread !== 'early' &&
  [paceOn(e, today), ...pacesAhead(e, today).map((p) => p.then)].every((p) => wishOf(p) === 'spread');

/** A course by itself, as if nothing were waited for: its track, where its steps come at the soonest, and its dates up to its own day. */
interface Alone {
  enrolment: Enrolment;
  track: Track;
  soonest: readonly Day[];
  all: number;
}
/** One waits for another: from its step at `at` on, until the other has done its own at `upTo`, and then for so many days. */
interface Tie {
  one: Alone;
  upTo: number;
  other: Alone;
  at: number;
  gap: number;
}

/** Who waits for whom in a household, and how the year is shared out among them. Asked for one enrolment; what it finds it keeps. */
export class Waits {
  private readonly alone = new Map<Id, Alone | undefined>();
  private readonly before = new Map<string, number>();
  private readonly behind = new Map<string, number>();
  private readonly yearEnd: Day;

  constructor(
    private readonly state: Household,
    private readonly year: SchoolYear,
    private readonly today: Day,
    private readonly options: TrackOptions,
    private readonly trackOf: TrackOf,
  ) {
    this.yearEnd = toDay(year.end);
  }

  /** What waits for a course: each with the step of the course up to which, and the day by which that step is to be done. */
  wanted(enrolment: Enrolment): { at: number; by: Day }[] {
    // Most are waited for by nobody: nothing is worked out of them.
    const one = this.waiting(enrolment.id).length > 0 ? this.aloneOf(enrolment) : undefined;
    return one ? this.tiesOn(one).map((tie) => ({ at: tie.upTo, by: this.room(tie) })) : [];
  }

  /** The day on which a gate of an enrolment opens by the pace of what it waits for; undefined where nobody can say. */
  opens(enrolment: Enrolment, gate: Gate): Day | undefined {
    const other = this.aloneOf(enrolment);
    const tie = other && this.tieOf(other, gate);
    if (!tie) return undefined;
    const wished = wishedOn(tie.one.track, tie.upTo);
    const room = isSpread(this.state, tie.one.enrolment, this.today) ? this.room(tie) : Infinity;
    const day = Math.min(wished ?? Infinity, room);
    return day === Infinity ? undefined : day + tie.gap;
  }

  /**
   * The day by which a course is to have done a step for which another waits, so that all who wait for one another take the same share of
   * the dates they have: who needs forty sittings and is waited for by one that needs sixty has two fifths of the time. One with a day of
   * its own to end by hurries only where the other would not fit behind that.
   */
  private room(tie: Tie): Day {
    const { one, other, gap } = tie;
    const wanted = Math.ceil(this.from(other, tie.at) * other.all);
    const left = other.track.dates.filter((d) => d <= other.track.target);
    const dates = one.track.dates.slice(0, one.all);
    const fits = dates.findLastIndex((d) => left.filter((x) => x >= d + gap).length >= wanted);
    const wished = wishedOn(one.track, tie.upTo);
    if (one.enrolment.target !== undefined && wished !== undefined && fits >= 0 && wished <= dates[fits]!)
      return wished;
    const first = this.upTo(one, tie.upTo);
    const share = first / (first + this.days(gap) + this.from(other, tie.at));
    const even = Math.floor(share * dates.length) - 1;
    // A share is rounded in favour of the one that waits, with a sitting to spare: it comes last.
    const at = fits < 0 ? even : Math.min(even, fits - 1);
    return Math.max(dates[Math.max(0, at)] ?? this.yearEnd, one.soonest[tie.upTo]!);
  }

  private aloneOf(e: Enrolment): Alone | undefined {
    if (!this.alone.has(e.id)) this.alone.set(e.id, this.findAlone(e));
    return this.alone.get(e.id);
  }

  private findAlone(enrolment: Enrolment): Alone | undefined {
    const { state, year, today, yearEnd } = this;
    if (!isTakenFrom(enrolment, today, yearEnd) || !isPlanned(enrolment)) return undefined;
    const track = this.trackOf(state, year, enrolment, today, { ...this.options, alone: true });
    const all = track.dates.filter((d) => d <= track.target).length;
    const soonest = track.members.length > 1 ? undefined : earliestFit(track, yearEnd)?.days;
    return soonest && soonest.length > 0 && all > 0 ? { enrolment, track, soonest, all } : undefined;
  }

  /** How a gate ties its enrolment to another; undefined where nothing waits at it, or nobody is waited for. */
  private tieOf(other: Alone, gate: Gate): Tie | undefined {
    const { until } = gate;
    if (until.kind !== 'course') return undefined;
    const waitedFor = byId(this.state.enrolments, until.enrolmentId);
    const one = waitedFor && this.aloneOf(waitedFor);
    const upTo = one ? this.lastOf(one, until.lessonId) : -1;
    const standings = standingsOf(this.state.marks, other.enrolment.id);
    const taken = takenSteps(this.state, other.enrolment);
    const at = gatePosition(gate, taken, inOrderToDo(taken, standings), standings);
    if (!one || upTo < 0 || at < 0 || at >= other.soonest.length) return undefined;
    return { one, upTo, other, at, gap: until.days + 1 };
  }

  /** The position of the last step to do of a course, or of one lesson of it; −1 where none is. */
  private lastOf({ enrolment, track }: Alone, lessonId: Id | undefined): number {
    if (lessonId === undefined) return track.steps.length - 1;
    const own = new Set(takenSteps(this.state, enrolment).flatMap((s) => (s.lesson.id === lessonId ? s.id : [])));
    return track.steps.findLastIndex((s) => own.has(s.id));
  }

  /** The gates of others that wait for an enrolment. */
  private waiting(id: Id): { enrolment: Enrolment; gate: Gate }[] {
    return this.state.enrolments.flatMap((enrolment) =>
      (enrolment.gates ?? []).flatMap((gate) =>
        enrolment.id !== id && gate.until.kind === 'course' && gate.until.enrolmentId === id
          ? [{ enrolment, gate }]
          : [],
      ),
    );
  }

  private tiesOn(one: Alone): Tie[] {
    return this.waiting(one.enrolment.id).flatMap(({ enrolment, gate }) => {
      const other = this.aloneOf(enrolment);
      return (other && this.tieOf(other, gate)) ?? [];
    });
  }

  /** The share of a course’s dates that its steps from one to another ask for at full sittings. */
  private share({ track, soonest, all }: Alone, from: number, to: number): number {
    const by = (at: number) => datesBy(track, soonest[at]!, this.yearEnd);
    return (by(to) - by(from) + 1) / all;
  }

  private days(gap: number): number {
    return gap / Math.max(1, this.yearEnd - this.today);
  }

  /** The share of the year that must pass before a step can be done: its own course up to it, or what that waits for before. */
  private upTo(a: Alone, at: number): number {
    return this.longest(this.before, a, at, this.share(a, 0, at), () =>
      (a.enrolment.gates ?? []).flatMap((g) => {
        const tie = this.tieOf(a, g);
        if (!tie || tie.at > at) return [];
        return this.upTo(tie.one, tie.upTo) + this.days(tie.gap) + this.share(a, tie.at, at);
      }),
    );
  }

  /** The share of the year that a course needs from a step on: the rest of it, or what waits for it behind. */
  private from(a: Alone, at: number): number {
    return this.longest(this.behind, a, at, this.share(a, at, a.soonest.length - 1), () =>
      this.tiesOn(a).flatMap((tie) =>
        tie.upTo < at ? [] : this.share(a, at, tie.upTo) + this.days(tie.gap) + this.from(tie.other, tie.at),
      ),
    );
  }

  /** The longest of several ways; what leads back to where it began is passed over, as the gates are. */
  private longest(kept: Map<string, number>, { enrolment }: Alone, at: number, own: number, ways: () => number[]) {
    const key = `${enrolment.id} ${at}`;
    const known = kept.get(key);
    if (known !== undefined) return known;
    kept.set(key, own);
    const longest = Math.max(own, ...ways());
    kept.set(key, longest);
    return longest;
  }
}

/** Lets the pace of a track begin with a step on a day, and spreads it and what is behind it over the dates from there up to its target. */
export function wishFrom(track: Track, at: number, day: Day): void {
  const before = track.dates.filter((d) => d < day).length;
  const all = track.dates.filter((d) => d <= track.target).length;
  const base = track.ideal[at]! - 1;
  if (base >= before || before >= all) return;
  const closer = (all - before) / Math.max(1, all - base);
  track.ideal = track.ideal.map((x, i) => (i < at ? x : before + Math.max(1, Math.ceil((x - base) * closer))));
}
