import { yupResolver } from '@hookform/resolvers/yup';
import { useMemo, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { array, mixed, object, type ObjectSchema, string } from 'yup';
import { fromDay } from '../../core/calendar';
import { compareEvents, eventWhen, isOwnPlan, movedWords, type Series, seriesOf } from '../../core/ical';
import {
  childrenAhead,
  type Decision,
  type Feed,
  type Household,
  type OutsideCalendar,
  withRow,
} from '../../core/household';
import { useFormCommit, useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { byFaults } from '../ui/faults';
import { Fault, InputField } from '../ui/field';
import { FormDialog } from '../ui/form-dialog';
import { count } from '../ui/words';
import { EventPeople, usesPeople } from './event-people';
import { EffectLines, useEffectOf, useStanding } from './effect-lines';

const DOES: [Decision['does'], string][] = [
  ['closes', 'closes the day for everybody'],
  ['day off', 'a day off for some children'],
  ['blocks', 'takes these hours'],
  ['no class', 'the class does not meet'],
  ['ignored', 'ignore'],
];
const wordOf = (does: Decision['does']) => DOES.find(([d]) => d === does)![1];
const SHOWN = 60;

interface Values {
  name: string;
  decisions: Decision[];
}
const schema = (series: readonly Series[]): ObjectSchema<Values> =>
  object({
    name: string().max(120, 'Keep it under 120 letters.').defined(),
    decisions: array().of(mixed<Decision>().required()).required(),
  }).test(
    'somebody',
    byFaults<Values>(({ decisions }) => {
      const by = new Map(decisions.map((d) => [d.uid, d]));
      const nobody = series.find((s) => {
        const d = by.get(s.uid);
        return d && usesPeople(d) && d.childIds.length + (d.does === 'blocks' ? d.teacherIds.length : 0) === 0;
      });
      return { decisions: nobody && `“${nobody.title}” takes nobody away: say whom, or ignore it.` };
    }),
  );

/** What each event of an outside calendar means for the school, and what that does, before it is kept. */
export function CalendarDialog({
  calendar,
  feed,
  notes,
  fresh,
  older,
  close,
}: {
  calendar: OutsideCalendar;
  feed: Feed;
  notes: readonly string[];
  /** This copy of it is not kept yet. */
  fresh: boolean;
  /** The copy that this one takes the place of. */
  older?: Feed;
  close: () => void;
}) {
  const { household, year, today } = useHousehold();
  const commit = useFormCommit();
  const style = household.settings.dateStyle;
  const date = fromDay(today);
  const series = useMemo(
    () => seriesOf(feed.events, calendar.decisions, date, isOwnPlan(feed.text)),
    [feed, calendar.decisions, date],
  );
  const { register, handleSubmit, control, formState, setValue } = useForm<Values>({
    resolver: yupResolver(schema(series)),
    defaultValues: { name: calendar.name, decisions: calendar.decisions },
  });
  const { errors } = formState;
  const [name, decisions] = useWatch({ control, name: ['name', 'decisions'] });
  const chosen = useMemo(() => new Map(decisions.map((d) => [d.uid, d])), [decisions]);
  const setChosen = (next: ReadonlyMap<string, Decision>) =>
    setValue('decisions', [...next.values()], { shouldDirty: true });
  /** Whom the last event that was decided takes away: the next one offers the same. */
  const [people, setPeople] = useState<Pick<Decision, 'childIds' | 'teacherIds' | 'travel'>>(() => {
    const last = calendar.decisions.findLast((d) => d.does === 'blocks');
    return last ?? { childIds: childrenAhead(household, today).map((c) => c.id), teacherIds: [], travel: 0 };
  });
  const [all, setAll] = useState(false);
  const moved = useMemo(() => (older ? compareEvents(older.events, feed.events, date) : []), [older, feed, date]);
  const draft = useMemo(
    (): OutsideCalendar => ({ ...calendar, name: name.trim() || 'Outside calendar', decisions }),
    [calendar, decisions, name],
  );
  const before = useStanding(year?.id);
  const after = useMemo(
    (): Household => ({
      ...household,
      calendars: withRow(household.calendars, draft),
      feeds: withRow(household.feeds, feed),
    }),
    [household, draft, feed],
  );
  const effect = useEffectOf(before, after, year?.id);
  const when = ({ next, times }: Series) => `${eventWhen(style, next, today)}${times > 1 ? ` · ${times} times` : ''}`;
  const decide = (uid: string, does: Decision['does'], old?: Decision): Decision => ({
    ...people,
    ...old,
    uid,
    does,
  });
  const choose = (uid: string, does: Decision['does'] | '') => {
    const next = new Map(chosen);
    if (does === '') next.delete(uid);
    else next.set(uid, decide(uid, does, chosen.get(uid)));
    setChosen(next);
  };
  const rest = series.filter((s) => !chosen.has(s.uid));
  const restAs = (does: Decision['does'] | undefined) => {
    const more = rest.flatMap((s) => {
      const as = does ?? s.offered;
      return as ? [[s.uid, decide(s.uid, as)] as const] : [];
    });
    setChosen(new Map([...chosen, ...more]));
  };
  const offered = rest.filter((s) => s.offered);
  const shown = all ? series : series.slice(0, SHOWN);
  const keep = handleSubmit(async () => {
    const done = await commit(`${draft.name} ${older ? 'brought up to date' : fresh ? 'added' : 'decided'}`, [
      { table: 'calendars', put: draft },
      ...(fresh ? [{ table: 'feeds', put: feed } as const] : []),
    ]);
    if (done) close();
  });
  return (
    <FormDialog
      title={older ? `A newer copy of ${calendar.name}` : fresh ? `What comes in with ${calendar.name}` : calendar.name}
      wide
      close={close}
      keep={fresh && !older ? 'Save this calendar' : 'Save'}
      onSubmit={(e) => void keep(e)}
    >
      <InputField label="Called" fault={errors.name?.message} maxLength={120} {...register('name')} />
      {older && (
        <section aria-labelledby="moved">
          <h3 id="moved" className="label">
            {moved.length === 0
              ? 'Nothing to come has moved since the older copy.'
              : `Moved since the older copy: ${count(moved.length, 'event')} to come`}
          </h3>
          <ul className="text-aside">
            {moved.slice(0, 12).map((m) => {
              const words = movedWords(style, m, today);
              return <li key={words}>{words}</li>;
            })}
            {moved.length > 12 && <li>and {count(moved.length - 12, 'more')}.</li>}
          </ul>
        </section>
      )}
      {notes.length > 0 && (
        <ul className="border-l-4 border-ink pl-3 text-aside">
          {notes.slice(0, 12).map((n) => (
            <li key={n}>{n}</li>
          ))}
          {notes.length > 12 && <li>And {count(notes.length - 12, 'more note')}.</li>}
        </ul>
      )}
      {isOwnPlan(feed.text) && (
        <p className="border-l-4 border-ink pl-3">
          This is a plan that Olden Primer wrote itself. What is in it stands here already: it is best ignored.
        </p>
      )}
      <div className="flex flex-wrap items-center justify-between gap-2">
        <p className="max-w-[34rem]">
          {count(series.length, 'event')} between {shortDate(style, feed.from, today)} and{' '}
          {shortDate(style, feed.to, today)}, times in {calendar.zone.replace(/_/g, ' ')}. Nothing has an effect before
          you decide.
        </p>
        {rest.length > 0 && (
          <select
            aria-label="Decide the rest"
            className="w-64"
            value=""
            onChange={(e) => restAs(e.target.value === 'offered' ? undefined : (e.target.value as Decision['does']))}
          >
            <option value="" disabled>
              Decide the {count(rest.length, 'other', 'others')} …
            </option>
            {offered.length > 0 && (
              <option value="offered">
                {offered.length < rest.length ? `as offered (${offered.length} of them)` : 'as offered'}
              </option>
            )}
            {DOES.map(([does, word]) => (
              <option key={does} value={does}>
                {word}
              </option>
            ))}
          </select>
        )}
      </div>
      <table className="figures w-full">
        <caption className="sr-only">Events and what they mean for the school</caption>
        <tbody>
          {shown.map((s) => {
            const decision = chosen.get(s.uid);
            return (
              <tr key={s.uid}>
                <td className="min-w-0">
                  <span className="wrap-anywhere">{s.title}</span>
                  <span className="block text-note text-soft">
                    {when(s)}
                    {s.next.to < date && ' · past'}
                  </span>
                  {decision && (
                    <EventPeople
                      title={s.title}
                      whole={s.whole}
                      decision={decision}
                      onChange={(next) => {
                        setPeople({ childIds: next.childIds, teacherIds: next.teacherIds, travel: next.travel });
                        setChosen(new Map(chosen).set(s.uid, next));
                      }}
                      forAll={
                        [...chosen.values()].filter((d) => d.does === decision.does).length > 1
                          ? () =>
                              setChosen(
                                new Map(
                                  [...chosen].map(([uid, d]) => [
                                    uid,
                                    d.does === decision.does ? { ...decision, uid } : d,
                                  ]),
                                ),
                              )
                          : undefined
                      }
                    />
                  )}
                </td>
                <td className="w-56 !pr-0 align-top">
                  <select
                    aria-label={`${s.title}, ${when(s)}`}
                    className="w-full"
                    value={decision?.does ?? ''}
                    onChange={(e) => choose(s.uid, e.target.value as Decision['does'] | '')}
                  >
                    <option value="">not decided{s.offered && ` (${wordOf(s.offered)}?)`}</option>
                    {DOES.map(([does, word]) => (
                      <option key={does} value={does}>
                        {word}
                      </option>
                    ))}
                  </select>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {series.length > shown.length && (
        <button type="button" className="btn self-start" onClick={() => setAll(true)}>
          Show {count(series.length - shown.length, 'more event')}
        </button>
      )}
      {effect && <EffectLines effect={effect} />}
      <Fault of={errors.decisions?.root ?? errors.decisions} />
    </FormDialog>
  );
}
