import { unmarkStep } from '../../core/deeds';
import type { Undone as Making } from '../../core/sitdown';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { listing } from '../ui/words';

/** Experiments and crafts of the last weeks that were not done, with their things: what is carried comes by itself. */
export function Undone({ makings }: { makings: readonly Making[] }) {
  const { household, today, commit } = useHousehold();
  if (makings.length === 0) return null;
  const style = household.settings.dateStyle;
  return (
    <section aria-label="Experiments and crafts left undone">
      <h3 className="label">Experiments and crafts left undone</h3>
      <ul>
        {makings.map((m) => (
          <li
            key={`${m.enrolment.id} ${m.step.id}`}
            className="flex flex-wrap items-baseline gap-x-3 border-b border-rule/60 py-1"
          >
            <span className="min-w-0 flex-1 wrap-anywhere">
              {m.words}{' '}
              <span className="text-soft">
                {takerNames(household, m.enrolment)} · {m.state}, {dayAndDate(style, m.day, today)}
                {m.things.length > 0 && ` · needs ${listing(m.things)}`}
              </span>
            </span>
            {m.state === 'left out' && (
              <button
                type="button"
                className="press page-link cursor-pointer px-2"
                aria-label={`To do after all: ${m.words}`}
                onClick={() =>
                  void commit(`${m.words}: to do after all`, (now) =>
                    unmarkStep(now, { enrolmentId: m.enrolment.id, stepId: m.step.id, day: m.day }),
                  )
                }
              >
                To do after all
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
