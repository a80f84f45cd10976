import {
  BookOpen,
  Check,
  ClipboardCheck,
  Hammer,
  HeartHandshake,
  House,
  Music,
  Pencil,
  Puzzle,
  Repeat,
  Scissors,
  Sparkles,
} from 'lucide-react';
import { Fragment } from 'react';
import { type Day, fromDay, weekdayOf } from '../../core/calendar';
import { lessonName } from '../../core/course';
import type { ChildDayItems, ChildItem } from '../../core/day';
import type { Child } from '../../core/household';
import { useHousehold } from '../shell/household';
import { dayAndDate, WEEKDAY_NAMES } from '../ui/dates';
import { count, listing, MARK_WORDS, PRESENCE_WORDS } from '../ui/words';

/** Over the work about the house: when it is done. */
export const BEFORE_PLAY = 'before screens and play';

/** The box a child ticks: empty on paper, ticked where it is done already. `told`: it says otherwise in words how it went; `past`: its day is over. */
export function Box({ done, told = '', past = false }: { done: boolean; told?: string; past?: boolean }) {
  return (
    <span className="flex size-[20px] flex-none items-center justify-center border-[1.500px] border-ink">
      {done && <Check size={16} strokeWidth={3} aria-hidden="true" />}
      {!told && <span className="sr-only">{done ? 'done' : past ? 'not done' : 'to do'}</span>}
    </span>
  );
}

/** How it went, where it was not simply done: what was put off or is to come again is no longer to do on its day. */
const went = ({ mark }: ChildItem): string => (mark && mark !== 'done' ? MARK_WORDS[mark].word : '');

/** Who else is there: those who do it too, who helps, or whom it helps. */
export function company(item: ChildItem): string {
  const names = listing(item.others.map((c) => c.name));
  if (item.kind === 'help') return `you help ${names}`;
  if (item.helper) return `${item.helper.name} helps`;
  return names && `with ${names}`;
}

/** The lesson as the child reads it: its numeral with its word, and what follows. */
export const short = (item: ChildItem) => {
  const name = lessonName(item.lesson);
  return [name.numeral && (name.word ? `${name.word} ${name.numeral}` : name.numeral), name.rest]
    .filter(Boolean)
    .join(' ');
};

export function Checklist({ days, workday }: { days: ChildDayItems[]; workday: Day }) {
  return (
    <div className="grid grid-cols-1 gap-x-4 gap-y-5 sm:grid-cols-2 lg:grid-cols-5 print:grid-cols-5">
      {days.map((d) => (
        <section key={d.day} aria-label={WEEKDAY_NAMES[weekdayOf(d.day)]}>
          <h2 className={`border-b-2 border-ink pb-0.5 text-lead ${d.day === workday ? 'font-semibold' : ''}`}>
            {WEEKDAY_NAMES[weekdayOf(d.day)]}
          </h2>
          <ul>
            {d.items.map((item, i) => (
              <Fragment key={item.key}>
                {item.kind === 'chore' && d.items[i - 1]?.kind !== 'chore' && (
                  <li className="label pt-2">{BEFORE_PLAY}</li>
                )}
                <li className="flex gap-2 border-b border-rule py-1.5 leading-tight">
                  <Box done={item.mark === 'done'} told={went(item)} past={d.day < workday} />
                  <span className="min-w-0 wrap-break-word">
                    {item.title} {short(item) && <b className="font-semibold">{short(item)}</b>}
                    <span className="block text-note text-soft">
                      {[item.what, company(item), went(item)].filter(Boolean).join(' · ')}
                    </span>
                  </span>
                </li>
              </Fragment>
            ))}
          </ul>
          {d.items.length === 0 ? (
            <p className="py-1 text-soft">nothing</p>
          ) : (
            <p className="pt-1 text-note text-soft">{count(d.minutes, 'minute')}</p>
          )}
        </section>
      ))}
    </div>
  );
}

/** Courses down, days across: what a teen plans from, with room to write. */
export function Planner({ days, child, workday }: { days: ChildDayItems[]; child: Child; workday: Day }) {
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
                        <Box done={item.mark === 'done'} told={went(item)} past={d.day < workday} />
                        <span className="text-aside">
                          {short(item) && <b className="font-semibold">{short(item)} </b>}
                          {[item.what, went(item)].filter(Boolean).join(' · ')}
                          <span className="block text-note text-soft">
                            {item.minutes} min,{' '}
                            {item.kind === 'help' || item.helper
                              ? company(item)
                              : PRESENCE_WORDS[item.presence].replace('the child', 'you')}
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

export const PICTURES = {
  introduce: Sparkles,
  practise: Pencil,
  review: Repeat,
  apply: Hammer,
  assess: ClipboardCheck,
  read: BookOpen,
  make: Scissors,
  drill: Puzzle,
  ritual: Music,
  chore: House,
  help: HeartHandshake,
};

/** One card a thing, to be taken down when it is done: a picture first, words small for whoever reads them out. */
export function Cards({ days }: { days: ChildDayItems[] }) {
  const { household } = useHousehold();
  return (
    <div className="flex flex-col gap-4">
      {days.map((d) => (
        <section key={d.day} aria-label={WEEKDAY_NAMES[weekdayOf(d.day)]}>
          <h2 className="border-b border-ink text-lead">{dayAndDate(household.settings.dateStyle, d.day)}</h2>
          <ul className="flex flex-wrap gap-2 pt-2">
            {d.items.map((item) => {
              const Picture = PICTURES[item.kind];
              const down = item.mark === 'done';
              return (
                <li
                  key={item.key}
                  className={`flex w-32 flex-col items-center gap-1 rounded-md border-2 border-ink bg-sheet p-2 text-center leading-tight print:break-inside-avoid ${
                    down ? 'border-dashed opacity-60 print:opacity-100' : ''
                  }`}
                >
                  {down ? (
                    <Check size={48} strokeWidth={2} aria-hidden="true" />
                  ) : (
                    <Picture size={48} strokeWidth={1.5} aria-hidden="true" />
                  )}
                  <span className="text-aside wrap-anywhere">{item.title}</span>
                  {item.kind === 'help' && <span className="text-note text-soft">{company(item)}</span>}
                  <span className="text-note text-soft">{down ? 'done' : went(item) || `${item.minutes} min`}</span>
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
