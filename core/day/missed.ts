import { type Day, fromDay, withUs } from '../calendar';
import { contentsOf, type FlatStep, flatten } from '../course';
import { byId, type Child, childrenOf, type Enrolment, type Household, type Mark, sits, titleOf } from '../household';
import { goneStep, marksByEnrolment, sittingMinutes, standingsOf } from '../log';
import { isTaken } from '../pace';

/** A step that one child missed of what was done together. */
export interface DayMissed {
  child: Child;
  enrolment: Enrolment;
  step: FlatStep;
  title: string;
  on: Day;
}

/** What one child did by itself of what it had missed. */
export interface DayCaught extends DayMissed {
  mark: Mark;
  minutes: number;
}

/** What was missed is spoken of for two weeks; then it is let be (common practice: a family's lessons come round again). */
const REMEMBERED = 14;

/** What children missed of late while the others did it, and have not caught up with: the newest first. */
export function missedBefore(state: Household, day: Day): DayMissed[] {
  return state.enrolments
    .filter((e) => e.childIds.length > 1 && isTaken(e))
    .flatMap((enrolment): DayMissed[] => {
      const course = contentsOf(state, enrolment, day);
      const standings = standingsOf(state.marks, enrolment.id);
      return (course ? flatten(course) : []).flatMap((step) => {
        const standing = standings.get(step.id);
        // What did not stick and is taught again all over was missed by nobody.
        if (!standing || standing.anew) return [];
        return childrenOf(state, enrolment).flatMap((child) => {
          const on = standing.missed.find((m) => m.childId === child.id)?.day;
          if (on === undefined || on >= day || on < day - REMEMBERED || !withUs(state, child.id, day)) return [];
          return [{ child, enrolment, step, title: titleOf(state, course!.id), on }];
        });
      });
    })
    .sort((a, b) => b.on - a.on);
}

/** What children caught up with on a day, each by itself. It is work of that child alone, and of nobody's plan. */
export function caughtOn(state: Household, day: Day): DayCaught[] {
  const date = fromDay(day);
  return [...marksByEnrolment(state.marks)].flatMap(([id, all]): DayCaught[] => {
    const own = all.filter((m) => m.date === date && m.childId !== undefined && sits(m.kind));
    const enrolment = own.length > 0 ? byId(state.enrolments, id) : undefined;
    const course = enrolment && contentsOf(state, enrolment, day);
    if (!enrolment || !course) return [];
    return own.flatMap((mark): DayCaught[] => {
      const child = byId(state.children, mark.childId!);
      const step = flatten(course).find((s) => s.id === mark.stepId) ?? goneStep(mark, course);
      if (!child || !step) return [];
      const minutes = sittingMinutes(all, mark, mark.was?.minutes ?? step.minutes);
      return [{ child, enrolment, step, title: titleOf(state, course.id), on: day, mark, minutes }];
    });
  });
}
