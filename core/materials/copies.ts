import { contentsOf, flatten } from '../course';
import { byId, type Child, childrenOf, type Household, type Id, titleOf } from '../household';
import { atSitting, isOpen, marksByEnrolment, sittingMarks, standingsOf } from '../log';
import { claimsOf } from './claims';

/** A child's own copy of what is written in: which lessons it covers, and how far it is written. */
export interface CopyOf {
  child: Child;
  course: string;
  /** Its first and last lesson. */
  from: string;
  to: string;
  is: 'blank' | 'part written' | 'full';
  /** Of one that is part written: the last lesson that was worked in it. */
  reached?: string;
}

/**
 * The copies of a thing that children write in, worked out from the marks: of what is used up, one for each child whose course needs it once
 * for all of a stretch. A lesson that was left out, or is known, leaves its pages blank and the copy no less full.
 */
export function copiesOf(state: Household, materialId: Id): CopyOf[] {
  const material = byId(state.materials, materialId);
  if (!material?.consumable) return [];
  return state.enrolments.flatMap((e): CopyOf[] => {
    const claims = claimsOf(state, e).filter(
      (c) => c.need.materialId === materialId && c.need.per === 'child' && c.need.rule?.for === 'course',
    );
    const course = claims.length > 0 ? contentsOf(state, e) : undefined;
    if (!course) return [];
    const standings = standingsOf(state.marks, e.id);
    const own = marksByEnrolment(state.marks).get(e.id) ?? [];
    const whoSat = atSitting(state, own, e);
    // Who was out, or joined later, has written nothing in theirs of what the others did.
    const wrote = new Set(sittingMarks(own).flatMap((m) => whoSat(m).map((id) => `${id} ${m.stepId}`)));
    return claims.flatMap((claim): CopyOf[] => {
      const steps = flatten(course).filter((s) => claim.serves(s));
      if (steps.length === 0) return [];
      const open = steps.some((s) => isOpen(standings, s.id));
      return childrenOf(state, e).map((child) => {
        const worked = steps.filter((s) => wrote.has(`${child.id} ${s.id}`));
        const is = worked.length === 0 ? 'blank' : open ? 'part written' : 'full';
        return {
          ...{ child, course: titleOf(state, e.courseId), is },
          ...{ from: steps[0]!.lesson.title, to: steps.at(-1)!.lesson.title },
          ...(is === 'part written' ? { reached: worked.at(-1)!.lesson.title } : {}),
        };
      });
    });
  });
}

/** A copy in words: “Wren, Sums: part written, to Lesson 6 (of Lesson 1 to Lesson 20)”. */
export const copyWords = ({ child, course, from, to, is, reached }: CopyOf): string =>
  `${child.name}, ${course}: ${is}${reached ? `, to ${reached}` : ''} (of ${from === to ? from : `${from} to ${to}`})`;
