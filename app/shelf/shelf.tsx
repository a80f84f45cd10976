import { useMemo } from 'react';
import { Link } from 'react-router';
import { InputField, SelectField } from '../ui/field';
import { Fold } from '../ui/fold';
import { isOver, toDay } from '../../core/calendar';
import { contentsWords } from '../../core/course';
import {
  type Course,
  COURSE_ORDERS,
  type CourseOrder,
  coursesInOrder,
  type Enrolment,
  takersOn,
} from '../../core/household';
import { finishOf, finishWords, livesWords } from '../../core/overview';
import {
  anybodyLeft,
  beginsAfter,
  coursesOver,
  forecastDay,
  isTaken,
  progressOf,
  isPlanned,
  ruleWords,
} from '../../core/pace';
import { useHousehold } from '../shell/household';
import { useQuery } from '../ui/use-query';
import { usePlan } from '../shell/plan';
import { useAwaits } from '../shell/unplanned';
import { shortDate } from '../ui/dates';
import { ChildName } from '../ui/ornament';
import { count, inHand, LIFE_WORDS } from '../ui/words';
import { CourseFileButton } from './course-file-button';
import { HandOn } from './hand-on';
import { CourseForm } from './course-form';
import { ProgressBar } from './progress-bar';
import { Fitting } from './fitting';

const ORDER_WORDS: Record<CourseOrder, string> = { day: 'the day', child: 'the child', title: 'the title' };

export default function Shelf() {
  const { household, today } = useHousehold();
  const [params, change] = useQuery();
  const adding = params.has('add');
  const order = COURSE_ORDERS.find((o) => o === params.get('order')) ?? 'day';
  const find = params.get('find') ?? '';
  const listed = useMemo(() => coursesInOrder(household, order, find), [household, order, find]);
  const wishes = household.courses.filter((c) => c.wish);
  const over = useMemo(() => coursesOver(household, today), [household, today]);
  const owned = listed.filter((c) => !c.wish);
  const done = owned.filter((c) => over.has(c.id));
  const name = `Courses, in order of ${ORDER_WORDS[order]}`;
  const setAdding = (on: boolean) => change({ add: on ? '' : undefined });
  return (
    <div>
      <div className="flex flex-wrap items-baseline justify-between gap-3 pb-2">
        <h1>Shelf</h1>
        <span className="flex flex-wrap gap-2">
          <Link className="btn" to="/cards">
            Cards
          </Link>
          <Link className="btn" to="/shelf/together">
            Courses together
          </Link>
          <Link className="btn" to="/shelf/new/rows">
            Several at once
          </Link>
          <Link className="btn" to="/shelf/new/contents">
            From a contents page
          </Link>
          <CourseFileButton />
          <button type="button" className="btn btn-strong" onClick={() => setAdding(true)}>
            Add a course
          </button>
        </span>
      </div>
      <div className="double-rule pt-2">
        <Fitting />
        {household.courses.length === 0 && (
          <p className="max-w-prose py-4">
            No course yet. Take the first book in hand: how many lessons has it, and what does each lesson ask for? That
            is all it takes to plan it.
          </p>
        )}
        {household.courses.length > 1 && (
          <div className="flex flex-wrap items-end gap-x-4 gap-y-2 border-b border-rule py-2 print:hidden">
            <SelectField
              label="In order of"
              options={COURSE_ORDERS.map((o) => [o, ORDER_WORDS[o]] as const)}
              value={order}
              onChange={(e) => change({ order: e.target.value })}
            />
            <InputField
              label="Only those with"
              type="search"
              placeholder="a title or a name"
              value={find}
              onChange={(e) => change({ find: e.target.value || undefined })}
            />
          </div>
        )}
        {find && listed.length === 0 && <p className="py-3">No course on the shelf has “{find}” in it.</p>}
        <Lines name={name} courses={find ? owned : owned.filter((c) => !over.has(c.id))} />
        {/* What is looked for is found among all of them. */}
        {!find && done.length > 0 && (
          <Fold words={`${count(done.length, 'course is', 'courses are')} over`}>
            <Lines name="Courses that are over" courses={done} />
          </Fold>
        )}
        {wishes.length > 0 && (
          <section aria-labelledby="wishes" className="pt-5">
            <h2 id="wishes">Wish list</h2>
            <ul>
              {wishes.map((c) => (
                <li key={c.id} className="border-b border-rule py-1.5">
                  <Link className="page-link wrap-anywhere" to={`/shelf/${encodeURIComponent(c.id)}`}>
                    {c.title}
                  </Link>{' '}
                  <span className="text-soft">{[c.level, c.publisher].filter(Boolean).join(' · ')}</span>
                </li>
              ))}
            </ul>
          </section>
        )}
        {household.courses.length > wishes.length && (
          <p className="pt-4">
            <HandOn />
          </p>
        )}
      </div>
      {adding && <CourseForm course={undefined} close={() => setAdding(false)} />}
    </div>
  );
}

