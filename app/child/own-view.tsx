import { Check, Hourglass } from 'lucide-react';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { fromDay } from '../../core/calendar';
import { type ChildItem, childListWords, childWeek, sheetFor, waits } from '../../core/day';
import { tickOff } from '../../core/deeds';
import { byId } from '../../core/household';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { longDate, momentHere } from '../ui/dates';
import { NumberField } from '../ui/field';
import { Ornament } from '../ui/ornament';
import { MARK_WORDS } from '../ui/words';
import { codesTried, type Handed, PAUSE, takeBack, wrongCode } from './handed';
import { BEFORE_PLAY, company, PICTURES, short } from './sheets';
import type { Doing } from './own-practice';
import { newId } from '../ui/id';
import { once } from '../ui/once';

const OwnPractice = lazy(() => import('./own-practice'));
const DrillRound = lazy(async () => ({ default: (await import('../cards/drill-round')).DrillRound }));
const OwnReview = lazy(async () => ({ default: (await import('../cards/drill-round')).OwnReview }));

/** What a child who has the device sees, whatever address it types: its own day, to tick, and the way back for a teacher. */
export default function OwnView({ handed }: { handed: Handed }) {
  const { household, year, today: day, commit, notice } = useHousehold();
  const { plan } = usePlan();
  const child = byId(household.children, handed.childId);
  const today = useMemo(
    () => (child && year ? childWeek(household, year, plan, child, day).find((d) => d.day === day) : undefined),
    [household, year, plan, child, day],
  );
  const [doing, setDoing] = useState<Doing>();
  const practises = household.drills.length + household.decks.length + household.milestones.length > 0;
  // What this child missed is not on its list; what is carried is, and says so.
  const items = (today?.items ?? []).filter((x) => x.mark !== 'missed');

  const press = (item: ChildItem) => {
    if (!child || !item.of || item.mark) return;
    const what = [child.name, item.title, item.lesson].filter(Boolean).join(', ');
    if (item.ticked && waits(item)) {
      const { id } = item.ticked;
      return void commit(`${what}: tick taken off`, () => [{ table: 'ticks', remove: id }]);
    }
    const wish = { childId: child.id, date: fromDay(day), of: item.of };
    // What is done together is for a teacher to say.
    const alone = item.others.length === 0;
    void commit(`${what}: ticked`, (now) => tickOff(now, wish, alone, newId));
  };

  return (
    <div className="mx-auto flex min-h-screen w-full max-w-[1000px] flex-col px-4 py-4 sm:px-8">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b-4 border-double border-ink pb-2">
        {child && <Ornament name={child.ornament} colour={child.colour} size={44} />}
        <h1 className="flex-1">{child?.name ?? 'Nobody'}</h1>
        <p className="text-lead">{longDate(household.settings.dateStyle, day)}</p>
      </header>
      {doing && child ? (
        <main className="flex-1 py-5">
          <Suspense>
            {doing.what === 'drill' ? (
              <DrillRound
                drill={doing.offer.drill}
                child={child}
                step={{ enrolmentId: doing.offer.enrolment.id, stepId: doing.offer.step.id }}
                ticks
                close={() => setDoing(undefined)}
              />
            ) : (
              <OwnReview deck={doing.deck} child={child} close={() => setDoing(undefined)} />
            )}
          </Suspense>
        </main>
      ) : (
        <main className="flex-1 py-5">
          {items.length === 0 ? (
            <p className="text-part">{plan ? 'Nothing is for you today.' : 'A moment …'}</p>
          ) : child && sheetFor(child, day) === 'cards' ? (
            <ul className="grid grid-cols-2 gap-4 sm:grid-cols-3 lg:grid-cols-4">
              {items.map((item) => (
                <Card key={item.key} item={item} press={() => press(item)} />
              ))}
            </ul>
          ) : (
            <ul>
              {items.map((item) => (
                <Line key={item.key} item={item} press={() => press(item)} />
              ))}
            </ul>
          )}
          {items.length > 0 && (
            <p className="pt-5 text-lead" role="status">
              {childListWords(items)} {notice?.fault && <b>{notice.text}</b>}
            </p>
          )}
          {child && practises && (
            <Suspense>
              <OwnPractice child={child} items={items} begin={setDoing} />
            </Suspense>
          )}
        </main>
      )}
      <WayBack code={handed.code} />
    </div>
  );
}

