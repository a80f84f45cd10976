import { type Day, toDay } from '../calendar';
import { type Enrolment, type Household, MARKS, type Unit } from '../household';
import { marksByEnrolment, sittingMarks } from '../log';
import { takenSteps } from './taken';

/** How long a child took for a unit, told from the record. */
export interface UnitRecord {
  unit: Unit;
  /** First and last day on which something of it was marked as worked on. */
  from: Day;
  to: Day;
  /** Days with work on it. */
  sittings: number;
  /** Minutes marked, where minutes were marked. */
  minutes: number;
  /** Every step of it is settled. */
  whole: boolean;
}

/** How long an enrolment took for each unit so far, in the order of the units: the first guess for the next child. */
export function unitRecords(state: Household, enrolment: Enrolment): UnitRecord[] {
  const steps = takenSteps(state, enrolment);
  const unitOf = new Map(steps.map((s) => [s.id, s.unit]));
  const settled = new Set<string>();
  const days = new Map<Unit, Map<Day, number>>();
  const own = marksByEnrolment(state.marks).get(enrolment.id) ?? [];
  const sat = new Set(sittingMarks(own));
  for (const m of own) {
    const unit = unitOf.get(m.stepId);
    if (!unit || m.childId !== undefined) continue;
    if (MARKS[m.kind].settles) settled.add(m.stepId);
    if (!sat.has(m)) continue;
    const spent = days.get(unit) ?? new Map<Day, number>();
    days.set(unit, spent.set(toDay(m.date), (spent.get(toDay(m.date)) ?? 0) + (m.minutes ?? 0)));
  }
  return [...new Set(steps.map((s) => s.unit))].flatMap((unit): UnitRecord[] => {
    const own = days.get(unit);
    if (!own) return [];
    const all = [...own.keys()].sort((a, b) => a - b);
    return [
      {
        unit,
        from: all[0]!,
        to: all.at(-1)!,
        sittings: all.length,
        minutes: [...own.values()].reduce((n, m) => n + m, 0),
        whole: steps.filter((s) => s.unit === unit).every((s) => settled.has(s.id)),
      },
    ];
  });
}
