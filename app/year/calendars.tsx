import { useRef, useState } from 'react';
import useSWR from 'swr';
import { fromDay } from '../../core/calendar';
import { carryDecisions, isOwnPlan, LONGEST_CALENDAR, seriesOf, sharesEvents } from '../../core/ical';
import { byId, type Feed, type OutsideCalendar, ownId } from '../../core/household';
import { useFeedReader, useFeedText } from '../feeds/use-feed';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { count } from '../ui/words';
import { CalendarDialog } from './calendar-dialog';
import { FileButton } from '../ui/file-button';
import { newId } from '../ui/id';

interface Offer {
  path: string;
  name: string;
  about: string;
}
interface Opened {
  calendar: OutsideCalendar;
  feed: Feed;
  notes: string[];
  fresh: boolean;
  older?: Feed;
}

async function offers(path: string): Promise<Offer[]> {
  const answer = await fetch(path);
  if (!answer.ok || !answer.headers.get('content-type')?.includes('json')) throw new Error('unreachable');
  return (await answer.json()) as Offer[];
}

const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** Calendars kept elsewhere: subscribed or read from a file, and what their events mean. */
export function Calendars() {
  const { household } = useHousehold();
  const read = useFeedReader();
  const { data: offered, error } = useSWR<Offer[], Error>('/api/feeds', offers, { shouldRetryOnError: false });
  const [open, setOpen] = useState<Opened>();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const replacing = useRef<OutsideCalendar>(undefined);

  const look = async (text: string, name: string, feed?: string) => {
    const asked = replacing.current;
    replacing.current = undefined;
    // Subscribed to on two devices it is one calendar.
    const id = asked?.id ?? (feed ? ownId(household.calendars, 'calendar', feed) : newId());
    const zone = asked?.zone ?? zoneHere();
    let made = await read(id, text, zone);
    if ('fault' in made) return setFault(made.fault);
    // A file of a calendar that is here already is its newer copy, whichever button it came in by.
    const { events } = made.feed;
    const known = household.calendars.find((c) => {
      return !c.feed && sharesEvents(byId(household.feeds, c.id)?.events ?? [], events);
    });
    const old = asked ?? (feed ? undefined : known);
    if (!old) {
      const calendar = {
        id,
        name: (made.name || name).slice(0, 120),
        ...(feed ? { feed } : {}),
        zone,
        decisions: [],
      };
      return setOpen({ calendar, feed: made.feed, notes: made.notes, fresh: true });
    }
    if (old.id !== id) {
      made = await read(old.id, text, old.zone);
      if ('fault' in made) return setFault(made.fault);
    }
    const older = byId(household.feeds, old.id);
    const decisions = carryDecisions(old.decisions, older?.events ?? [], made.feed.events);
    setOpen({
      calendar: { ...old, decisions },
      feed: made.feed,
      notes: made.notes,
      fresh: true,
      ...(older ? { older } : {}),
    });
  };
  const guarded = async (work: () => Promise<void>) => {
    setFault(undefined);
    setBusy(true);
    try {
      await work();
    } catch {
      setFault('The calendar cannot be reached just now. Nothing was changed; try again later.');
    }
    setBusy(false);
  };
  const subscribe = (offer: Offer) =>
    guarded(async () => {
      const answer = await fetch(offer.path);
      if (!answer.ok) throw new Error(String(answer.status));
      await look(await answer.text(), offer.name, offer.path);
    });
  const choose = (chosen: File) =>
    guarded(async () => {
      // Looked at before it is read: a film chosen by mistake must not fill the memory.
      if (chosen.size > LONGEST_CALENDAR * 4) setFault('The file is far larger than any calendar; it was not read.');
      else await look(await chosen.text(), chosen.name.replace(/\.[^.]*$/, ''));
    });
  const free = (offered ?? []).filter((o) => !household.calendars.some((c) => c.feed === o.path));
  return (
    <section aria-labelledby="calendars">
      <h2 id="calendars">Outside calendars</h2>
      {household.calendars.length === 0 && (
        <p className="text-soft">
          None yet. A class, a club or an office often offers its dates as a calendar file or feed.
        </p>
      )}
      <ul>
        {household.calendars.map((c) => (
          <Line
            key={c.id}
            calendar={c}
            open={(feed) => setOpen({ calendar: c, feed, notes: [], fresh: false })}
            renew={() => {
              replacing.current = c;
              file.current?.click();
            }}
          />
        ))}
      </ul>
      {free.map((o) => (
        <div key={o.path} className="flex flex-wrap items-center justify-between gap-3 border-b border-rule py-2">
          <span className="min-w-0 flex-1">
            {o.name} <span className="block text-note text-soft">{o.about}</span>
          </span>
          <button type="button" className="btn" disabled={busy} onClick={() => void subscribe(o)}>
            Subscribe
          </button>
        </div>
      ))}
      {error && <p className="text-aside text-soft">Calendars to subscribe to cannot be reached just now.</p>}
      <FileButton className="mt-2" input={file} accept=".ics,text/calendar" onFile={choose}>
        Read a calendar file
      </FileButton>
      {fault && (
        <p role="alert" className="pt-2 font-semibold">
          {fault}
        </p>
      )}
      {open && <CalendarDialog {...open} close={() => setOpen(undefined)} />}
    </section>
  );
}

function Line({ calendar, open, renew }: { calendar: OutsideCalendar; open: (feed: Feed) => void; renew: () => void }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const { error, isValidating } = useFeedText(calendar.feed);
  const feed = byId(household.feeds, calendar.id);
  if (!feed) return null;
  const date = fromDay(today);
  const coming = seriesOf(feed.events, calendar.decisions, date, isOwnPlan(feed.text)).filter((s) => s.next.to >= date);
  const open_ = coming.filter((s) => !s.decision).length;
  const read = shortDate(style, feed.fetched, today);
  const state = !calendar.feed
    ? `from a file, read on ${read}`
    : error
      ? `cannot be reached just now; the copy of ${read} is in use`
      : isValidating
        ? 'being fetched …'
        : `fetched on ${read}`;
  return (
    <li className="flex flex-wrap items-center justify-between gap-x-3 border-b border-rule py-1">
      <span className="min-w-0 flex-1">
        <span className="wrap-anywhere">{calendar.name}</span>
        <span className="block text-note text-soft">
          {count(coming.length, 'event')} to come · {state}
        </span>
        {open_ > 0 && <b className="block text-aside">{count(open_, 'event is', 'events are')} not decided yet.</b>}
      </span>
      <span className="flex flex-wrap">
        <button
          type="button"
          className="btn btn-quiet page-link"
          aria-label={`Decide: ${calendar.name}`}
          onClick={() => open(feed)}
        >
          Decide
        </button>
        {!calendar.feed && (
          <button
            type="button"
            className="btn btn-quiet page-link"
            aria-label={`Read a newer file of ${calendar.name}`}
            onClick={renew}
          >
            Newer file
          </button>
        )}
        <button
          type="button"
          className="btn btn-quiet page-link"
          aria-label={`Remove ${calendar.name}`}
          onClick={() =>
            void commit(`${calendar.name} removed`, [
              { table: 'calendars', remove: calendar.id },
              { table: 'feeds', remove: calendar.id },
            ])
          }
        >
          Remove
        </button>
      </span>
    </li>
  );
}
