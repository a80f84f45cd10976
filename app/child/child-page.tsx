import {
  BookOpen,
  Check,
  ClipboardCheck,
  Hammer,
  Music,
  Pencil,
  Puzzle,
  Repeat,
  Scissors,
  Sparkles,
} from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { type Day, fromDay, weekdayOf } from '../../core/calendar';
import { lessonName } from '../../core/course';
import { type ChildDayItems, type ChildItem, childWeek, type Sheet, sheetFor, SHEETS } from '../../core/day';
import { byId, type Child } from '../../core/household';
import { useHousehold } from '../shell/household';
import { usePlan, useWorkday } from '../shell/plan';
import { dayAndDate, longDate, WEEKDAY_NAMES } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { count, listing, PRESENCE_WORDS } from '../ui/words';

const SHEET_WORDS: Record<Sheet, string> = { cards: 'Picture cards', checklist: 'Checklist', planner: 'Planner' };

/** A child's own week, on screen and on one printed side: picture cards, a checklist, or a planner. */
export default function ChildPage() {
  const { childId } = useParams();
  const { household, year } = useHousehold();
  const { plan } = usePlan();
  const workday = useWorkday();
  const [shift, setShift] = useState(0);
  const [chosen, setChosen] = useState<{ childId: string; sheet: Sheet }>();
  const child = byId(household.children, childId ?? '');
  const inWeek = workday + 7 * shift;
  const days = useMemo(
    () => (child && year ? childWeek(household, year, plan, child, inWeek) : []),
    [household, year, plan, child, inWeek],
  );
  if (!child || !year)
    return (
      <div className="max-w-2xl">
        <h1 className="pb-2">A child’s page</h1>
        <p className="double-rule pt-4">
          {child ? 'With a school year this page fills by itself.' : 'No child has this page.'} See{' '}
          <Link className="page-link" to="/household">
            Household
          </Link>
          .
        </p>
      </div>
    );
  const style = household.settings.dateStyle;
  // What was chosen for one child says nothing of the next.
  const sheet = chosen?.childId === child.id ? chosen.sheet : sheetFor(child, workday);
  const first = days[0]?.day ?? inWeek;
  return (
    <div className="child-sheet">
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h1 className="flex items-center gap-2">
          <ChildName child={child} size={30} />
        </h1>
        <p>week of {longDate(style, first)}</p>
      </div>
      <div className="double-rule flex flex-wrap gap-2 py-2 print:hidden">
        {household.children
          .filter((c) => c.id !== child.id)
          .map((c) => (
            <Link key={c.id} className="btn" to={`/child/${c.id}`}>
              <ChildName child={c} />
            </Link>
          ))}
        <span className="flex flex-1 flex-wrap justify-end gap-2">
          <button type="button" className="btn" onClick={() => setShift(shift - 1)}>
            Earlier
          </button>
          <button type="button" className="btn" onClick={() => setShift(shift + 1)}>
            Later
          </button>
          {SHEETS.map((s) => (
            <button
              key={s}
              type="button"
              className="btn"
              aria-pressed={sheet === s}
              onClick={() => setChosen({ childId: child.id, sheet: s })}
            >
              {SHEET_WORDS[s]}
            </button>
          ))}
          <button type="button" className="btn btn-strong" onClick={() => window.print()}>
            Print
          </button>
        </span>
      </div>
      {days.length === 0 ? (
        <p className="py-6">No school in this week.</p>
      ) : sheet === 'cards' ? (
        <Cards days={days} />
      ) : sheet === 'checklist' ? (
        <Checklist days={days} workday={workday} />
      ) : (
        <Planner days={days} child={child} />
      )}
    </div>
  );
}

/** The box a child ticks: empty on paper, ticked where it is done already. */
function Box({ done }: { done: boolean }) {
  return (
    <span className="flex size-[20px] flex-none items-center justify-center border-[1.500px] border-ink">
      {done && <Check size={16} strokeWidth={3} aria-hidden="true" />}
      <span className="sr-only">{done ? 'done' : 'to do'}</span>
    </span>
  );
}

const short = (item: ChildItem) => {
  const name = lessonName(item.lesson);
  return [name.numeral && (name.word ? `${name.word} ${name.numeral}` : name.numeral), name.rest]
    .filter(Boolean)
    .join(' ');
};