const saidOf = (item: ChildItem) =>
  [
    item.title,
    short(item),
    item.what,
    item.mark
      ? MARK_WORDS[item.mark].word
      : item.ticked
        ? waits(item)
          ? 'ticked, waits for an OK'
          : sentBack(item)
        : item.of
          ? 'to do'
          : company(item),
  ]
    .filter(Boolean)
    .join(', ');

/** What came of a tick that was sent back. */
const sentBack = ({ ticked }: ChildItem) => ['not yet', ticked?.back].filter(Boolean).join(': ');

interface Shown {
  item: ChildItem;
  press: () => void;
}

function Card({ item, press }: Shown) {
  const Picture = PICTURES[item.kind];
  const down = item.mark !== undefined || waits(item);
  return (
    <li>
      <button
        type="button"
        aria-pressed={down}
        aria-label={saidOf(item)}
        disabled={!item.of || item.mark !== undefined}
        onClick={once(press)}
        className={`flex h-full min-h-44 w-full flex-col items-center justify-center gap-2 rounded-lg border-[3px] border-ink bg-sheet p-3 text-center leading-tight ${
          down ? 'border-dashed' : ''
        }`}
      >
        {item.mark === 'done' ? (
          <Check size={84} strokeWidth={2.5} aria-hidden="true" />
        ) : down ? (
          <Hourglass size={84} strokeWidth={1.5} aria-hidden="true" />
        ) : (
          <Picture size={84} strokeWidth={1.5} aria-hidden="true" />
        )}
        <span className="text-lead wrap-anywhere">{item.title}</span>
        {item.kind === 'help' && <span>{company(item)}</span>}
        {item.ticked && !waits(item) && !item.mark && <span>{sentBack(item)}</span>}
      </button>
    </li>
  );
}

function Line({ item, press }: Shown) {
  const words = [item.kind === 'chore' && BEFORE_PLAY, item.what, company(item), `${item.minutes} min`]
    .filter(Boolean)
    .join(' · ');
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        aria-pressed={item.mark !== undefined || waits(item)}
        disabled={!item.of || item.mark !== undefined}
        onClick={once(press)}
        className="flex min-h-[64px] w-full items-center gap-4 py-2 text-left"
      >
        <span className="flex size-[36px] flex-none items-center justify-center border-2 border-ink bg-sheet">
          {item.mark === 'done' ? (
            <Check size={28} strokeWidth={3} aria-hidden="true" />
          ) : (
            (item.mark !== undefined || waits(item)) && <Hourglass size={22} aria-hidden="true" />
          )}
        </span>
        <span className="min-w-0 flex-1 leading-snug wrap-anywhere">
          <span className="text-lead">
            {item.title} <b className="font-semibold">{short(item)}</b>
          </span>
          <span className="block text-soft">
            {words}
            {item.mark
              ? ` · ${MARK_WORDS[item.mark].word}`
              : item.ticked && (waits(item) ? ' · waits for an OK' : ` · ${sentBack(item)}`)}
            {item.of && !item.mark && !waits(item) && <span className="sr-only"> · to do</span>}
          </span>
        </span>
      </button>
    </li>
  );
}

function WayBack({ code }: { code: string }) {
  const [asked, setAsked] = useState(false);
  const [typed, setTyped] = useState('');
  const [{ wrong, until }, setTried] = useState(codesTried);
  const [waiting, setWaiting] = useState(() => until > momentHere());
  useEffect(() => {
    if (!waiting) return;
    const timer = setTimeout(() => setWaiting(false), Math.max(0, until - momentHere()));
    return () => clearTimeout(timer);
  }, [waiting, until]);
  return (
    <footer className="border-t border-rule pt-3">
      {!asked ? (
        <button type="button" className="btn" onClick={() => setAsked(true)}>
          For a teacher
        </button>
      ) : (
        <form
          noValidate
          className="flex flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            if (waiting) return;
            if (typed === code) return takeBack();
            setTyped('');
            const tried = wrongCode();
            setTried(tried);
            setWaiting(tried.until > 0);
          }}
        >
          <NumberField
            label="The code"
            type="password"
            autoComplete="off"
            autoFocus
            maxLength={4}
            className="w-28"
            fault={
              waiting
                ? `Wait ${PAUSE} seconds, then try again.`
                : wrong > 0
                  ? 'That is not the code. It ends by itself at midnight.'
                  : undefined
            }
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
          />
          <button type="submit" className="btn btn-strong" disabled={waiting}>
            Go on
          </button>
          <button type="button" className="btn" onClick={() => setAsked(false)}>
            Cancel
          </button>
        </form>
      )}
    </footer>
  );
}
