import { memo, useLayoutEffect, useRef } from 'react';
import { type Day, fromDay, weekdayOf } from '../../core/calendar';
import { lessonName } from '../../core/course';
import type { Overview, OverviewCell, OverviewRow, OverviewUnit, OverviewWeek, StepPlace } from '../../core/overview';
import { useHousehold } from '../shell/household';
import { monthName, WEEKDAY_NAMES } from '../ui/dates';
import { Ornament } from '../ui/ornament';
import { listing } from '../ui/words';
import './courses.css';

const ROW = 40;
const LOAD = 30;
const HEAD = 40;
const GROUP = 26;

/** A unit taken hold of: whose it is, and where it stands in the drawing. */
export interface Held {
  row: OverviewRow;
  unit: OverviewUnit;
  y: number;
  width: number;
}

/** How many of the weeks that are behind are in sight at first, where not all are. */
const LATELY = 3;

/** Which weeks are drawn, and how wide. */
export interface Span {
  from: number;
  to: number;
  week: number;
  /** How much the courses' names take before it. */
  label: number;
}

/**
 * The year of every course: weeks along it, a box a week, filled by what is done, hatched by what was known, open for
 * what is to come; units bracketed above, tests as diamonds below; on top what each week asks of the teachers. The names stand still
 * where the weeks do not all fit, and the weeks begin with what was of late.
 */
export const RowsDrawing = memo(function RowsDrawing({
  view,
  span,
  today,
  open,
  choose,
  grip,
}: {
  view: Overview;
  span: Span;
  today: Day;
  /** The enrolment whose units are listed below the drawing. */
  open: string | undefined;
  choose: (enrolmentId: string) => void;
  /** A unit is taken hold of, to be moved to another week. */
  grip: (held: Held, event: React.PointerEvent) => void;
}) {
  const { household } = useHousehold();
  const weeks = view.weeks.slice(span.from, span.to);
  const { label } = span;
  const x = (index: number) => label + (index - span.from) * span.week;
  const width = label + weeks.length * span.week + 2;
  const busy = household.teachers.filter((t) =>
    view.weeks.some((w) => w.teachers.some((l) => l.teacher.id === t.id && (l.minutes > 0 || l.hours > 0))),
  );
  let y = HEAD + busy.length * LOAD;
  const lines: { y: number; row: OverviewRow }[] = [];
  const heads: { y: number; group: Overview['groups'][number] }[] = [];
  for (const group of view.groups) {
    heads.push({ y, group });
    y += GROUP;
    for (const row of group.rows) {
      lines.push({ y, row });
      y += ROW;
    }
  }
  const height = y + 6;
  const now = view.weeks.findIndex((w) => today >= w.start && today < w.start + 7);
  const frame = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    frame.current!.scrollLeft = Math.max(0, now - span.from - LATELY) * span.week;
  }, [now, span.from, span.to, span.week]);
  return (
    <div
      className="rows-frame flex overflow-x-auto"
      // On paper both parts are as much smaller as the sheet asks.
      style={{ '--names': `${(label / width) * 100}%` } as React.CSSProperties}
      tabIndex={0}
      role="region"
      aria-label="The courses along the year"
      ref={frame}
    >
      <svg
        width={label}
        height={height}
        viewBox={`0 0 ${label} ${height}`}
        preserveAspectRatio="xMaxYMin"
        className="rows-drawing rows-names sticky left-0 z-1 block shrink-0 overflow-visible"
      >
        <rect width={label} height={height} className="rows-paper" aria-hidden="true" />
        {busy.map((t, i) => (
          <text
            key={t.id}
            x={label - 10}
            y={HEAD + i * LOAD + LOAD - 8}
            textAnchor="end"
            className="rows-small"
            aria-hidden="true"
          >
            asked of {t.name}
          </text>
        ))}
        {heads.map(({ y: top, group }) => (
          <g key={group.rows[0]!.enrolment.id} aria-hidden="true">
            <path d={`M0 ${top + 2}H${label}`} className="rows-group" />
            <text x={0} y={top + 19} className="rows-group-name">
              {group.children.length > 1
                ? `Together: ${listing(group.children.map((c) => c.name))}`
                : group.children[0]?.name}
            </text>
          </g>
        ))}
        {lines.map(({ y: top, row }) => (
          <foreignObject key={row.enrolment.id} x={0} y={top} width={label - 8} height={ROW}>
            <button
              type="button"
              className={`flex h-full w-full cursor-pointer items-center gap-1.5 text-left text-note leading-tight underline-offset-2 hover:underline ${open === row.enrolment.id ? 'font-semibold underline' : ''}`}
              aria-expanded={open === row.enrolment.id}
              onClick={() => choose(row.enrolment.id)}
            >
              {row.children[0] && row.children.length === 1 && (
                <Ornament name={row.children[0].ornament} colour={row.children[0].colour} size={14} />
              )}
              <span className="line-clamp-2 wrap-anywhere">{row.title}</span>
            </button>
          </foreignObject>
        ))}
      </svg>
      <svg
        width={width - label}
        height={height}
        viewBox={`${label} 0 ${width - label} ${height}`}
        preserveAspectRatio="xMinYMin"
        className="rows-drawing rows-weeks block shrink-0"
        aria-hidden="true"
      >
        <defs>
          <pattern id="rows-closed" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V6" className="rows-hatch-line" />
          </pattern>
          <pattern id="rows-known" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
            <path d="M0 0V4" className="rows-known-line" />
          </pattern>
        </defs>
        {weeks.map((w, i) => (
          <WeekColumn
            key={w.start}
            week={w}
            before={weeks[i - 1]}
            x={x(span.from + i)}
            width={span.week}
            height={height}
          />
        ))}
        {busy.map((t, i) =>
          weeks.map((w, k) => (
            <LoadBar
              key={`${t.id} ${w.start}`}
              week={w}
              teacherId={t.id}
              first={i === 0}
              x={x(span.from + k)}
              y={HEAD + i * LOAD}
              width={span.week}
            />
          )),
        )}
        {now >= span.from && now < span.to && <path d={`M${x(now)} ${HEAD - 10}V${height}`} className="rows-now" />}
        {heads.map(({ y: top, group }) => (
          <path key={group.rows[0]!.enrolment.id} d={`M${label} ${top + 2}H${width}`} className="rows-group" />
        ))}
        {lines.map(({ y: top, row }) => (
          <CourseRow key={row.enrolment.id} row={row} view={view} span={span} x={x} y={top} grip={grip} />
        ))}
      </svg>
    </div>
  );
});

