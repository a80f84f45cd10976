import { useMemo, useState } from 'react';
import { fromDay, toDay } from '../../core/calendar';
import { seriesOf, type Series } from '../../core/ical';
import type { Decision, Feed, Household, OutsideCalendar } from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { dayAndDate, shortDate } from '../ui/dates';
import { InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { count } from '../ui/words';
import { EffectLines, useEffectOf, useStanding } from './effect-lines';
import { PeoplePicker } from '../ui/people-picker';

const DOES: [Decision['does'], string][] = [
  ['closes', 'closes the day'],
  ['blocks', 'blocks these hours'],
  ['ignored', 'ignore'],
];
const SHOWN = 60;

/** What each event of an outside calendar means for the school, and what that does, before it is kept. */
export function CalendarDialog({
  calendar,
  feed,
  notes,
  fresh,
  close,
}: {
  calendar: OutsideCalendar;
  feed: Feed;
  notes: readonly string[];
  /** It is not kept yet. */
  fresh: boolean;
  close: () => void;
}) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const style = household.settings.dateStyle;
  const [name, setName] = useState(calendar.name);
  const [people, setPeople] = useState<Pick<Decision, 'childIds' | 'teacherIds' | 'travel'>>(() => {
    const last = calendar.decisions.findLast((d) => d.does === 'blocks');
    return last ?? { childIds: household.children.map((c) => c.id), teacherIds: [], travel: 0 };
  });
  const [chosen, setChosen] = useState<ReadonlyMap<string, Decision['does']>>(
    () => new Map(calendar.decisions.map((d) => [d.uid, d.does])),
  );
  const [all, setAll] = useState(false);
  const series = useMemo(
    () => seriesOf(feed.events, calendar.decisions, fromDay(today)),
    [feed.events, calendar.decisions, today],
  );
  const draft = useMemo((): OutsideCalendar => {
    const before = new Map(calendar.decisions.map((d) => [d.uid, d]));
    const decisions = [...chosen].map(([uid, does]): Decision => {
      const old = before.get(uid);
      const same = old?.does === does && does !== 'blocks';
      return same ? old : { uid, does, ...people };
    });
    return { ...calendar, name: name.trim() || 'Outside calendar', decisions };
  }, [calendar, chosen, people, name]);

  const before = useStanding(year?.id);
  const after = useMemo(
    (): Household => ({
      ...household,
      calendars: [...household.calendars.filter((c) => c.id !== draft.id), draft],
      feeds: [...household.feeds.filter((f) => f.id !== feed.id), feed],
    }),
    [household, draft, feed],
  );
  const effect = useEffectOf(before, after, year?.id);
  const when = ({ next, times, whole }: Series) => {
    const from = dayAndDate(style, toDay(next.from));
    const span = next.to === next.from ? from : `${from} – ${dayAndDate(style, toDay(next.to))}`;
    const hours = whole ? '' : `, ${next.start} to ${next.end}`;
    return `${span}${hours}${times > 1 ? ` · ${times} times` : ''}`;
  };
  const choose = (uid: string, does: Decision['does'] | '') => {
    const next = new Map(chosen);
    if (does === '') next.delete(uid);
    else next.set(uid, does);
    setChosen(next);
  };
  const offered = series.filter((s) => !chosen.has(s.uid));
  const shown = all ? series : series.slice(0, SHOWN);
  const blocks = [...chosen.values()].includes('blocks');
  return (
    <FormDialog
      title={fresh ? `What comes in with ${calendar.name}` : calendar.name}
      wide
      close={close}
      keep={fresh ? 'Keep this calendar' : 'Keep'}
      onSubmit={(e) => {
        e.preventDefault();
        void commit(`${draft.name} ${fresh ? 'added' : 'decided'}`, [
          { table: 'calendars', put: draft },
          ...(fresh ? [{ table: 'feeds', put: feed } as const] : []),
        ]).then((done) => done && close());
      }}
    >
      <InputField label="Called" value={name} maxLength={120} onChange={(e) => setName(e.target.value)} />
      {notes.length > 0 && (
        <ul className="border-l-4 border-ink pl-3 text-[0.95rem]">
          {notes.slice(0, 12).map((n) => (
            <li key={n}>{n}</li>
          ))}
          {notes.length > 12 && <li>And {count(notes.length - 12, 'more note')}.</li>}
        </ul>
      )}
      <div className="flex flex-wrap items-baseline justify-between gap-2">
        <p>
          {count(series.length, 'event')} between {shortDate(style, feed.from, today)} and{' '}
          {shortDate(style, feed.to, today)}, times in {calendar.zone.replace(/_/g, ' ')}. Nothing has an effect before
          you decide.
        </p>
        {offered.length > 0 && (
          <button
            type="button"
            className="btn"
            onClick={() => setChosen(new Map([...chosen, ...offered.map((s) => [s.uid, s.offered] as const)]))}
          >
            Decide the rest as offered
          </button>
        )}
      </div>
      <table className="figures w-full">
        <caption className="sr-only">Events and what they mean for the school</caption>
        <tbody>
          {shown.map((s) => (
            <tr key={s.uid}>
              <td className="min-w-0">
                <span className="wrap-anywhere">{s.title}</span>
                <span className="block text-[0.9rem] text-soft">
                  {when(s)}
                  {s.next.to < fromDay(today) && ' · past'}
                </span>
              </td>
              <td className="w-56 !pr-0">
                <select
                  aria-label={`${s.title}, ${when(s)}`}
                  className="w-full"
                  value={chosen.get(s.uid) ?? ''}
                  onChange={(e) => choose(s.uid, e.target.value as Decision['does'] | '')}
                >
                  <option value="">not decided ({DOES.find(([d]) => d === s.offered)![1]}?)</option>
                  {DOES.map(([does, word]) => (
                    <option key={does} value={does}>
                      {word}
                    </option>
                  ))}
                </select>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {series.length > shown.length && (
        <button type="button" className="btn self-start" onClick={() => setAll(true)}>
          Show {count(series.length - shown.length, 'more event')}
        </button>
      )}
      {blocks && (
        <div className="flex flex-col gap-3">
          <PeoplePicker
            legend="Its hours are blocked for"
            people={household.children}
            value={people.childIds}
            onChange={(childIds) => setPeople({ ...people, childIds })}
          />
          <PeoplePicker
            legend="and, of the teachers, for"
            people={household.teachers}
            value={people.teacherIds}
            onChange={(teacherIds) => setPeople({ ...people, teacherIds })}
          />
          <InputField
            label="Way, minutes before and after"
            type="number"
            className="w-28"
            min={0}
            max={600}
            value={people.travel}
            onChange={(e) =>
              setPeople({ ...people, travel: Math.max(0, Math.min(600, Math.round(Number(e.target.value)))) })
            }
          />
        </div>
      )}
      {effect && <EffectLines effect={effect} />}
    </FormDialog>
  );
}
