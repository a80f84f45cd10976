import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { DayStatus } from '../../core/attendance';
import { type Day, dayKind, fromDay, schoolDays, specialOn, toDay, weekdayOf, weekStart } from '../../core/calendar';
import type { SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { usePrinted } from '../ui/use-printed';
import { monthName, WEEKDAY_NAMES, weekFrom } from '../ui/dates';
import { dayAt, HEAD, HEIGHTS, layoutOf, MARGIN, monthLine, placeOf, tierTop, WIDTH } from './almanac-layout';
import './almanac.css';

/** A press or a sweep over days, from where it began to where it is. */
export interface Sweep {
  from: Day;
  to: Day;
}

/** Weeks side by side on a sheet of paper: three tiers a year. */
const PAPER = 18;

/** A letter in the corner of a day that says what it was for the child looked at. */
const LETTERS: Partial<Record<DayStatus, string>> = { sick: 's', away: 'a', unmarked: '?' };

/**
 * Twelve months as columns of weeks, stepped where a month turns. A box is a school day, a low one a light day, a
 * dotted one kept to catch up on, a struck one closed; filled once taught.
 */
export function Almanac({
  year,
  from,
  statuses,
  today,
  sweep,
  onSweep,
  onLetGo,
  onKeep,
  describe,
}: {
  year: SchoolYear;
  from: Day;
  statuses: ReadonlyMap<Day, DayStatus>;
  today: Day;
  sweep: Sweep | undefined;
  onSweep: (sweep: Sweep | undefined) => void;
  /** A sweep by mouse or pen has ended over the drawing: true when the days are changed by it. */
  onLetGo: (sweep: Sweep) => void;
  /** Enter was pressed on the days chosen by keys. */
  onKeep: (sweep: Sweep) => void;
  describe: (day: Day) => string;
}) {
  const { household } = useHousehold();
  const { firstDay } = household.settings;
  const box = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const [wide, setWide] = useState(PAPER);
  // On paper there is always the same room, whatever it is printed from.
  const columns = usePrinted() ? PAPER : wide;
  const [pointed, setFocus] = useState<Day>();
  // Until a day is chosen, today's: also when the page stands open over night.
  const focus = pointed ?? Math.min(Math.max(today, toDay(year.start)), toDay(year.end));
  const [focused, setFocused] = useState(false);
  const sweeping = useRef(false);

  useEffect(() => {
    const look = new ResizeObserver(([entry]) => {
      const width = entry!.contentRect.width;
      setWide(Math.max(5, Math.min(27, Math.floor((width - MARGIN) / WIDTH))));
    });
    look.observe(box.current!);
    return () => look.disconnect();
  }, []);

  // A finger wants a taller day than a mouse.
  const [row] = useState(() => (matchMedia('(pointer: coarse)').matches ? HEIGHTS.coarse : HEIGHTS.fine));
  const layout = useMemo(() => layoutOf(from, firstDay, columns, row), [from, firstDay, columns, row]);
  const monthOf = (d: Day) => Number(fromDay(d).slice(5, 7));
  const numbers = useMemo(() => {
    const weeks = [...new Set(schoolDays(year).map((d) => weekStart(d, firstDay)))];
    return new Map(weeks.map((w, i) => [w, i + 1]));
  }, [year, firstDay]);
  const chosen = sweep && { a: Math.min(sweep.from, sweep.to), b: Math.max(sweep.from, sweep.to) };

  const at = (e: PointerEvent): Day | undefined => {
    const r = svg.current!.getBoundingClientRect();
    const scale = layout.width / r.width;
    return dayAt(layout, (e.clientX - r.left) * scale, (e.clientY - r.top) * scale);
  };
  const down = (e: PointerEvent) => {
    if (e.button !== 0 || e.pointerType === 'touch') return;
    const day = at(e);
    if (day === undefined) return;
    sweeping.current = true;
    svg.current!.setPointerCapture(e.pointerId);
    setFocus(day);
    onSweep({ from: day, to: day });
  };
  const move = (e: PointerEvent) => {
    if (!sweeping.current || !sweep) return;
    const day = at(e);
    if (day !== undefined && day !== sweep.to) onSweep({ ...sweep, to: day });
  };
  const up = (e: PointerEvent) => {
    if (e.pointerType === 'touch') {
      // A finger taps: once for a day, once more for the other end of a range. The page still scrolls under it.
      const day = at(e);
      if (day !== undefined)
        onSweep(sweep && sweep.from === sweep.to ? { from: sweep.from, to: day } : { from: day, to: day });
      return;
    }
    if (!sweeping.current) return;
    sweeping.current = false;
    // Let go outside the drawing, nothing is changed.
    if (sweep && at(e) !== undefined) onLetGo(sweep);
    else onSweep(undefined);
  };
  const key = (e: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowUp: -1, ArrowDown: 1, ArrowLeft: -7, ArrowRight: 7 };
    const step = steps[e.key];
    if (step !== undefined) {
      e.preventDefault();
      const next = Math.min(layout.last, Math.max(layout.first, focus + step));
      setFocus(next);
      if (e.shiftKey) onSweep({ from: sweep?.from ?? focus, to: next });
      else onSweep(undefined);
    } else if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      onKeep(sweep ?? { from: focus, to: focus });
    } else if (e.key === 'Escape') {
      sweeping.current = false;
      onSweep(undefined);
    }
  };

  return (
    <div ref={box}>
      <div
        tabIndex={0}
        role="application"
        aria-label="The year, day by day. Arrow keys move, with shift they choose a range, Enter keeps, Escape leaves."
        aria-describedby="almanac-day"
        onKeyDown={key}
        onFocus={() => setFocused(true)}
        onBlur={() => setFocused(false)}
      >
        <svg
          ref={svg}
          viewBox={`0 0 ${layout.width} ${layout.height}`}
          className="almanac block h-auto w-full touch-pan-y select-none"
          aria-hidden="true"
          onPointerDown={down}
          onPointerMove={move}
          onPointerUp={up}
          onPointerCancel={() => (sweeping.current = false)}
        >
          {layout.tiers.map((weeks, t) => (
            <g key={weeks[0]}>
              {weekFrom(firstDay).map((w, r) => (
                <text
                  key={w}
                  x={MARGIN - 7}
                  y={tierTop(layout, t) + HEAD + r * layout.row + layout.row / 2 + 5}
                  textAnchor="end"
                  className="almanac-word"
                >
                  {WEEKDAY_NAMES[w].slice(0, 2)}
                </text>
              ))}
              {weeks.map((week, x) => {
                const left = MARGIN + x * WIDTH;
                const turns = Array.from({ length: 7 }, (_, i) => week + i).find(
                  (d) => fromDay(d).endsWith('-01') && d >= layout.first && d <= layout.last,
                );
                const shown = turns ?? (x === 0 && t === 0 ? layout.first : undefined);
                return (
                  <g key={week}>
                    {shown !== undefined && (
                      <text
                        // A month that turns in the last column is written towards the left.
                        x={x === weeks.length - 1 ? left + WIDTH : left + 2}
                        textAnchor={x === weeks.length - 1 ? 'end' : 'start'}
                        y={tierTop(layout, t) + 13}
                        className="almanac-month"
                      >
                        {monthName(monthOf(shown))}
                      </text>
                    )}
                    {numbers.has(week) && (
                      <text
                        x={left + WIDTH / 2}
                        y={tierTop(layout, t) + HEAD - 6}
                        textAnchor="middle"
                        className="almanac-week"
                      >
                        {numbers.get(week)}
                      </text>
                    )}
                    {Array.from({ length: 7 }, (_, r) => week + r)
                      .filter((d) => d >= layout.first && d <= layout.last)
                      .map((d) => (
                        <DayBox
                          row={layout.row}
                          key={d}
                          year={year}
                          day={d}
                          status={statuses.get(d)}
                          today={today}
                          place={placeOf(layout, d)!}
                        />
                      ))}
                  </g>
                );
              })}
            </g>
          ))}
          <path d={monthLine(layout, monthOf)} className="almanac-turn" />
          {chosen &&
            Array.from({ length: chosen.b - chosen.a + 1 }, (_, i) => chosen.a + i).map((d) => {
              const p = placeOf(layout, d);
              return (
                p && (
                  <rect
                    key={d}
                    x={p.x + 1}
                    y={p.y + 1}
                    width={WIDTH - 2}
                    height={layout.row - 2}
                    className="almanac-chosen"
                  />
                )
              );
            })}
          {focused &&
            (() => {
              const p = placeOf(layout, focus);
              return (
                p && (
                  <rect x={p.x + 2} y={p.y + 2} width={WIDTH - 4} height={layout.row - 4} className="almanac-focus" />
                )
              );
            })()}
        </svg>
      </div>
      <p id="almanac-day" aria-live="polite" className="min-h-[1.5em] pt-1 text-aside print:hidden">
        {describe(sweep?.to ?? focus)}
      </p>
    </div>
  );
}