function WeekColumn({
  week,
  before,
  x,
  width,
  height,
}: {
  week: OverviewWeek;
  before: OverviewWeek | undefined;
  x: number;
  width: number;
  height: number;
}) {
  const month = fromDay(week.start + 3).slice(5, 7);
  const turns = !before || fromDay(before.start + 3).slice(5, 7) !== month;
  return (
    <g>
      {week.teaching === undefined && (
        <rect x={x} y={HEAD - 8} width={width} height={height - HEAD + 8} fill="url(#rows-closed)" />
      )}
      {turns && (
        <text x={x + 2} y={13} className="rows-month">
          {monthName(Number(month)).slice(0, width < 30 ? 3 : 9)}
        </text>
      )}
      {width >= DAYS_FROM &&
        week.teaching !== undefined &&
        Array.from({ length: 7 }, (_, d) => (
          <text key={d} x={x + ((d + 0.5) * width) / 7} y={28} textAnchor="middle" className="rows-small">
            {WEEKDAY_NAMES[weekdayOf(week.start + d)].slice(0, 2)}{' '}
            {fromDay(week.start + d)
              .slice(8)
              .replace(/^0/, '')}
          </text>
        ))}
      {week.crowded && (
        // Black from across the room: more is asked in this week than there is room for.
        <rect
          x={width >= DAYS_FROM ? x + width - 34 : x + 1}
          y={width >= DAYS_FROM ? 2 : 17}
          width={width >= DAYS_FROM ? 30 : width - 2}
          height={15}
          className="rows-crowded"
        />
      )}
      {week.teaching !== undefined && (week.crowded || width >= 30 || week.teaching % 2 === 1) && (
        <text
          x={width >= DAYS_FROM ? x + width - 19 : x + width / 2}
          y={width >= DAYS_FROM ? 13 : 28}
          textAnchor="middle"
          className={`rows-week ${week.crowded ? 'rows-week-crowded' : ''}`}
        >
          {week.teaching}
        </text>
      )}
    </g>
  );
}

