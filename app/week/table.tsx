import { titleOf } from '../../core/household';
import { useDroppable } from '@dnd-kit/core';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { Day, GoneOn } from '../../core/calendar';
import { foldedWords } from '../../core/day';
import { DAY_KINDS, type WeekCell, type WeekDay, type WeekPage, type WeekRow } from '../../core/week';
import { goneWords } from '../../core/words';
import { useHousehold } from '../shell/household';
import { useNarrow } from '../ui/use-narrow';
import { shortDate, WEEKDAY_NAMES } from '../ui/dates';
import { tip } from '../ui/tip';
import { weekdayOf } from '../../core/calendar';
import { Ornament } from '../ui/ornament';
import type { MoveActions } from './move-actions';
import { Marked, Sitting } from './sitting';
import OneOf from '../ui/one-of';

/** The head of a row stays in sight while the days move under it. */
const STUCK = 'sticky left-0 z-10 bg-paper py-1 pr-2 font-normal print:static print:bg-transparent';

/** The week as a table: courses down, days along, what it asks of the teachers at the foot. */
export function WeekTable({
  page,
  planDay,
  today,
  move,
  letGo,
  hold,
}: MoveActions & { page: WeekPage; planDay: Day; today: Day }) {
  const { household } = useHousehold();
  const style = household.settings.dateStyle;
  const compares = page.rows.some((r) => r.published !== undefined || r.done > 0);
  // In the hand a day at a time, the next one a swipe away; or all of it, small.
  const narrow = useNarrow();
  const [whole, setWhole] = useState(false);
  const byDay = narrow && !whole;
  const box = useRef<HTMLDivElement>(null);
  const first = page.days[0]?.day;
  useEffect(() => {
    const shown = byDay ? box.current?.querySelector<HTMLElement>('th[data-today]') : undefined;
    if (box.current)
      box.current.scrollLeft = shown
        ? shown.offsetLeft - (shown.parentElement?.firstElementChild?.clientWidth ?? 0)
        : 0;
  }, [byDay, first]);

  /** Arrows go from sitting to sitting; the nearest in that direction takes the focus. */
  const onKeyDown = (e: KeyboardEvent<HTMLTableElement>) => {
    const here = (e.target as HTMLElement).closest<HTMLElement>('[data-sitting]');
    if (!here || e.shiftKey || e.altKey || e.ctrlKey || e.metaKey || !e.key.startsWith('Arrow')) return;
    const box = here.getBoundingClientRect();
    const dx = { ArrowLeft: -1, ArrowRight: 1 }[e.key] ?? 0;
    const dy = { ArrowUp: -1, ArrowDown: 1 }[e.key] ?? 0;
    let best: { el: HTMLElement; far: number } | undefined;
    for (const el of e.currentTarget.querySelectorAll<HTMLElement>('[data-sitting]')) {
      const b = el.getBoundingClientRect();
      const x = b.left - box.left;
      const y = b.top - box.top;
      const along = x * dx + y * dy;
      if (el === here || along <= 4) continue;
      const far = along + 4 * Math.abs(dx ? y : x);
      if (!best || far < best.far) best = { el, far };
    }
    best?.el.focus();
    if (best) e.preventDefault();
  };

  return (
    <>
      {narrow && (
        <div className="pb-2 print:hidden">
          <OneOf
            label="How much of the week"
            className="btn press"
            value={whole ? 'whole' : 'day'}
            options={[
              ['day', 'A day at a time'],
              ['whole', 'The whole week'],
            ]}
            onChange={(much) => setWhole(much === 'whole')}
          />
        </div>
      )}
      <div
        ref={box}
        className={`overflow-x-auto ${byDay ? 'snap-x snap-mandatory scroll-pl-[104px]' : ''}`}
        tabIndex={0}
        role="region"
        aria-label="The week’s table"
      >
        <table className="w-full border-collapse" onKeyDown={onKeyDown}>
          <thead>
            <tr className="border-y-4 border-double border-ink align-bottom">
              <th
                className="sticky left-0 z-10 min-w-[104px] bg-paper py-1 pr-2 sm:min-w-[200px] print:static print:bg-transparent"
                scope="col"
              >
                <span className="sr-only">Course</span>
              </th>
              {page.days.map((d) => (
                <th
                  key={d.day}
                  scope="col"
                  data-today={d.day === today ? '' : undefined}
                  className={`${byDay ? 'min-w-[calc(100vw-9.500rem)] snap-start print:min-w-0' : 'min-w-[92px]'} border-l border-rule px-2 py-1 font-medium ${d.day === today ? 'bg-ink/[0.06]' : ''}`}
                >
                  <span className="block">{WEEKDAY_NAMES[weekdayOf(d.day)]}</span>
                  <span className="block text-note font-normal text-soft">
                    {shortDate(style, d.day)}
                    {d.kind !== 'full' && ` · ${d.label ?? DAY_KINDS[d.kind]}`}
                  </span>
                </th>
              ))}
              {compares && (
                <th scope="col" className="min-w-[84px] border-l border-rule px-2 py-1 font-medium">
                  Steps done
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {page.days.some((d) => d.away.length > 0) && (
              <tr className="border-b border-rule align-top">
                <th scope="row" className={STUCK}>
                  <span className="label">Away</span>
                </th>
                {page.days.map((d) => (
                  <td
                    key={d.day}
                    className={`border-l border-rule px-2 py-1 text-aside leading-tight ${d.day === today ? 'bg-ink/[0.06]' : ''}`}
                  >
                    {d.away.map((a) => (
                      <AwayLine key={`${a.why} ${a.label} ${a.hours?.from} ${a.hours?.to}`} away={a} />
                    ))}
                  </td>
                ))}
                {compares && <td className="border-l border-rule" />}
              </tr>
            )}
            {page.rows.map((row) => (
              <tr key={row.enrolment.id} className="border-b border-rule">
                <th scope="row" className={STUCK}>
                  <span className="flex flex-wrap items-center gap-1.5">
                    {row.children.map((c) => (
                      <Ornament key={c.id} name={c.ornament} colour={c.colour} size={16} />
                    ))}
                    <span className="sr-only">{row.children.map((c) => c.name).join(', ')}: </span>
                    <span className="min-w-0 leading-tight wrap-break-word">{titleOf(household, row.course.id)}</span>
                  </span>
                </th>
                {row.cells.map((cell, i) => (
                  <Cell
                    key={cell.day}
                    row={row}
                    cell={cell}
                    day={page.days[i]!}
                    days={page.days}
                    today={today}
                    planDay={planDay}
                    move={move}
                    letGo={letGo}
                    hold={hold}
                  />
                ))}
                {compares && (
                  <td className="border-l border-rule px-2 text-aside whitespace-nowrap">
                    {row.published === undefined ? row.done : `${row.settled} of ${row.published}`}
                  </td>
                )}
              </tr>
            ))}
            {page.rows.length === 0 && (
              <tr>
                <td colSpan={page.days.length + 1} className="py-4">
                  {page.days.length === 0
                    ? 'No day of the school year lies in this week.'
                    : page.days.every((d) => d.kind === 'closed')
                      ? 'This week is closed.'
                      : 'Nothing is marked or planned in this week.'}
                </td>
              </tr>
            )}
          </tbody>
          <tfoot>
            {household.teachers.map((t) => (
              <tr key={t.id} className="border-b border-rule align-top">
                <th scope="row" className={`${STUCK} wrap-anywhere`}>
                  <span className="label">{t.name}</span>
                </th>
                {page.days.map((d) => (
                  <TeacherCell key={d.day} day={d} teacherId={t.id} today={today} />
                ))}
                {compares && <td className="border-l border-rule" />}
              </tr>
            ))}
          </tfoot>
        </table>
      </div>
    </>
  );
}

/** Who is away for what, and when. */
function AwayLine({ away }: { away: GoneOn }) {
  const { household } = useHousehold();
  const { names, what, hours } = goneWords(household, away);
  return (
    <p className="pb-0.5">
      <span className="inline-flex gap-0.5 align-middle">
        {household.children
          .filter((c) => away.childIds.includes(c.id))
          .map((c) => (
            <Ornament key={c.id} name={c.ornament} colour={c.colour} size={14} />
          ))}
      </span>{' '}
      <span className="sr-only">{names}: </span>
      {household.teachers
        .filter((t) => away.teacherIds.includes(t.id))
        .map((t) => (
          <span key={t.id} aria-hidden="true">
            {t.name}{' '}
          </span>
        ))}
      <span className="wrap-anywhere">{what}</span>
      <span className="block whitespace-nowrap text-soft">{hours}</span>
    </p>
  );
}

function Cell({
  row,
  cell,
  day,
  days,
  today,
  planDay,
  move,
  letGo,
  hold,
}: MoveActions & {
  row: WeekRow;
  cell: WeekCell;
  day: WeekDay;
  days: WeekDay[];
  today: Day;
  planDay: Day;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `${row.enrolment.id} ${day.day}`, data: { day: day.day } });
  const planned = cell.items.filter((i) => i.mark === undefined && !i.slipped);
  const rest = cell.items.filter((i) => i.mark !== undefined || i.slipped);
  const closed = day.kind === 'closed';
  const { household } = useHousehold();
  return (
    <td
      ref={setNodeRef}
      className={`border-l border-rule px-1 align-middle ${closed ? 'week-closed' : ''} ${day.day === today ? 'bg-ink/[0.06]' : ''} ${isOver ? 'outline-2 -outline-offset-2 outline-ink' : ''}`}
    >
      <div className="flex flex-wrap items-center gap-x-1">
        {rest.map((i) => (
          <Marked key={i.step.id} item={i} />
        ))}
        {cell.folded.length > 0 && (
          <span className="px-1 text-aside text-soft" {...tip(foldedWords(cell.folded))}>
            {cell.folded.length} known
          </span>
        )}
        {planned.length > 0 && (
          <Sitting
            enrolment={row.enrolment}
            title={titleOf(household, row.course.id)}
            day={day.day}
            items={planned}
            days={days.filter((d) => d.day >= planDay && d.kind !== 'closed' && d.kind !== 'outside')}
            move={move}
            letGo={letGo}
            hold={hold}
          />
        )}
      </div>
    </td>
  );
}

function TeacherCell({ day, teacherId, today }: { day: WeekDay; teacherId: string; today: Day }) {
  const t = day.teachers.find((x) => x.teacher.id === teacherId)!;
  const above = t.minutes > t.hours;
  const clash = t.fresh > t.allowance;
  return (
    <td
      className={`border-l border-rule px-2 py-1 text-aside leading-tight ${day.day === today ? 'bg-ink/[0.06]' : ''}`}
    >
      {(t.hours > 0 || t.minutes > 0) && (
        <>
          <span className={above ? 'font-semibold' : ''}>
            {t.minutes} of {t.hours} min
          </span>
          {/* The same at a glance: full is black, above it the frame is thick. */}
          <span
            aria-hidden="true"
            className={`my-0.5 block h-[7px] max-w-28 border border-ink ${above ? 'border-2' : 'border-ink/60'}`}
          >
            <span
              className="block h-full bg-ink/75"
              style={{ width: `${t.hours > 0 ? Math.min(100, (100 * t.minutes) / t.hours) : 100}%` }}
            />
          </span>
          <span className={`block ${clash ? 'font-semibold text-rubric' : 'text-soft'}`}>
            {t.fresh} new{clash && `, ${t.allowance} allowed`}
          </span>
        </>
      )}
    </td>
  );
}