function DayBox({
  year,
  day,
  status,
  today,
  place,
  row,
}: {
  year: SchoolYear;
  day: Day;
  status: DayStatus | undefined;
  today: Day;
  place: { x: number; y: number };
  row: number;
}) {
  const kind = dayKind(year, day);
  const special = specialOn(year, day);
  const { x, y } = { x: place.x + 4, y: place.y + 4 };
  const [w, h] = [WIDTH - 8, row - 8];
  const low = kind === 'light' ? Math.max(14, h / 2) : h;
  const taught = status === 'taught';
  const school = kind === 'full' || kind === 'light';
  const letter = status && LETTERS[status];
  const off = !school && !taught;
  return (
    <g>
      {(school || taught) && (
        <rect x={x} y={y} width={w} height={low} className={taught ? 'almanac-taught' : 'almanac-school'} />
      )}
      {kind === 'catch-up' && !taught && <rect x={x} y={y} width={w} height={h} className="almanac-kept" />}
      {kind === 'closed' && !taught && (
        <path
          d={`M${x} ${y + h}L${x + w} ${y}M${x} ${y + h / 2}L${x + w / 2} ${y}M${x + w / 2} ${y + h}L${x + w} ${y + h / 2}`}
          className="almanac-closed"
        />
      )}
      {day === today && <rect x={x - 2} y={y - 2} width={w + 4} height={h + 4} className="almanac-today" />}
      <text
        x={x + w / 2}
        y={y + (kind === 'light' ? low / 2 + 4.5 : h / 2 + 5)}
        textAnchor="middle"
        className={`almanac-number ${kind === 'light' ? 'almanac-number-low' : ''} ${taught ? 'almanac-number-on' : off ? 'almanac-number-off' : ''} ${kind === 'closed' && !taught ? 'almanac-number-struck' : ''} ${weekdayOf(day) > 5 && special ? 'font-bold' : ''}`}
      >
        {Number(fromDay(day).slice(8))}
      </text>
      {letter && (
        <text x={x + w - 1} y={y + h} textAnchor="end" className="almanac-letter">
          {letter}
        </text>
      )}
    </g>
  );
}
