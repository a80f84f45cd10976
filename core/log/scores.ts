import { type Day, toDay } from '../calendar';
import { contentsOf, type FlatStep, flatten, stepName } from '../course';
import { byId, type Enrolment, type Household, type Mark } from '../household';
import { compareMarks, marksByEnrolment, standingsOf } from './fold';

/** A score that was entered of a step. */
export interface ScoreLine {
  mark: Mark;
  day: Day;
  /** Lesson and step in words, as they were when it was entered. */
  words: string;
  /** Rounded. */
  percent: number;
  /** Below the course's line; false where it draws none. */
  low: boolean;
}

/** Every score of an enrolment in order, with whether it lies below the line that the course draws (`again`, in per cent). */
export function scoresOf(state: Household, enrolment: Enrolment): ScoreLine[] {
  const line = byId(state.courses, enrolment.courseId)?.again;
  const scored = (marksByEnrolment(state.marks).get(enrolment.id) ?? []).filter((m) => m.score && m.score.of > 0);
  if (scored.length === 0) return [];
  const course = contentsOf(state, enrolment);
  const steps = new Map<string, FlatStep>((course ? flatten(course) : []).map((s) => [s.id, s]));
  return [...scored].sort(compareMarks).map((mark): ScoreLine => {
    const { got, of } = mark.score!;
    const step = steps.get(mark.stepId);
    const words = mark.was?.words ?? (step ? `${step.lesson.title}, ${stepName(step)}` : 'a step');
    const low = line !== undefined && 100 * got < line * of;
    return { mark, day: toDay(mark.date), words, percent: Math.round((100 * got) / of), low };
  });
}

/** Scores below the line of which nothing came yet: the step is done by them and nobody said “again” of it since. */
export const lowScores = (state: Household, enrolment: Enrolment): ScoreLine[] => {
  const low = scoresOf(state, enrolment).filter((s) => s.low);
  if (low.length === 0) return low;
  const standings = standingsOf(state.marks, enrolment.id);
  return low.filter((s) => {
    const standing = standings.get(s.mark.stepId);
    return standing?.state === 'done' && standing.last.id === s.mark.id;
  });
};
