import { useMemo } from 'react';
import { dayKind, type Day, fromDay, schoolDays, toDay, weekStart } from '../../core/calendar';
import type { SchoolYear } from '../../core/household';
import { workedDays } from '../../core/log';
import { useHousehold } from '../shell/household';
import { shortDate, WEEKDAY_NAMES, weekFrom } from '../ui/dates';

const CELL = 24;

/** The whole year as one ribbon of weeks: a stroke a school day, filled once taught, short when light, struck when closed. */
export function Ribbon({ year, today }: { year: SchoolYear; today: Day }) {
  const { household } = useHousehold();
  const { firstDay, dateStyle } = household.settings;
  const worked = useMemo(() => workedDays(household.marks), [household.marks]);
  const weeks = useMemo(() => {
    const list: { start: Day; teaching: number | undefined }[] = [];
    const open = schoolDays(year);
    let n = 0;
    for (let w = weekStart(toDay(year.start), firstDay); w <= toDay(year.end); w += 7) {
      const teaches = open.some((d) => d >= w && d < w + 7);
      list.push({ start: w, teaching: teaches ? ++n : undefined });
    }
    return list;
  }, [year, firstDay]);
  const weekdays = weekFrom(firstDay).filter((d) => year.weekdays.includes(d));
  const height = 44 + weekdays.length * 17;
  return (
    <div className="overflow-x-auto pb-2" tabIndex={0} role="region" aria-label="The year day by day">
      <svg
        width={weeks.length * CELL + 46}
        height={height}
        viewBox={`0 0 ${weeks.length * CELL + 46} ${height}`}
        className="ribbon block"
        role="img"
        aria-label={`${weeks.filter((w) => w.teaching).length} teaching weeks; see the figures above`}
      >
        {weekdays.map((d, i) => (
          <text
            key={d}
            x={36}
            y={38 + i * 17}
            textAnchor="end"
            fontSize="12"
            fill="currentColor"
            fontFamily="var(--font-sans)"
          >
            {WEEKDAY_NAMES[d].slice(0, 3)}
          </text>
        ))}
        {weeks.map((w, x) => {
          const at = 46 + x * CELL;
          const newMonth = x === 0 || fromDay(w.start).slice(0, 7) !== fromDay(weeks[x - 1]!.start).slice(0, 7);
          return (
            <g key={w.start}>
              {newMonth && (
                <text x={at} y={11} fontSize="12" fill="currentColor" fontFamily="var(--font-sans)">
                  {shortDate(dateStyle, w.start)
                    .replace(/[\d\s]+/g, '')
                    .slice(0, 3) || fromDay(w.start).slice(5, 7)}
                </text>
              )}
              {weekdays.map((weekday, i) => {
                const day = w.start + weekFrom(firstDay).indexOf(weekday);
                const kind = dayKind(year, day);
                const y = 25 + i * 17;
                if (kind === 'outside' || kind === 'weekend') return null;
                const width = kind === 'light' ? 9 : 17;
                if (kind === 'closed')
                  return (
                    <path
                      key={day}
                      d={`M${at} ${y + 12}L${at + 17} ${y}`}
                      stroke="currentColor"
                      strokeWidth="0.800"
                      className="text-edge"
                    />
                  );
                const done = worked.has(day);
                return (
                  <rect
                    key={day}
                    x={at + 0.5}
                    y={y + 0.5}
                    width={width}
                    height={11}
                    fill={done ? 'currentColor' : 'none'}
                    stroke="currentColor"
                    strokeWidth={day === today ? 2.5 : 0.8}
                    className={done || day === today ? 'text-ink' : 'text-edge'}
                  />
                );
              })}
              {w.teaching && (w.teaching % 3 === 0 || w.teaching === 1) && (
                <text
                  x={at + 8}
                  y={height - 4}
                  fontSize="11"
                  textAnchor="middle"
                  fill="currentColor"
                  fontFamily="var(--font-sans)"
                >
                  {w.teaching}
                </text>
              )}
            </g>
          );
        })}
      </svg>
      <p className="text-[0.9rem] text-soft">
        Filled: taught. Outlined: to come, or without a mark. Short: light day. Struck: closed. Below: teaching weeks.
      </p>
    </div>
  );
}
