import { fromDay, type IsoDate, toDay, yearFor } from '../calendar';
import { byId } from '../household';
import { finishOf } from '../overview';
import { makeTrack, reserveOf } from '../pace';
import { type Effort, planDay } from '../stagger';
import type { Backup } from './backup';

/** The plan of a backup as a file: dates as ISO days, names beside ids. Described in docs/format.md. */
export interface PlanFile {
  format: 'olden-primer plan';
  version: 1;
  today: IsoDate;
  year: string;
  seed: number;
  sweeps: number;
  cost: Record<string, number>;
  bound: number | null;
  clashes: { date: IsoDate; teacher: string; enrolments: string[]; above: number }[];
  enrolments: {
    id: string;
    course: string;
    children: string[];
    daysInHand: number | null;
    /** The date of the last step in the plan; null where a step finds no day, waits at a gate, or nothing is left. */
    lastDay: IsoDate | null;
    /** Where the steps would end if every sitting were full from now on. */
    earliestLastDay: IsoDate | null;
    steps: { id: string; date: IsoDate | null }[];
  }[];
}

/**
 * Plans a backup without a browser. `today` defaults to the backup’s own date; the school year is the one that holds
 * it, else the next, else the last. Same backup, date and effort, same file.
 */
export function planFile(
  { household, asOf }: Backup,
  { today = asOf, ...effort }: Effort & { today?: IsoDate },
): { plan: PlanFile } | { fault: string } {
  const day = toDay(today);
  const year = yearFor(household.years, day);
  if (!year) return { fault: 'There is no school year in this backup, so nothing can be planned.' };
  const plan = planDay(household, year, day, effort);
  const name = (id: string) => byId(household.teachers, id)?.name ?? id;
  return {
    plan: {
      format: 'olden-primer plan',
      version: 1,
      today,
      year: year.name,
      seed: effort.seed,
      sweeps: plan.sweeps,
      cost: { ...plan.cost },
      bound: plan.bound ?? null,
      clashes: plan.clashes.map((c) => ({
        date: fromDay(c.day),
        teacher: name(c.teacherId),
        enrolments: c.enrolmentIds,
        above: c.above,
      })),
      enrolments: plan.tracks.map((t) => {
        const e = byId(household.enrolments, t.enrolmentId)!;
        const reserve = reserveOf(makeTrack(household, year, e, day), year);
        const finish = finishOf(plan, e.id, reserve);
        return {
          id: e.id,
          course: byId(household.courses, e.courseId)?.title ?? e.courseId,
          children: e.childIds.map((id) => byId(household.children, id)?.name ?? id),
          daysInHand: reserve.daysInHand ?? null,
          lastDay: finish.kind === 'planned' ? fromDay(finish.day) : null,
          earliestLastDay:
            reserve.projected === undefined || reserve.hereUntil !== undefined ? null : fromDay(reserve.projected),
          steps: t.stepIds.map((id, i) => ({ id, date: t.days[i]! < 0 ? null : fromDay(t.days[i]!) })),
        };
      }),
    },
  };
}
