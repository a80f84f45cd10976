import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { fromDay, isIsoDate, toDay, weekStart } from '../../core/calendar';
import { pageWords } from '../../core/course';
import { markSteps } from '../../core/deeds';
import { byId } from '../../core/household';
import { readingOf, readingWords, type TeacherLine, teacherPage, toReport } from '../../core/sitdown';
import { weekPage } from '../../core/week';
import { Box } from '../child/sheets';
import { useHousehold } from '../shell/household';
import { usePlan, useWorkday } from '../shell/plan';
import { Awaited, useAwaits } from '../shell/unplanned';
import { longDate, shortDate } from '../ui/dates';
import { newId } from '../ui/id';
import { count, listing, MARK_WORDS } from '../ui/words';

const keyOf = (l: TeacherLine) => `${l.enrolment.id} ${l.step.id} ${l.day}`;

/** One printable side for somebody else who teaches from this shelf; what they report is entered here in one go. */
export default function TeacherPage() {
  const { teacherId = '' } = useParams();
  const [params] = useSearchParams();
  const { household, year, today, commit } = useHousehold();
  const { plan } = usePlan();
  const workday = useWorkday();
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const teacher = byId(household.teachers, teacherId);
  const { firstDay, dateStyle: style } = household.settings;
  const asked = params.get('of') ?? '';
  const start = weekStart(isIsoDate(asked) ? toDay(asked) : workday, firstDay);
  const awaits = useAwaits(start + 6);
  const days = useMemo(
    () => (year && !awaits ? teacherPage(household, year, weekPage(household, year, plan, start), teacherId) : []),
    [household, year, plan, start, teacherId, awaits],
  );
  const reading = useMemo(
    () => (plan ? readingOf(household, plan, start, start + 6).filter((l) => l.teacher.id === teacherId) : []),
    [household, plan, start, teacherId],
  );
  if (!teacher)
    return (
      <>
        <h1 className="pb-2">A teacher’s page</h1>
        <p className="double-rule pt-4">
          No teacher has this page. See{' '}
          <Link className="page-link" to="/household">
            Household
          </Link>
          .
        </p>
      </>
    );
  const open = toReport(days, today);
  const reported = open.filter((l) => !off.has(keyOf(l)));
  const enter = () => {
    const steps = reported.map((l) => ({ enrolmentId: l.enrolment.id, stepId: l.step.id, day: l.day }));
    void commit(`${teacher.name} reported: ${count(steps.length, 'step')} done`, (now) =>
      markSteps(now, steps, 'done', newId),
    ).then((done) => done && setOff(new Set()));
  };
  return (
    <div className="max-w-4xl print:max-w-none">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="wrap-anywhere">{teacher.name} teaches</h1>
        <p>
          {shortDate(style, start, today)} – {shortDate(style, start + 6, today)}
        </p>
      </div>
      <p className="double-rule flex flex-wrap gap-3 py-2 print:hidden">
        <Link className="btn" to={`?of=${fromDay(start - 7)}`}>
          Earlier
        </Link>
        <Link className="btn" to={`?of=${fromDay(start + 7)}`}>
          Later
        </Link>
        <button type="button" className="btn btn-strong" onClick={() => window.print()}>
          Print
        </button>
      </p>
      {reading.some((l) => !l.read) && (
        <p className="pt-2">
          {readingWords(reading, teacher.name)}:{' '}
          {reading
            .filter((l) => !l.read)
            .map((l) => `${l.title}, ${l.lesson.title}, ${pageWords(l.pages)}`)
            .join('; ')}
          .
        </p>
      )}
      {awaits ? (
        <Awaited />
      ) : (
        days.length === 0 && <p className="py-4">Nothing of {teacher.name}’s stands in this week.</p>
      )}
      {/* A week on one sheet of paper. */}
      <div className="print:columns-2 print:gap-x-8">
        {days.map((d) => (
          <section key={d.day} aria-label={longDate(style, d.day, today)} className="pt-3">
            <h2 className="border-b border-ink text-lead">{longDate(style, d.day, today)}</h2>
            <ul>
              {d.rituals.map(({ ritual: r, children }) => (
                <li key={r.id} className="border-b border-rule py-1 pl-8 leading-snug wrap-anywhere">
                  {r.title}
                  <span className="block text-aside text-soft">
                    {[r.at && `at ${r.at}`, listing(children.map((c) => c.name)), `${r.minutes} min`]
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </li>
              ))}
              {d.lines.map((l) => {
                const can = open.includes(l);
                return (
                  <li key={keyOf(l)} className="border-b border-rule">
                    <label className="flex min-h-touch items-center gap-3 py-1 print:min-h-0">
                      <input
                        type="checkbox"
                        disabled={!can}
                        checked={can ? !off.has(keyOf(l)) : l.mark !== undefined}
                        className="print:hidden"
                        aria-label={`${l.title}, ${l.words}: was done`}
                        onChange={(e) => {
                          const next = new Set(off);
                          if (e.target.checked) next.delete(keyOf(l));
                          else next.add(keyOf(l));
                          setOff(next);
                        }}
                      />
                      {/* On paper it is ticked by hand. */}
                      <span className="hidden print:block">
                        <Box done={l.mark !== undefined} />
                      </span>
                      <span className="min-w-0 flex-1 leading-snug wrap-anywhere">
                        {l.title}, {l.words} {l.fresh && <b className="font-semibold text-rubric">new lesson</b>}
                        <span className="block text-aside text-soft">
                          {[
                            listing(l.children.map((c) => c.name)),
                            `${l.minutes} min`,
                            l.step.lesson.pages && `manual ${pageWords(l.step.lesson.pages)}`,
                            l.things.length > 0 && `needs ${listing(l.things)}`,
                            l.mark && MARK_WORDS[l.mark].word,
                          ]
                            .filter(Boolean)
                            .join(' · ')}
                        </span>
                      </span>
                    </label>
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
      </div>
      {open.length > 0 && (
        <p className="flex flex-wrap items-center gap-3 pt-3 print:hidden">
          <button type="button" className="btn btn-strong" disabled={reported.length === 0} onClick={enter}>
            Enter {count(reported.length, 'step')} as done
          </button>
          <span className="text-soft">Untick what was not done: it is left as it is.</span>
        </p>
      )}
    </div>
  );
}
