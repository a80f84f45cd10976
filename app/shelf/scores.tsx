import { lazy, Suspense } from 'react';
import { type Enrolment } from '../../core/household';
import { scoresOf } from '../../core/log';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { count } from '../ui/words';

const Chart = lazy(() => import('./scores-chart'));

/** Scores of a course over time, for each taking of it that has any: where they sink the pace is too fast. */
export function Scores({ enrolments }: { enrolments: readonly Enrolment[] }) {
  const { household } = useHousehold();
  const scored = enrolments.flatMap((e) => {
    const scores = scoresOf(household, e);
    return scores.length > 1 ? [{ e, scores }] : [];
  });
  if (scored.length === 0) return null;
  return (
    <section className="pb-5" aria-labelledby="scores">
      <h2 id="scores">Scores</h2>
      {scored.map(({ e, scores }) => {
        const names = takerNames(household, e);
        const low = scores.filter((s) => s.low).length;
        return (
          <div key={e.id}>
            <p>
              {names}: {count(scores.length, 'score')}, the last {scores.at(-1)!.percent} per cent
              {low > 0 && `; ${low} below the line of the course`}.
            </p>
            <Suspense fallback={<p className="text-soft">Loading …</p>}>
              <Chart scores={scores} name={names} line={household.courses.find((c) => c.id === e.courseId)?.again} />
            </Suspense>
          </div>
        );
      })}
    </section>
  );
}