function Checklist({ days, workday }: { days: ChildDayItems[]; workday: Day }) {
  return (
    <div className="grid grid-cols-1 gap-x-4 gap-y-5 sm:grid-cols-2 lg:grid-cols-5 print:grid-cols-5">
      {days.map((d) => (
        <section key={d.day} aria-label={WEEKDAY_NAMES[weekdayOf(d.day)]}>
          <h2 className={`border-b-2 border-ink pb-0.5 text-[1.15rem] ${d.day === workday ? 'font-semibold' : ''}`}>
            {WEEKDAY_NAMES[weekdayOf(d.day)]}
          </h2>
          <ul>
            {d.items.map((item) => (
              <li key={item.key} className="flex gap-2 border-b border-rule py-1.5 leading-tight">
                <Box done={item.mark === 'done'} />
                <span className="min-w-0 wrap-break-word">
                  {item.title} {short(item) && <b className="font-semibold">{short(item)}</b>}
                  <span className="block text-[0.9rem] text-soft">
                    {[item.what, item.others.length > 0 ? `with ${listing(item.others.map((c) => c.name))}` : '']
                      .filter(Boolean)
                      .join(' · ')}
                  </span>
                </span>
              </li>
            ))}
          </ul>
          {d.items.length === 0 ? (
            <p className="py-1 text-soft">nothing</p>
          ) : (
            <p className="pt-1 text-[0.9rem] text-soft">{count(d.minutes, 'minute')}</p>
          )}
        </section>
      ))}
    </div>
  );
}

/** Courses down, days across: what a teen plans from, with room to write. */
function Planner({ days, child }: { days: ChildDayItems[]; child: Child }) {
  const titles = [...new Set(days.flatMap((d) => d.items.map((x) => x.title)))];
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label={`The week of ${child.name}`}>
      <table className="w-full border-b border-ink">
        <thead>
          <tr className="border-b border-ink">
            <th scope="col" className="pr-3">
              Course
            </th>
            {days.map((d) => (
              <th key={d.day} scope="col" className="px-2 font-semibold">
                {WEEKDAY_NAMES[weekdayOf(d.day)].slice(0, 3)} {Number(fromDay(d.day).slice(8))}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {titles.map((title) => (
            <tr key={title} className="border-b border-rule align-top">
              <th scope="row" className="min-w-32 py-2 pr-3 font-normal">
                {title}
              </th>
              {days.map((d) => (
                <td key={d.day} className="min-w-24 border-l border-rule px-2 py-2">
                  {d.items
                    .filter((x) => x.title === title)
                    .map((item) => (
                      <span key={item.key} className="flex gap-1.5 leading-tight">
                        <Box done={item.mark === 'done'} />
                        <span className="text-[0.95rem]">
                          <b className="font-semibold">{short(item) || count(item.minutes, 'min', 'min')}</b>{' '}
                          {item.what}
                          <span className="block text-[0.85rem] text-soft">
                            {item.minutes} min, {PRESENCE_WORDS[item.presence].replace('the child', 'you')}
                          </span>
                        </span>
                      </span>
                    ))}
                </td>
              ))}
            </tr>
          ))}
          <tr className="align-top">
            <th scope="row" className="py-2 pr-3 font-normal text-soft">
              minutes
            </th>
            {days.map((d) => (
              <td key={d.day} className="border-l border-rule px-2 py-2">
                {d.minutes}
              </td>
            ))}
          </tr>
          <tr className="h-24 border-t border-rule align-top">
            <th scope="row" className="py-2 pr-3 font-normal text-soft">
              my own notes
            </th>
            {days.map((d) => (
              <td key={d.day} className="border-l border-rule" />
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}

const PICTURES = {
  introduce: Sparkles,
  practise: Pencil,
  review: Repeat,
  apply: Hammer,
  assess: ClipboardCheck,
  read: BookOpen,
  make: Scissors,
  drill: Puzzle,
  ritual: Music,
};

/** One card a thing, to be taken down when it is done: a picture first, words small for whoever reads them out. */
function Cards({ days }: { days: ChildDayItems[] }) {
  const { household } = useHousehold();
  return (
    <div className="flex flex-col gap-4">
      {days.map((d) => (
        <section key={d.day} aria-label={WEEKDAY_NAMES[weekdayOf(d.day)]}>
          <h2 className="border-b border-ink text-[1.15rem]">{dayAndDate(household.settings.dateStyle, d.day)}</h2>
          <ul className="flex flex-wrap gap-2 pt-2">
            {d.items.map((item) => {
              const Picture = PICTURES[item.kind];
              const down = item.mark === 'done';
              return (
                <li
                  key={item.key}
                  className={`flex w-32 flex-col items-center gap-1 rounded-md border-2 border-ink bg-sheet p-2 text-center leading-tight print:break-inside-avoid ${
                    down ? 'border-dashed opacity-60' : ''
                  }`}
                >
                  {down ? (
                    <Check size={48} strokeWidth={2} aria-hidden="true" />
                  ) : (
                    <Picture size={48} strokeWidth={1.5} aria-hidden="true" />
                  )}
                  <span className="text-[0.95rem] wrap-anywhere">{item.title}</span>
                  <span className="text-[0.85rem] text-soft">{down ? 'done' : `${item.minutes} min`}</span>
                </li>
              );
            })}
          </ul>
          {d.items.length === 0 && <p className="text-soft">nothing</p>}
        </section>
      ))}
    </div>
  );
}
