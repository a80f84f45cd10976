import { lazy, type ReactNode, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { fromDay, toDay } from '../../core/calendar';
import {
  byId,
  type Enrolment,
  type Link as InStep,
  type Loop,
  type Ritual,
  type RitualSort,
} from '../../core/household';
import { livesWords } from '../../core/overview';
import { takersOf, togetherOver } from '../../core/pace';
import { takerNames, takingName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { dayAndDate, WEEKDAY_NAMES } from '../ui/dates';
import { Fold } from '../ui/fold';
import { count, listing, PRESENCE_WORDS } from '../ui/words';
import { Yields } from './yields';

const LoopForm = lazy(async () => ({ default: (await import('./together-forms')).LoopForm }));
const LinkForm = lazy(async () => ({ default: (await import('./together-forms')).LinkForm }));
const OverlapForm = lazy(async () => ({ default: (await import('./together-forms')).OverlapForm }));
const RitualForm = lazy(async () => ({ default: (await import('./ritual-form')).RitualForm }));

type Asked =
  | { what: 'loop'; loop: Loop }
  | { what: 'link'; link: InStep | undefined }
  | { what: 'overlap' }
  | { what: 'ritual'; ritual: Ritual | undefined; sort?: RitualSort };

const WITH_OVER = 'whose courses are over';

/** The rows that matter now, and in one line those that do not any more. */
function apart<Row>(rows: readonly Row[], isOver: (row: Row) => boolean, line: (row: Row) => ReactNode, words: string) {
  const over = rows.filter(isOver);
  return (
    <>
      {rows.filter((r) => !over.includes(r)).map(line)}
      {over.length > 0 && (
        <li>
          <Fold words={`${over.length} ${words}`}>
            <ul>{over.map(line)}</ul>
          </Fold>
        </li>
      )}
    </>
  );
}

/** What concerns several courses at once: turns, courses in step, the same work twice, rituals, and what yields first. */
export default function Together() {
  const { household, today, commit } = useHousehold();
  const [asked, setAsked] = useState<Asked>();
  const over = useMemo(() => togetherOver(household, today), [household, today]);
  const isOver = ({ id }: { id: string }) => over.has(id);
  const style = household.settings.dateStyle;
  const close = () => setAsked(undefined);
  const name = (id: string) => takingName(household, id, today);
  const lesson = (ref: { courseId: string; lessonId: string }) => {
    const course = byId(household.courses, ref.courseId);
    const found = course?.units.flatMap((u) => u.lessons).find((l) => l.id === ref.lessonId);
    return `${found?.title ?? 'a lesson that is gone'} of ${course?.title ?? 'a course that is gone'}`;
  };
  const ahead = (e: Enrolment) => {
    const words = livesWords(style, e, today);
    return words ? [` · ${name(e.id)}: ${words}`] : [];
  };
  const days = (list: readonly (keyof typeof WEEKDAY_NAMES)[]) => listing(list.map((d) => WEEKDAY_NAMES[d]));
  const when = (r: Ritual) => (r.date ? dayAndDate(style, toDay(r.date), today) : days(r.weekdays) || 'on no weekday');
  const line = (r: Ritual) => (
    <Line key={r.id} label={`Change ${r.title}`} change={() => setAsked({ what: 'ritual', ritual: r })}>
      <b className="font-semibold">{r.title}</b>, {when(r)}: {takerNames(household, r, today)}{' '}
      <span className="text-soft">
        · {count(r.minutes, 'minute')}
        {r.sort === 'chore' ? '' : `, teacher ${PRESENCE_WORDS[r.presence]}`}
        {r.until && `, for the last time on ${dayAndDate(style, toDay(r.until), today)}`}
        {r.secure && ', secure: it rests'}
        {r.hard && `, too hard for now: ${byId(household.rituals, r.easier ?? '')?.title ?? ''} comes in its place`}
        {r.sort === 'extra' && r.alone && ', counts as school'}
      </span>
    </Line>
  );
  /** Those that come again or are to come, and in one line those whose last day is past, the latest first. */
  const rituals = (of: (r: Ritual) => boolean) => {
    const last = (r: Ritual) => r.date ?? r.until ?? '9999';
    const all = household.rituals.filter(of).sort((a, b) => (last(a) < last(b) ? 1 : last(a) > last(b) ? -1 : 0));
    return apart(all, (r) => last(r) < fromDay(today), line, 'whose last day is past');
  };
  return (
    <div className="max-w-4xl">
      <h1 className="pb-2">Courses together</h1>
      <p className="double-rule pt-3">
        <Link className="page-link" to="/shelf">
          Back to the shelf
        </Link>
      </p>
      <Part
        title="Taking turns"
        hint="Courses that share one place in the week. A course joins a group by its pace, on its own page."
      >
        {apart(
          household.loops,
          isOver,
          (l) => (
            <Line key={l.id} label={`Change ${l.name}`} change={() => setAsked({ what: 'loop', loop: l })}>
              <b className="font-semibold">{l.name}</b>, {days(l.weekdays) || 'on no weekday'}:{' '}
              {listing(takersOf(household, l).map((e) => name(e.id))) || 'nobody in it'}{' '}
              <span className="text-soft">
                {l.turns === 'next' ? '· whoever is next' : '· a week each in turn'}
                {takersOf(household, l).flatMap(ahead)}
              </span>
            </Line>
          ),
          WITH_OVER,
        )}
      </Part>
      <Part
        title="Kept together"
        hint="Courses that belong together are kept equally far through; the one that is ahead waits, and reviews."
        add="Keep courses together"
        onAdd={() => setAsked({ what: 'link', link: undefined })}
      >
        {apart(
          household.links,
          isOver,
          (l) => (
            <Line key={l.id} label="Change what is kept together" change={() => setAsked({ what: 'link', link: l })}>
              {listing(l.enrolmentIds.map(name))}{' '}
              <span className="text-soft">· {l.by === 'units' ? 'unit by unit' : 'by how far through'}</span>
            </Line>
          ),
          WITH_OVER,
        )}
      </Part>
      <Part
        title="The same work twice"
        hint="Where two books ask for the same thing, whoever has done it in one need not do it in the other."
        add="Say what does the same work"
        onAdd={() => setAsked({ what: 'overlap' })}
      >
        {apart(
          household.overlaps,
          isOver,
          (o) => (
            <li key={o.id} className="flex items-center gap-3 border-b border-rule">
              <span className="min-w-0 flex-1 py-1.5 wrap-anywhere">
                {lesson(o.one)} does the same work as {lesson(o.other)}
              </span>
              <button
                type="button"
                className="btn btn-quiet page-link"
                aria-label={`Take away: ${lesson(o.one)}`}
                onClick={() => void commit('The same work twice: taken away', [{ table: 'overlaps', remove: o.id }])}
              >
                Take away
              </button>
            </li>
          ),
          WITH_OVER,
        )}
      </Part>
      <Part
        title="Everyday things"
        hint="The date, the weather, a hymn: done on their days without any sequence, and never behind."
        add="Add an everyday thing"
        onAdd={() => setAsked({ what: 'ritual', ritual: undefined })}
      >
        {rituals((r) => r.sort === undefined)}
      </Part>
      <Part
        title="Chores"
        hint="Work about the house, on its weekdays whether school is held or not; it counts towards nothing."
        add="Add a chore"
        onAdd={() => setAsked({ what: 'ritual', ritual: undefined, sort: 'chore' })}
      >
        {rituals((r) => r.sort === 'chore')}
      </Part>
      <Part
        title="Extras"
        hint="A museum, a film, a party for a book: on one day, and school only where it says so."
        add="Add an extra"
        onAdd={() => setAsked({ what: 'ritual', ritual: undefined, sort: 'extra' })}
      >
        {rituals((r) => r.sort === 'extra')}
      </Part>
      <Yields />
      {asked && (
        <Suspense>
          {asked.what === 'loop' ? (
            <LoopForm loop={asked.loop} close={close} />
          ) : asked.what === 'link' ? (
            <LinkForm link={asked.link} close={close} />
          ) : asked.what === 'overlap' ? (
            <OverlapForm close={close} />
          ) : (
            <RitualForm ritual={asked.ritual} sort={asked.sort} close={close} />
          )}
        </Suspense>
      )}
    </div>
  );
}

function Part({
  title,
  hint,
  add,
  onAdd,
  children,
}: {
  title: string;
  hint: string;
  add?: string;
  onAdd?: () => void;
  children: React.ReactNode;
}) {
  const id = title.toLowerCase().replace(/\W+/g, '-');
  return (
    <section className="pt-5" aria-labelledby={id}>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 id={id}>{title}</h2>
        {add && (
          <button type="button" className="btn" onClick={onAdd}>
            {add}
          </button>
        )}
      </div>
      <p className="text-aside text-soft">{hint}</p>
      <ul>{children}</ul>
    </section>
  );
}

function Line({ label, change, children }: { label: string; change: () => void; children: React.ReactNode }) {
  return (
    <li className="flex items-center gap-3 border-b border-rule">
      <span className="min-w-0 flex-1 py-1.5 wrap-anywhere">{children}</span>
      <button type="button" className="btn btn-quiet page-link" aria-label={label} onClick={change}>
        Change
      </button>
    </li>
  );
}