const Lines = ({ name, courses }: { name: string; courses: readonly Course[] }) => (
  <ul aria-label={name}>
    {courses.map((c) => (
      <CourseLine key={c.id} course={c} />
    ))}
  </ul>
);

function CourseLine({ course }: { course: Course }) {
  const { household, today } = useHousehold();
  const enrolments = household.enrolments.filter((e) => e.courseId === course.id);
  return (
    <li className="grid gap-x-8 gap-y-1 border-b border-edge py-2.5 lg:grid-cols-[330px_1fr]">
      <div>
        <Link
          to={`/shelf/${encodeURIComponent(course.id)}`}
          className="page-link text-lead font-medium wrap-break-word"
        >
          {course.title}
        </Link>
        <p className="text-aside text-soft wrap-break-word">
          {[course.level, course.publisher, course.edition].filter(Boolean).join(' · ')}
        </p>
        <p className="text-aside text-soft">{contentsWords(course.units)}</p>
        {course.bought?.exchangeUntil && toDay(course.bought.exchangeUntil) >= today && (
          <p className="text-aside">
            can be exchanged until {shortDate(household.settings.dateStyle, course.bought.exchangeUntil, today)}
          </p>
        )}
      </div>
      <ul className="flex flex-col gap-2">
        {enrolments.length === 0 && (
          <li className="text-soft">
            Nobody takes it yet.{' '}
            <Link className="page-link text-ink" to={`/shelf/${encodeURIComponent(course.id)}`}>
              Begin it
            </Link>
          </li>
        )}
        {enrolments.map((e) => (
          <li key={e.id}>
            <EnrolmentLine enrolment={e} />
          </li>
        ))}
      </ul>
    </li>
  );
}

export function EnrolmentLine({ enrolment }: { enrolment: Enrolment }) {
  const { household, year, today } = useHousehold();
  const { plan, reserves } = usePlan();
  const awaits = useAwaits();
  const progress = progressOf(household, enrolment);
  const reserve = reserves.get(enrolment.id);
  const ahead = livesWords(household.settings.dateStyle, enrolment, today);
  const finish = finishWords(household.settings.dateStyle, finishOf(plan, enrolment.id, reserve), today);
  const forecast = isPlanned(enrolment) ? undefined : forecastDay(household, enrolment, today);
  return (
    <div className="grid items-center gap-x-5 sm:grid-cols-[minmax(100px,1fr)_200px_210px]">
      <span className="flex flex-wrap gap-x-3">
        {takersOn(household, enrolment, today).map((c) => (
          <ChildName key={c.id} child={c} />
        ))}
      </span>
      <span>
        <ProgressBar progress={progress} />
        <span className="text-note text-soft">
          {progress.steps - progress.open} of {progress.steps} steps
          {progress.next && ` · at ${progress.next.lesson.title}`}
        </span>
      </span>
      <span className="text-aside leading-snug">
        {!isTaken(enrolment) ? (
          <span className="text-soft">{[LIFE_WORDS[enrolment.life], ahead].filter(Boolean).join(' · ')}</span>
        ) : !isPlanned(enrolment) ? (
          <span className="text-soft">
            {progress.open === 0
              ? 'nothing left to do'
              : forecast === undefined
                ? 'when there is time; nothing done in the last four weeks'
                : `when there is time · at this pace until ${shortDate(household.settings.dateStyle, forecast, today)}`}
          </span>
        ) : year && beginsAfter(enrolment, toDay(year.end)) ? (
          <span className="text-soft">
            {[
              ruleWords(enrolment),
              `not before ${shortDate(household.settings.dateStyle, enrolment.firstDate!, today)}`,
            ].join(' · ')}
          </span>
        ) : year && isOver(year, today) ? (
          // What is left is planned once the next year is set up: nothing is short until then.
          <span className="text-soft">
            {progress.open === 0 ? 'nothing left to do' : [ruleWords(enrolment), ahead].filter(Boolean).join(' · ')}
          </span>
        ) : awaits && progress.open > 0 ? (
          <span className="text-soft">{[ruleWords(enrolment), ahead, '…'].filter(Boolean).join(' · ')}</span>
        ) : !year && progress.open > 0 ? (
          <span className="text-soft">{ruleWords(enrolment)} · planned once there is a school year</span>
        ) : reserve?.projected === undefined && !reserve?.forLater ? (
          <span className="text-soft">
            {progress.open === 0
              ? 'nothing left to do'
              : anybodyLeft(household, enrolment, today)
                ? 'no weekday set'
                : 'nobody takes it any more'}
          </span>
        ) : (
          <>
            {reserve?.daysInHand !== undefined && <b className="font-semibold">{inHand(reserve.daysInHand)}</b>}
            <span className="block text-soft">{[ruleWords(enrolment), finish, ahead].filter(Boolean).join(' · ')}</span>
          </>
        )}
      </span>
    </div>
  );
}
