import { Link } from 'react-router';
import { type Day, toDay } from '../../core/calendar';
import type { DateStyle, Household } from '../../core/household';
import {
  type ComingLate,
  holdFit,
  holdFitWords,
  holdWords,
  lateWords,
  openHolds,
  isToAskFor,
  orderSoon,
  orderUntil,
  seeToWords,
  type Shortage,
  toGetWords,
  toOrderWords,
  wayWords,
} from '../../core/materials';
import { type PrepLine, preparationMinutes, preparationOn } from '../../core/prepare';
import { PrepList } from '../materials/prep-list';
import type { Plan } from '../../core/stagger';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate } from '../ui/dates';
import { count } from '../ui/words';
import { type Note, Notes } from './notes';
import { usePrompts } from './prompts';
import { TableToday } from './table';
import { useAhead } from './use-ahead';

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

/** What has to be ordered this week or should have been, what teachers make ready today, what the library waits for. */
function Ahead() {
  const { household, year, today } = useHousehold();
  const { plan } = usePlan();
  const { soon, late, ready } = useAhead();
  const style = household.settings.dateStyle;
  const notes = [
    usePrompts(today),
    orderNote(orderSoon(soon, year, today), style, today),
    lateNote(
      late.filter((l) => l.day <= orderUntil(year, today)),
      style,
      today,
    ),
    readyNote(preparationOn(ready, today), today),
    libraryNote(household, plan, style, today),
  ];
  return <Notes notes={notes.filter((n) => n !== undefined)} label="To see to" />;
}

/** Days before a title is due back on which it is spoken of. */
const BEFORE_DUE = 3;
/** Days before a lesson on which it is said that what was asked for it will not be there: time to look for something else. */
const BEFORE_LESSON = 7;

function libraryNote(state: Household, plan: Plan | undefined, style: DateStyle, today: Day): Note | undefined {
  const list = openHolds(state, today)
    .map(({ hold, stage }) => ({ hold, stage, fit: plan && holdFit(state, plan, hold) }))
    .filter(
      ({ hold, stage, fit }) =>
        stage === 'to fetch' ||
        (hold.fetched && hold.due && toDay(hold.due) <= today + BEFORE_DUE) ||
        (fit?.is === 'late' && fit.from <= today + BEFORE_LESSON),
    );
  if (list.length === 0) return undefined;
  return {
    key: 'library',
    words: `${count(list.length, 'title')} at the library`,
    body: (
      <ul aria-label="At the library">
        {list.map(({ hold, fit }) => (
          <li key={hold.id} className="wrap-anywhere">
            {[`${hold.title}: ${holdWords(style, hold, today)}`, holdFitWords(style, fit, today)]
              .filter(Boolean)
              .join('; ')}
          </li>
        ))}
        <li>
          <Link className="page-link" to="/materials?part=library">
            Fetched, renewed, back
          </Link>
        </li>
      </ul>
    ),
  };
}

function readyNote(ready: readonly PrepLine[], today: Day): Note | undefined {
  const minutes = preparationMinutes(ready, today);
  if (minutes === 0) return undefined;
  return { key: 'ready', words: `${minutes} min to make ready`, body: <PrepList lines={ready} /> };
}

function lateNote(late: readonly ComingLate[], style: DateStyle, today: Day): Note | undefined {
  if (late.length === 0) return undefined;
  return {
    key: 'late',
    words: `${count(late.length, 'thing comes', 'things come')} too late`,
    body: (
      <ul aria-label="Comes too late">
        {late.slice(0, MOST).map((l) => (
          <li key={l.material.id} className="wrap-anywhere">
            {l.material.name}: {lateWords(style, l, today)}
            {l.ways.length > 0 && <span className="text-soft">; until then {l.ways.map(wayWords).join(', or ')}</span>}
          </li>
        ))}
        <li>
          <Link className="page-link" to="/materials?part=orders">
            {late.length > MOST ? `and ${late.length - MOST} more: ` : ''}what is on its way
          </Link>
        </li>
      </ul>
    ),
  };
}

export function orderNote(open: readonly Shortage[], style: DateStyle, today: Day): Note | undefined {
  if (open.length === 0) return undefined;
  return {
    key: 'to order',
    words: toGetWords(open, 'thing'),
    body: (
      <ul aria-label="To order">
        {open.slice(0, MOST).map((s) => (
          <li key={s.material.id} className="wrap-anywhere">
            {!isToAskFor(s) && `${toOrderWords(s)} ${s.material.unit || s.packs ? 'of' : '×'} `}
            {s.material.name}: {seeToWords(style, s, today)},{' '}
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
