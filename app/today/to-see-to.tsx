import { useEffect, useEffectEvent, useState } from 'react';
import { Link } from 'react-router';
import type { Day } from '../../core/calendar';
import { byId, type DateStyle } from '../../core/household';
import { orderByWords, orderSoon, type Shortage, shortages, toOrderWords } from '../../core/materials';
import { type PrepLine, preparation, preparationMinutes, preparationOn } from '../../core/prepare';
import { PrepList } from '../materials/prep-list';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate } from '../ui/dates';
import { count } from '../ui/words';
import { type Note, Notes } from './notes';
import { TableToday } from './table';

/** Milliseconds of quiet after which what must be ordered and made ready is worked out. */
const QUIET = 500;
const MOST = 6;

/** The things of the day, under its work: what has to be on the table; and of today, what is to be ordered and made ready. */
export default function ToSeeTo({ day, today }: { day: Day; today: boolean }) {
  return (
    <>
      <TableToday day={day} />
      {today && <Ahead />}
    </>
  );
}

/**
 * What has to be ordered this week or should have been, and what teachers make ready today: worked out once the plan has settled and
 * nothing else is going on, so that no mark waits for it.
 */
function Ahead() {
  const { household, year, today, whole } = useHousehold();
  const { settled } = usePlan();
  const plan = settled?.plan;
  const [soon, setSoon] = useState<Shortage[]>([]);
  const [ready, setReady] = useState<PrepLine[]>([]);
  const { materials, movements, orders, needs, courses, enrolments, prepared, teachers } = household;
  const look = useEffectEvent(() => {
    if (!plan) return;
    setSoon(orderSoon(shortages(household, plan), today));
    setReady(preparationOn(preparation(household, year, plan), today));
  });
  useEffect(() => {
    if (!plan || !whole || plan.today !== today) return;
    const timer = setTimeout(look, QUIET);
    return () => clearTimeout(timer);
  }, [plan, whole, today, materials, movements, orders, needs, courses, enrolments, prepared, teachers]);
  const listed = new Set(orders.filter((o) => !o.closed).map((o) => o.materialId));
  const open = soon.filter((s) => !listed.has(s.material.id) && byId(materials, s.material.id));
  const notes = [orderNote(open, household.settings.dateStyle, today), readyNote(ready, today)];
  return <Notes notes={notes.filter((n) => n !== undefined)} label="To see to" />;
}

function readyNote(ready: readonly PrepLine[], today: Day): Note | undefined {
  const minutes = preparationMinutes(ready, today);
  if (minutes === 0) return undefined;
  return { key: 'ready', words: `${minutes} min to make ready`, body: <PrepList lines={ready} /> };
}

function orderNote(open: readonly Shortage[], style: DateStyle, today: Day): Note | undefined {
  if (open.length === 0) return undefined;
  return {
    key: 'to order',
    words: `${count(open.length, 'thing')} to order`,
    body: (
      <ul aria-label="To order">
        {open.slice(0, MOST).map((s) => (
          <li key={s.material.id} className="wrap-anywhere">
            {toOrderWords(s)} {s.material.unit || s.packs ? 'of ' : '× '}
            {s.material.name}: {orderByWords(style, s.orderBy, today)},{' '}
            <span className="text-soft">needed on {dayAndDate(style, s.day)}</span>
          </li>
        ))}
        <li>
          <Link className="page-link" to="/materials?part=missing">
            {open.length > MOST ? `and ${open.length - MOST} more: ` : ''}all that will be missing, and the ways out
          </Link>
        </li>
      </ul>
    ),
  };
}
