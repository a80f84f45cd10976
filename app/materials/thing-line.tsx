import { addMonths, type Day, monthStart } from '../../core/calendar';
import { amount } from '../../core/materials';
import type { ThingOutlook } from '../../worker';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';

const WIDE = 720;
const HIGH = 150;
const [LEFT, RIGHT, TOP, FOOT] = [44, 16, 14, 24];

/**
 * A thing over the plan: a stair of what is there, a mark up where some arrives, and where it crosses nothing. Of what comes back
 * to the shelf, what is over on each day that uses it.
 */
export function ThingLine({ net, today }: { net: ThingOutlook; today: Day }) {
  const { household } = useHousehold();
  const { material, rows } = net;
  // What went too far is not drawn: the thing wants counting, and the needs are netted from nothing.
  const onHand = Math.max(0, net.onHand);
  const style = household.settings.dateStyle;
  if (rows.length === 0) return <p className="text-soft">No lesson that is planned uses it.</p>;
  const last = Math.max(rows.at(-1)!.day, today + 7);
  const most = Math.max(1, onHand, ...rows.map((r) => r.balance + r.gross));
  const least = Math.min(0, ...rows.map((r) => r.balance));
  const x = (day: Day) => LEFT + ((day - today) / Math.max(1, last - today)) * (WIDE - LEFT - RIGHT);
  const y = (n: number) => TOP + ((most - n) / (most - least)) * (HIGH - TOP - FOOT);
  let there = onHand;
  const stair = [`M${x(today)} ${y(onHand)}`];
  for (const r of rows) {
    stair.push(`H${x(r.day)}`);
    if (r.receipts > 0) stair.push(`V${y(there + r.receipts)}`);
    stair.push(`V${y(r.balance)}`);
    there = r.balance;
    if (!material.consumable) {
      there = r.balance + r.gross;
      stair.push(`V${y(there)}`);
    }
  }
  stair.push(`H${x(last)}`);
  const gone = rows.find((r) => r.balance < 0);
  const words = gone
    ? `${material.name}: ${amount(onHand, material.unit)} there now, too few from ${shortDate(style, gone.day, today)} on`
    : `${material.name}: ${amount(onHand, material.unit)} there now, enough for all that is planned`;
  const months = monthsBetween(today, last);
  return (
    <figure className="max-w-full overflow-x-auto" tabIndex={0} aria-label={words}>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="h-auto w-full max-w-[720px] min-w-[480px]"
        role="img"
        aria-label={words}
      >
        {months.map((day) => (
          <g key={day}>
            <line x1={x(day)} x2={x(day)} y1={TOP} y2={HIGH - FOOT} className="stroke-rule" strokeDasharray="1 4" />
            {x(day) < WIDE - 90 && (
              <text x={x(day) + 3} y={HIGH - 8} className="fill-soft text-drawn">
                {shortDate(style, day, today)}
              </text>
            )}
          </g>
        ))}
        <line x1={LEFT} x2={WIDE - RIGHT} y1={y(0)} y2={y(0)} className="stroke-ink" strokeWidth={1} />
        <text x={LEFT - 6} y={y(0) + 4} textAnchor="end" className="fill-ink text-drawn">
          0
        </text>
        <text x={LEFT - 6} y={y(most) + 4} textAnchor="end" className="fill-ink text-drawn">
          {Math.round(most)}
        </text>
        <path d={stair.join(' ')} fill="none" className="stroke-ink" strokeWidth={1.8} />
        {rows
          .filter((r) => r.receipts > 0)
          .map((r) => (
            <text key={r.day} x={x(r.day)} y={HIGH - FOOT - 4} textAnchor="middle" className="fill-ink text-drawn">
              ↑ {r.receipts}
            </text>
          ))}
        {gone && (
          <g>
            <line
              x1={x(gone.day)}
              x2={x(gone.day)}
              y1={TOP}
              y2={y(0)}
              className="stroke-ink"
              strokeWidth={1.5}
              strokeDasharray="5 3"
            />
            <text x={Math.min(x(gone.day) + 5, WIDE - 170)} y={TOP + 10} className="fill-ink text-drawn font-semibold">
              too few from {shortDate(style, gone.day, today)}
            </text>
          </g>
        )}
      </svg>
    </figure>
  );
}

/** The days on which a month begins, of a long span every second or third, so that their names have room. */
function monthsBetween(from: Day, to: Day): Day[] {
  const days: Day[] = [];
  for (let day = addMonths(monthStart(from), 1); day <= to; day = addMonths(day, 1)) days.push(day);
  const every = Math.ceil(days.length / 6);
  return days.filter((_, i) => i % every === 0);
}
