import { useState } from 'react';
import { byId, type Child, type Drill, titleOf } from '../../core/household';
import { drillsOf, drillWords, practises, questionsOf, roundWords } from '../../core/practice';
import { useHousehold } from '../shell/household';
import { dayAndDate } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { toDay } from '../../core/calendar';
import { DrillForm } from './drill-form';

/** The drills there are, each with who takes its course, and how the last one went. */
export function Drills({ begin }: { begin: (drill: Drill, child: Child) => void }) {
  const { household, today } = useHousehold();
  const [form, setForm] = useState<Drill | 'new'>();
  const style = household.settings.dateStyle;
  return (
    <section aria-labelledby="drills" className="pt-6">
      <div className="flex flex-wrap items-baseline justify-between gap-3 border-b border-ink pb-1">
        <h2 id="drills">Drills</h2>
        <button type="button" className="btn" onClick={() => setForm('new')}>
          Add a drill
        </button>
      </div>
      {household.drills.length === 0 && (
        <p className="py-2 text-soft">
          Exactly the facts that you choose, a couple of dozen questions, the score at the end: for a sheet of drill, an
          extra-practice day, or five spare minutes.
        </p>
      )}
      {household.drills.map((drill) => (
        <section key={drill.id} aria-label={drill.name} className="border-b border-rule py-2">
          <div className="flex flex-wrap items-baseline gap-x-3">
            <h3 className="text-lead wrap-anywhere">{drill.name}</h3>
            <span className="text-soft">
              {drillWords(household, drill)}
              {drill.courseId && `, of ${titleOf(household, drill.courseId)}`}
            </span>
            <button
              type="button"
              className="press page-link ml-auto cursor-pointer px-2"
              aria-label={`Its facts: ${drill.name}`}
              onClick={() => setForm(drill)}
            >
              Its facts
            </button>
          </div>
          <ul aria-label={`${drill.name}: with whom`}>
            {household.children
              .filter((c) => practises(household, drill.courseId, c.id))
              .map((c) => {
                const last = drillsOf(household, drill.id, c.id).at(-1);
                return (
                  <li key={c.id} className="flex flex-wrap items-center gap-x-3 border-t border-rule/60 py-1">
                    <span className="w-28">
                      <ChildName child={c} size={16} />
                    </span>
                    <span className="min-w-48 flex-1 text-soft">
                      {last ? `${roundWords(last)}, ${dayAndDate(style, toDay(last.date), today)}` : 'not yet'}
                    </span>
                    <button
                      type="button"
                      className="btn"
                      disabled={questionsOf(household, drill).length === 0}
                      aria-label={`Drill ${drill.name} with ${c.name}`}
                      onClick={() => begin(drill, c)}
                    >
                      Drill
                    </button>
                  </li>
                );
              })}
          </ul>
        </section>
      ))}
      {form && (
        <DrillForm
          {...(form === 'new' ? {} : { drill: byId(household.drills, form.id) ?? form })}
          close={() => setForm(undefined)}
        />
      )}
    </section>
  );
}
