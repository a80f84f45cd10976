import { Link } from 'react-router';
import { wayOf, WAYS } from '../../core/household';
import { chosenWords, QUESTIONS, withWay } from '../../core/ways';
import { useHousehold } from '../shell/household';
import { Field } from '../ui/field';

/** The questions on which families differ, to be looked up; none has to be answered. */
export default function WaysPage() {
  const { household, year, commit } = useHousehold();
  return (
    <div className="max-w-4xl">
      <h1 className="pb-2">Where families differ</h1>
      <p className="double-rule pt-3 text-soft">
        Nothing here has to be filled in: each question says what holds while nobody answers it, and why.{' '}
        <Link className="page-link" to="/household">
          Back to the household
        </Link>
      </p>
      <ul>
        {QUESTIONS.map((q) => {
          const { way, at } = q;
          return (
            <li key={q.key} className="grid gap-x-6 gap-y-1 border-b border-rule py-3 sm:grid-cols-[1fr_280px]">
              <div className="min-w-0">
                <h2 className="text-lead">{q.question}</h2>
                <p className="text-soft">{q.schools.join(' · ')}</p>
                <p>
                  Usually here: {q.usual}. {q.why}
                </p>
                <p className="text-soft">What another choice changes: {q.changes}</p>
              </div>
              {way ? (
                <Field label="Here it is">
                  {(p) => (
                    <select
                      {...p}
                      aria-label={`${q.question} Here it is`}
                      value={wayOf(household.settings, way.key)}
                      onChange={(e) => {
                        const answer = e.target.value;
                        void commit(`${q.question} ${way.words[answer] ?? ''}`, (now) => [
                          { table: 'settings', put: withWay(now.settings, way.key, answer) },
                        ]);
                      }}
                    >
                      {WAYS[way.key].map((a) => (
                        <option key={a} value={a}>
                          {way.words[a]}
                        </option>
                      ))}
                    </select>
                  )}
                </Field>
              ) : (
                <div>
                  <p className="label">Here it is</p>
                  <p>{chosenWords(q, household, year)}</p>
                  {at && (
                    <Link className="page-link" to={at.to}>
                      Under {at.name}
                    </Link>
                  )}
                </div>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}