/** How much of a teacher's hours a week asks for: a bar, black above the line where it asks for more than there is. */
function LoadBar({
  week,
  teacherId,
  first,
  x,
  y,
  width,
}: {
  week: OverviewWeek;
  teacherId: string;
  first: boolean;
  x: number;
  y: number;
  width: number;
}) {
  const load = week.teachers.find((t) => t.teacher.id === teacherId);
  if (!load || (load.minutes === 0 && load.hours === 0)) return null;
  const full = LOAD - 10;
  const share = load.hours > 0 ? load.minutes / load.hours : load.minutes > 0 ? 2 : 0;
  const h = Math.min(1.4, share) * full * 0.7;
  const bottom = y + LOAD - 4;
  return (
    <g>
      <rect
        x={x + 3}
        y={bottom - h}
        width={width - 6}
        height={h}
        className={share > 1 ? 'rows-load-over' : 'rows-load'}
      />
      <path d={`M${x + 1} ${bottom - full * 0.7}h${width - 2}`} className="rows-load-line" />
      {first && week.clashes > 0 && <circle cx={x + width / 2} cy={y + 4} r={3.2} className="rows-clash" />}
    </g>
  );
}

const CourseRow = memo(function CourseRow({
  row,
  view,
  span,
  x,
  y,
  grip,
}: {
  row: OverviewRow;
  view: Overview;
  span: Span;
  x: (i: number) => number;
  y: number;
  grip: (held: Held, event: React.PointerEvent) => void;
}) {
  const box = y + 15;
  const at = (day: Day) => Math.floor((day - view.weeks[0]!.start) / 7);
  const inside = (i: number) => i >= span.from && i < span.to;
  const target = at(row.target);
  const late = row.lastPlanned !== undefined && row.lastPlanned > row.target;
  return (
    <g>
      <path d={`M${span.label} ${y + 36}H${x(span.to)}`} className="rows-base" />
      {namedUnits(row, at, span, x).map(({ unit, a, b, name }) => (
        <g key={unit.unit.id}>
          {unit.counts['to come'] > 0 && (
            <rect
              x={a}
              y={y}
              width={Math.max(12, b - a)}
              height={14}
              className="rows-grip"
              data-grip={`${row.title}: ${unit.unit.title}`}
              onPointerDown={(e) => grip({ row, unit, y, width: Math.max(12, b - a) }, e)}
            >
              <title>{`${unit.unit.title || row.title}: drag to another week`}</title>
            </rect>
          )}
          <path d={`M${a + 1.5} ${box - 1}V${y + 11}H${b - 2}`} className="rows-unit" />
          {name && (
            <text x={a + 5} y={y + 8.5} className="rows-unit-name">
              {name}
            </text>
          )}
        </g>
      ))}
      {span.week >= DAYS_FROM ? (
        [...row.cells]
          .filter(([i]) => inside(i))
          .map(([i, cell]) => (
            <DayBoxes key={i} cell={cell} x={x(i)} y={box} width={span.week} start={view.weeks[i]!.start} />
          ))
      ) : (
        <Boxes cells={[...row.cells].filter(([i]) => inside(i))} x={x} y={box} width={span.week} />
      )}
      {row.changes
        .filter(({ day }) => inside(at(day)))
        .map(({ day, words }) => (
          <path
            key={`${day} ${words}`}
            d={`M${x(at(day)) + ((day - view.weeks[at(day)]!.start) / 7) * span.week} ${box - 3}v21`}
            className="rows-change"
          >
            <title>{`${row.title}: from then on ${words}`}</title>
          </path>
        ))}
      {inside(target) && <path d={`M${x(target + 1) - 1.5} ${box - 3}v21`} className="rows-target" />}
      {late && row.lastPlanned !== undefined && inside(at(row.lastPlanned)) && (
        <path d={`M${x(target + 1)} ${box + 8}H${x(at(row.lastPlanned) + 1)}`} className="rows-late" />
      )}
    </g>
  );
});

/** Width of a letter of a unit's name. */
const LETTER = 5.6;

/** The units of a row that are in view, with as much of their names as there is room for; no two names overlap. */
function namedUnits(row: OverviewRow, at: (day: Day) => number, span: Span, x: (i: number) => number) {
  let written = 0;
  return row.units
    .filter((u) => u.from !== undefined && at(u.to!) >= span.from && at(u.from) < span.to)
    .sort((p, q) => p.from! - q.from!)
    .map((unit, i, all) => {
      const a = x(Math.max(span.from, at(unit.from!)));
      const b = x(Math.min(span.to, at(unit.to!) + 1));
      const next = all[i + 1];
      const end = next ? Math.max(a, Math.min(b, x(Math.max(span.from, at(next.from!))))) : b;
      const letters = Math.floor((end - a - 8) / LETTER);
      const full = unit.unit.title;
      const name = letters < 3 || a < written ? '' : full.length > letters ? `${full.slice(0, letters - 1)}…` : full;
      if (name) written = a + 5 + name.length * LETTER;
      return { unit, a, b, name };
    });
}

