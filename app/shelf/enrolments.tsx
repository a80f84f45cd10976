import { gateWords, paceWords } from '../../core/overview';
import { lazy, Suspense, useState } from 'react';
import { byId, type Course, type Enrolment, titleOf } from '../../core/household';
import { coveredLessons, pacesAhead, unitRecords } from '../../core/pace';
import { fromDay } from '../../core/calendar';
import { takerNames } from '../../core/words';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { WORTH_WORDS } from '../ui/words';
import { EnrolmentForm } from './enrolment-form';
import { EnrolmentLine } from './shelf';

const ChoicesForm = lazy(async () => ({ default: (await import('./choices-form')).ChoicesForm }));
const GatesForm = lazy(async () => ({ default: (await import('./gates-form')).GatesForm }));
const LifeForm = lazy(async () => ({ default: (await import('./life-form')).LifeForm }));

type Asked = { what: 'pace' | 'choices' | 'gates' | 'life'; enrolment: Enrolment } | { what: 'new' };
const BUTTONS = [
  ['pace', 'Pace'],
  ['choices', 'How it is done'],
  ['gates', 'What must come first'],
  ['life', 'Pause, swap, verdict'],
] as const;

/** Who takes a course: how far each is, and what can be changed for each without touching the book. */
export function Enrolments({ course }: { course: Course }) {
  const { household, today } = useHousehold();
  const [asked, setAsked] = useState<Asked>();
  const enrolments = household.enrolments.filter((e) => e.courseId === course.id);
  const close = () => setAsked(undefined);
  return (
    <section className="double-rule pt-3 pb-5" aria-labelledby="taken">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id="taken">Who takes it</h2>
        <button
          type="button"
          className={enrolments.length === 0 ? 'btn btn-strong' : 'btn'}
          onClick={() => setAsked({ what: 'new' })}
        >
          Begin it with somebody
        </button>
      </div>
      {enrolments.length === 0 && <p className="text-soft">Nobody yet. Until somebody does, it is not planned.</p>}
      <ul>
        {enrolments.map((e) => {
          const who = takerNames(household, e, today);
          return (
            <li key={e.id} className="border-b border-rule py-1.5">
              <EnrolmentLine enrolment={e} />
              <Standing enrolment={e} />
              <span className="-ml-2.5 flex flex-wrap gap-x-1">
                {BUTTONS.map(([what, word]) => (
                  <button
                    key={what}
                    type="button"
                    className="btn btn-quiet page-link"
                    aria-label={`${word}: ${who}`}
                    onClick={() => setAsked({ what, enrolment: e })}
                  >
                    {word}
                  </button>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
      <UnitTimes enrolments={enrolments} />
      {asked && (
        <Suspense>
          {asked.what === 'new' || asked.what === 'pace' ? (
            <EnrolmentForm
              course={course}
              enrolment={asked.what === 'new' ? undefined : asked.enrolment}
              close={close}
            />
          ) : asked.what === 'choices' ? (
            <ChoicesForm course={course} enrolment={asked.enrolment} close={close} />
          ) : asked.what === 'gates' ? (
            <GatesForm course={course} enrolment={asked.enrolment} close={close} />
          ) : (
            <LifeForm course={course} enrolment={asked.enrolment} close={close} />
          )}
        </Suspense>
      )}
    </section>
  );
}

/** What else there is to say of an enrolment: what it waits for, what another course has done for it, the verdicts. */
function Standing({ enrolment }: { enrolment: Enrolment }) {
  const { household, today } = useHousehold();
  const lines: string[] = [];
  const title = (e: Enrolment | undefined) => (e && titleOf(household, e.courseId)) || 'a course';
  const of = (id: string) => household.enrolments.find((e) => e.id === id);
  for (const p of pacesAhead(enrolment, today))
    lines.push(
      `from ${shortDate(household.settings.dateStyle, fromDay(p.from), today)}: ${paceWords(household, p.pace)}`,
    );
  for (const g of enrolment.gates ?? []) {
    const words = gateWords(household, enrolment, g, today);
    if (words) lines.push(words);
  }
  if (enrolment.swappedFor) lines.push(`swapped for ${title(of(enrolment.swappedFor))}`);
  for (const { enrolment: by, lesson } of coveredLessons(household, enrolment).values())
    lines.push(`${lesson.title} of ${title(by)} has done the same work`);
  for (const v of enrolment.verdicts ?? []) {
    const child = byId(household.children, v.childId);
    lines.push(`${child?.name ?? ''}: ${WORTH_WORDS[v.worth]}${v.text ? ` – ${v.text}` : ''}`);
  }
  if (lines.length === 0) return null;
  return (
    <ul className="text-aside text-soft">
      {lines.map((l) => (
        <li key={l} className="wrap-anywhere">
          {l}
        </li>
      ))}
    </ul>
  );
}

/** How long each child took for each unit: the best first guess for the next one. */
function UnitTimes({ enrolments }: { enrolments: Enrolment[] }) {
  const { household, today } = useHousehold();
  const { dateStyle } = household.settings;
  const rows = enrolments.flatMap((e) =>
    unitRecords(household, e).map((r) => ({
      who: takerNames(household, e),
      id: e.id,
      ...r,
    })),
  );
  if (rows.length === 0) return null;
  return (
    <details className="pt-2">
      <summary className="min-h-touch cursor-pointer py-2.5 font-semibold">How long each unit took</summary>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="How long each unit took">
        <table className="figures">
          <thead>
            <tr>
              <th>Child</th>
              <th>Unit</th>
              <th>from</th>
              <th>to</th>
              <th>sittings</th>
              <th>minutes marked</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={`${r.id} ${r.unit.id}`}>
                <td>{r.who}</td>
                <td>{r.unit.title || 'the whole book'}</td>
                <td>{shortDate(dateStyle, r.from, today)}</td>
                <td>{r.whole ? shortDate(dateStyle, r.to, today) : 'not yet'}</td>
                <td>{r.sittings}</td>
                <td>{r.minutes > 0 ? r.minutes : '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}
