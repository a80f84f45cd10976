import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
import { fromDay, isIsoDate, toDay, weekStart } from '../../core/calendar';
import { pageWords } from '../../core/course';
import { readingOf, readingWords } from '../../core/sitdown';
import { Box } from '../child/sheets';
import { useHousehold } from '../shell/household';
import { usePlan, useWorkday } from '../shell/plan';
import { Awaited, useAwaits } from '../shell/unplanned';
import { dayAndDate, shortDate } from '../ui/dates';

/** What each teacher reads ahead in a week, on one side: to lie on top of the manuals in the bag. */
export default function ReadingPage() {
  const [params] = useSearchParams();
  const { household, today } = useHousehold();
  const { plan } = usePlan();
  const awaits = useAwaits();
  const workday = useWorkday();
  const { firstDay, dateStyle: style } = household.settings;
  const asked = params.get('of') ?? '';
  const start = weekStart(isIsoDate(asked) ? toDay(asked) : workday, firstDay);
  const lines = useMemo(() => (plan ? readingOf(household, plan, start, start + 6) : []), [household, plan, start]);
  const teachers = [...new Map(lines.map((l) => [l.teacher.id, l.teacher])).values()];
  return (
    <div className="max-w-4xl print:max-w-none">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1>To read ahead</h1>
        <p>
          {shortDate(style, start, today)} – {shortDate(style, start + 6, today)}
        </p>
      </div>
      <p className="double-rule flex flex-wrap gap-3 py-2 print:hidden">
        <Link className="btn" to={`/sit-down?of=${fromDay(start)}&part=reading`}>
          Back to the sit-down
        </Link>
        <button type="button" className="btn btn-strong" onClick={() => window.print()}>
          Print
        </button>
      </p>
      {awaits ? <Awaited /> : lines.length === 0 && <p className="py-4">Nothing is to be read for this week.</p>}
      {teachers.map((t) => {
        const own = lines.filter((l) => l.teacher.id === t.id);
        return (
          <section key={t.id} aria-label={`${t.name} reads`} className="pt-3">
            <h2 className="border-b border-ink text-lead">{readingWords(own, t.name)}</h2>
            <ul>
              {own.map((l) => (
                <li key={`${l.courseId} ${l.lessonId}`} className="flex items-baseline gap-3 border-b border-rule py-1">
                  <Box done={l.read} />
                  <span className="min-w-0 flex-1 wrap-anywhere">
                    {l.title}, {l.lesson.title}: {pageWords(l.pages)}
                    {l.note && <i className="block">{l.note}</i>}
                  </span>
                  <span className="text-soft">
                    {l.minutes} min · {dayAndDate(style, l.day, today)}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
