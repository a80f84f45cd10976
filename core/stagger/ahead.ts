import type { Day } from '../calendar';
import { contentsOf, type FlatStep, flatten } from '../course';
import { byId, type Enrolment, type Household } from '../household';
import { standingsOf } from '../log';
import { paceOn } from '../pace';
import type { Plan } from './plan';

/** A lesson that nobody has begun, on the first day on which the plan has something of it. */
export interface LessonAhead {
  enrolment: Enrolment;
  /** The first of its steps that is to come. */
  step: FlatStep;
  day: Day;
  /** Nothing of the whole course was sat for, and it is the first to come. */
  opens: boolean;
}

/** The lessons of every course that begin on the days from…to (both included) by the plan, in order of days. */
export function lessonsAhead(state: Household, plan: Plan, from: Day, to: Day): LessonAhead[] {
  return plan.tracks
    .flatMap((track): LessonAhead[] => {
      const enrolment = byId(state.enrolments, track.enrolmentId);
      const course = enrolment && contentsOf(state, enrolment, plan.today);
      if (!enrolment || !course) return [];
      const steps = flatten(course);
      const flat = new Map(steps.map((s) => [s.id, s]));
      const standings = standingsOf(state.marks, enrolment.id);
      const begun = new Set(steps.filter((s) => standings.get(s.id)?.sat.length).map((s) => s.lesson.id));
      const ahead: LessonAhead[] = [];
      track.stepIds.forEach((id, i) => {
        const [step, day] = [flat.get(id), track.days[i]!];
        if (!step || day < 0 || begun.has(step.lesson.id)) return;
        ahead.push({ enrolment: paceOn(enrolment, day), step, day, opens: begun.size === 0 });
        begun.add(step.lesson.id);
      });
      return ahead.filter((l) => l.day >= from && l.day <= to);
    })
    .sort((a, b) => a.day - b.day);
}
