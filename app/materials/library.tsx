import { useMemo, useState } from 'react';
import { fromDay, toDay } from '../../core/calendar';
import { lessonsIn } from '../../core/course';
import { fetchHold, holdReady, placeHold, renewHold, returnHold } from '../../core/deeds';
import { byId, type Hold, titleOf } from '../../core/household';
import {
  holdFit,
  holdFitWords,
  holdsToPlace,
  holdWords,
  inTimeWords,
  LOAN_DAYS,
  openHolds,
  placeByWords,
  readyAfter,
  toAskWords,
  topicLessons,
} from '../../core/materials';
import { useService } from '../outside/use-service';
import { useHousehold } from '../shell/household';
import { usePlan } from '../shell/plan';
import { dayAndDate } from '../ui/dates';
import { Field, InputField } from '../ui/field';
import { newId } from '../ui/id';
import { count } from '../ui/words';
import { tip } from '../ui/tip';
import { Choice } from '../ui/choice';

interface Found {
  item: string;
  title: string;
  topic: string;
  waits: number;
}
interface Told {
  item: string;
  ready: string;
  is: 'ready' | 'waits';
  renews: boolean;
}

/** Titles asked for, at home, to go back; and what the library has for a lesson to come. */
export function Library() {
  const { household, today, commit } = useHousehold();
  const { plan } = usePlan();
  const style = household.settings.dateStyle;
  const open = openHolds(household, today);
  const asked = open.flatMap(({ hold }) => (hold.item ? [`${hold.item}:${hold.placed}`] : []));
  const { data: told, away } = useService<Told[]>(
    asked.length > 0 ? `/api/library/holds?of=${encodeURIComponent(asked.join(','))}` : undefined,
  );
  const wordOf = (hold: Hold) => told?.find((t) => t.item === hold.item);
  const act = (words: string, puts: Parameters<typeof commit>[1]) => () => void commit(words, puts);
  const lesson = (hold: Hold) => {
    const course = byId(household.courses, hold.courseId ?? '');
    const title = lessonsIn(course).find((l) => l.id === hold.lessonId)?.title;
    return course && `for ${titleOf(household, course.id)}${title ? `, ${title}` : ''}`;
  };
  return (
    <section aria-labelledby="library">
      <h2 id="library">Library</h2>
      {away && (
        <p role="status" className="text-soft">
          The library cannot be reached just now: what stands here is what was last heard.
        </p>
      )}
      {open.length === 0 && <p className="py-2 text-soft">Nothing is asked for, and nothing has to go back.</p>}
      <ul aria-label="Asked for and at home">
        {open.map(({ hold, stage }) => {
          const word = wordOf(hold);
          const ready = word && word.ready !== hold.ready && !hold.fetched ? word.ready : undefined;
          const heard = ready ? { ...hold, ready } : hold;
          const fit = plan && holdFit(household, plan, heard);
          return (
            <li key={hold.id} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
              <span className="min-w-48 flex-1 wrap-anywhere">
                {hold.title} <span className="text-soft">{lesson(hold)}</span>
                <span
                  className={`block text-aside ${stage === 'overdue' || stage === 'to fetch' ? 'font-semibold' : 'text-soft'}`}
                >
                  {holdWords(style, heard, today)}
                </span>
                {fit && (
                  <span className={`block text-aside ${fit.is === 'there' ? 'text-soft' : ''}`}>
                    {holdFitWords(style, fit, today)}
                  </span>
                )}
              </span>
              <span className="flex flex-wrap gap-1 print:hidden">
                {!hold.fetched && (
                  <button
                    type="button"
                    className="btn"
                    aria-label={`Fetched: ${hold.title}`}
                    onClick={act(`${hold.title}: fetched`, (now) => [
                      ...fetchHold(now, hold.id, today, today + LOAN_DAYS),
                    ])}
                  >
                    Fetched
                  </button>
                )}
                {hold.fetched && (
                  <>
                    <button
                      type="button"
                      className="btn"
                      disabled={word?.renews === false}
                      {...tip(
                        word?.renews === false ? 'Somebody waits for it: it cannot be renewed this week.' : undefined,
                      )}
                      aria-label={`${word?.renews === false ? 'Cannot be renewed' : 'Renewed'}: ${hold.title}`}
                      onClick={act(`${hold.title}: renewed`, (now) => renewHold(now, hold.id, today + LOAN_DAYS))}
                    >
                      {word?.renews === false ? 'Cannot be renewed' : 'Renewed'}
                    </button>
                    <button
                      type="button"
                      className="btn"
                      aria-label={`Back: ${hold.title}`}
                      onClick={act(`${hold.title}: back at the library`, (now) => returnHold(now, hold.id, today))}
                    >
                      Back
                    </button>
                  </>
                )}
                {!hold.fetched && ready && (
                  <button
                    type="button"
                    className="btn btn-quiet"
                    aria-label={`Note the day: ${hold.title}`}
                    onClick={act(`${hold.title}: ready on another day`, (now) => holdReady(now, hold.id, toDay(ready)))}
                  >
                    Note the day
                  </button>
                )}
                {!hold.fetched && (
                  <button
                    type="button"
                    className="btn btn-quiet"
                    aria-label={`Not any more: ${hold.title}`}
                    onClick={act(`${hold.title}: asked for no more`, (now) => returnHold(now, hold.id, today))}
                  >
                    Not any more
                  </button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      <Ask />
    </section>
  );
}

/** Days ahead within which a hold is to be placed that the page speaks of unasked. */
const SOON = 7;

/** What the library has on a topic, the soonest first: a hold is one press, with the day by which it should be placed. */
function Ask() {
  const { household, today, commit } = useHousehold();
  const { plan } = usePlan();
  const lessons = useMemo(() => (plan ? topicLessons(household, plan) : []), [household, plan]);
  const soon = useMemo(() => (plan ? holdsToPlace(household, plan, plan.today + SOON) : []), [household, plan]);
  const [at, setAt] = useState('');
  const [words, setWords] = useState('');
  const style = household.settings.dateStyle;
  const chosen = lessons.find((l) => `${l.enrolment.id} ${l.step.lesson.id}` === at);
  const about = words.trim() || chosen?.step.lesson.title || '';
  const { data, away, asOf } = useService<Found[]>(
    about.length > 2 ? `/api/library/search?for=${encodeURIComponent(about.toLowerCase())}` : undefined,
  );
  const held = new Set(household.holds.filter((h) => !h.back).map((h) => h.item));
  const hold = (wish: { title: string; item?: string; waits?: number }) =>
    commit(`${wish.title}: asked for`, (now) =>
      placeHold(
        now,
        {
          title: wish.title,
          ...(wish.item ? { item: wish.item } : {}),
          ...(wish.waits === undefined ? {} : { ready: fromDay(readyAfter(today, wish.waits)) }),
          ...(chosen ? { courseId: chosen.enrolment.courseId, lessonId: chosen.step.lesson.id } : {}),
        },
        today,
        newId,
      ),
    );
  return (
    <section aria-labelledby="ask" className="pt-6 print:hidden">
      <h2 id="ask">What the library has</h2>
      <p className="pb-2 text-soft">
        A small simulated library that ships with the program; nothing leaves this machine.
      </p>
      {soon.length > 0 && (
        <ul aria-label="To be asked for soon" className="pb-2">
          {soon.map((l) => (
            <li key={`${l.enrolment.id} ${l.step.lesson.id}`} className="flex flex-wrap items-center gap-x-3">
              <span className="min-w-48 flex-1 wrap-anywhere">{toAskWords(household, l, today)}</span>
              <button
                type="button"
                className="btn btn-quiet"
                aria-label={`Look for ${l.step.lesson.title}`}
                onClick={() => {
                  setWords('');
                  setAt(`${l.enrolment.id} ${l.step.lesson.id}`);
                }}
              >
                Look
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="flex flex-wrap items-end gap-4 pb-2">
        <Field label="For a lesson to come">
          {(p) => (
            <Choice
              {...p}
              className="max-w-96"
              options={[
                { value: '', words: 'none in particular' },
                ...lessons.map((l) => ({
                  value: `${l.enrolment.id} ${l.step.lesson.id}`,
                  words: `${dayAndDate(style, l.day, today)}: ${titleOf(household, l.enrolment.courseId)}, ${l.step.lesson.title}`,
                })),
              ]}
              value={at}
              onChange={setAt}
            />
          )}
        </Field>
        <InputField
          label="About"
          type="search"
          maxLength={100}
          placeholder={chosen?.step.lesson.title ?? 'heron, moon, bread …'}
          value={words}
          onChange={(e) => setWords(e.target.value)}
        />
      </div>
      {chosen && <p className="pb-2">{placeByWords(style, chosen.day, today)}</p>}
      {away && (
        <p role="status" className="text-soft">
          The library cannot be reached just now
          {asOf && data ? `: this is what it had on ${dayAndDate(style, toDay(asOf), today)}` : ''}.
        </p>
      )}
      {data?.length === 0 && (
        <p className="text-soft">It has nothing under these words. One word of the topic is enough.</p>
      )}
      <ul aria-label="What the library has">
        {(data ?? []).map((f) => {
          const ready = readyAfter(today, f.waits);
          const late = chosen ? inTimeWords(style, ready, chosen.day, today) : '';
          return (
            <li key={f.item} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
              <span className="min-w-48 flex-1 wrap-anywhere">
                {f.title}
                <span className="block text-aside text-soft">
                  {f.waits === 0 ? 'on the shelf' : `lent out: ready in about ${count(f.waits, 'day')}`}
                  {late && `, ${late}`}
                </span>
              </span>
              {held.has(f.item) ? (
                <span className="text-soft">asked for</span>
              ) : (
                <button type="button" className="btn" aria-label={`Ask for ${f.title}`} onClick={() => void hold(f)}>
                  Ask for it
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {words.trim().length > 2 && (
        <button type="button" className="btn btn-quiet mt-2" onClick={() => void hold({ title: words.trim() })}>
          “{words.trim()}” is asked for at another library
        </button>
      )}
    </section>
  );
}
