import { type Day, fromDay } from '../../core/calendar';
import { stepName } from '../../core/course';
import { holdBack } from '../../core/deeds';
import type { HoldBack } from '../../core/day';
import { titleOf } from '../../core/household';
import { useHousehold } from '../shell/household';
import { dayAndDate, shortDate } from './dates';
import { count, listing } from './words';
import { newId } from './id';

/** Days in hand after something was spent or won. */
const inHandWords = (n: number) => (n < 0 ? `${count(-n, 'sitting')} short` : `${count(n, 'day')} in hand`);

/** A way out among others. */
export const wayKey = (way: HoldBack): string => `${way.enrolment.id} ${way.step.id} ${way.to}`;

/** What is stored of a way out: the step, on its new day. */
export const pinOf = (way: HoldBack) => ({
  enrolmentId: way.enrolment.id,
  stepId: way.step.id,
  date: fromDay(way.to),
});

/** Ways that are shown at once; the others are there for whoever asks. */
const SHOWN = 2;

/** The ways out of a clash, the best first; `elsewhere`: what each does to the rest of the year, as far as it has been tried. */
export function WaysOut({
  ways,
  day,
  elsewhere,
}: {
  ways: readonly HoldBack[];
  day: Day;
  elsewhere: ReadonlyMap<string, string>;
}) {
  const list = (some: readonly HoldBack[]) => (
    <ul>
      {some.map((way) => (
        <HoldBackButton key={wayKey(way)} way={way} day={day} elsewhere={elsewhere.get(wayKey(way)) ?? '…'} />
      ))}
    </ul>
  );
  const others = ways.slice(SHOWN);
  return (
    <>
      {list(ways.slice(0, SHOWN))}
      {others.length > 0 && (
        <details className="print:hidden">
          <summary className="min-h-[32px] cursor-pointer py-1 text-aside">
            {count(others.length, 'other way')} out
          </summary>
          {list(others)}
        </details>
      )}
    </>
  );
}

/** One way out of a clash, with its price; one press does it, and undo takes it back. */
function HoldBackButton({ way, day, elsewhere }: { way: HoldBack; day: Day; elsewhere: string }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const who = listing(way.children.map((c) => c.name));
  const name = `${titleOf(household, way.course.id)} ${way.step.lesson.title}`;
  const after = way.inHand === undefined ? undefined : way.inHand - way.lost;
  const wait = (skipped: readonly string[]) =>
    void commit(`${name} begins ${dayAndDate(style, way.to)}`, (now) => {
      const known = skipped.map((stepId) => ({ enrolmentId: way.enrolment.id, stepId, day: today }));
      return holdBack(now, pinOf(way), known, newId);
    });
  const { skip } = way;
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 py-0.5">
      <button type="button" className="btn" onClick={() => wait([])}>
        {way.moved
          ? `Move it to ${dayAndDate(style, way.to)}`
          : `Let ${who} wait until ${shortDate(style, way.to, today)}`}
      </button>
      <span className="text-aside text-soft wrap-anywhere">
        {name}
        {way.moved && `, ${who}`}:{' '}
        {way.lost === 0
          ? 'no sitting lost'
          : `${count(way.lost, 'extra-practice day')} from ${shortDate(style, day, today)}`}
        {after !== undefined && `, ${inHandWords(after)} then`}
        {way.unsure && '; the last work did not stick'}
        {elsewhere && <b className="font-semibold">; {elsewhere}</b>}
      </span>
      {skip && (
        <span className="flex basis-full flex-wrap items-center gap-x-3 gap-y-1 pl-6">
          <button type="button" className="btn" onClick={() => wait(skip.steps.map((s) => s.id))}>
            … and skip {count(skip.steps.length, 'sheet')} as known
          </button>
          <span className="text-aside text-soft wrap-anywhere">
            if they are: {listing(skip.steps.map((s) => `${s.lesson.title}, ${stepName(s)}`))};{' '}
            {inHandWords(skip.inHand)} then
          </span>
        </span>
      )}
    </li>
  );
}