/**
 * A row's weeks as boxes. All boxes of one look are one path: a drawing of thirty courses stays quick to zoom and to
 * scroll.
 */
function Boxes({
  cells,
  x,
  y,
  width,
}: {
  cells: [number, OverviewCell][];
  x: (i: number) => number;
  y: number;
  width: number;
}) {
  const w = width - 4;
  const rect = (left: number, wide: number) => `M${left} ${y}h${wide}v14h${-wide}z`;
  const paths = { box: '', leftOut: '', done: '', known: '', test: '', tested: '' };
  const numbers: { i: number; all: number; on: boolean }[] = [];
  for (const [i, cell] of cells) {
    const all = cell.steps.length;
    const n = (place: StepPlace) => cell.steps.filter((s) => s.place === place).length;
    const [done, known] = [(n('done') / all) * w, (n('known') / all) * w];
    const left = x(i) + 2;
    paths[n('left out') === all ? 'leftOut' : 'box'] += rect(left, w);
    if (done > 0) paths.done += rect(left, done);
    if (known > 0) paths.known += rect(left + done, known);
    if (cell.tests > 0) {
      const open = cell.steps.some((s) => s.step.kind === 'assess' && s.place === 'to come');
      paths[open ? 'test' : 'tested'] += `M${x(i) + width / 2} ${y + 14.5}l4 4-4 4-4-4z`;
    }
    if (width >= 44) numbers.push({ i, all, on: done > w / 2 });
  }
  return (
    <g>
      {paths.box && <path d={paths.box} className="rows-box" />}
      {paths.leftOut && <path d={paths.leftOut} className="rows-left-out" />}
      {paths.done && <path d={paths.done} className="rows-done" />}
      {paths.known && <path d={paths.known} fill="url(#rows-known)" />}
      {paths.test && <path d={paths.test} className="rows-test" />}
      {paths.tested && <path d={paths.tested} className="rows-test-done" />}
      {numbers.map(({ i, all, on }) => (
        <text key={i} x={x(i) + width / 2} y={y + 11} textAnchor="middle" className={on ? 'rows-cell-on' : 'rows-cell'}>
          {all}
        </text>
      ))}
    </g>
  );
}

/** A week so wide is drawn day by day, each step by the number of its lesson. */
const DAYS_FROM = 280;
const PLACE_CLASS: Record<StepPlace, string> = {
  done: 'rows-done',
  known: 'rows-box',
  'left out': 'rows-left-out',
  'to come': 'rows-box',
  unplaced: 'rows-box',
  waiting: 'rows-box',
  'for later': 'rows-box',
};

function DayBoxes({
  cell,
  x,
  y,
  width,
  start,
}: {
  cell: OverviewCell;
  x: number;
  y: number;
  width: number;
  start: Day;
}) {
  const day = width / 7;
  const days = [...new Set(cell.steps.map((s) => s.day))];
  return days.map((d) => {
    const steps = cell.steps.filter((s) => s.day === d);
    const w = (day - 3) / steps.length;
    return steps.map((s, i) => {
      const left = x + (d - start) * day + 1 + i * w;
      const name = lessonName(s.step.lesson.title).numeral ?? s.step.lesson.title;
      return (
        <g key={s.step.id}>
          <rect x={left} y={y} width={w - 1} height={19} className={PLACE_CLASS[s.place]} />
          {s.place === 'known' && <rect x={left} y={y} width={w - 1} height={19} fill="url(#rows-known)" />}
          {s.step.kind === 'assess' && <path d={`M${left + w / 2} ${y + 15}l3 3-3 3-3-3z`} className="rows-test" />}
          <text
            x={left + w / 2}
            y={y + 13}
            textAnchor="middle"
            className={s.place === 'done' ? 'rows-cell-on' : 'rows-cell'}
          >
            {name.slice(0, Math.max(1, Math.floor(w / 6.5)))}
          </text>
        </g>
      );
    });
  });
}
