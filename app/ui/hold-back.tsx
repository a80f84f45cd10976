import { fromDay, type Day } from '../../core/calendar';
import type { HoldBack } from '../../core/day';
import { useHousehold } from '../shell/household';
import { shortDate } from './dates';
import { keepPin } from './keep-pin';
import { count, listing } from './words';

/** One way out of a clash, with its price; one press does it, and undo takes it back. */
export function HoldBackButton({ way, day }: { way: HoldBack; day: Day }) {
  const { household, today, commit } = useHousehold();
  const style = household.settings.dateStyle;
  const who = listing(way.children.map((c) => c.name));
  const name = `${way.course.title} ${way.step.lesson.title}`;
  const after = way.inHand === undefined ? undefined : way.inHand - way.lost;
  const pin = { enrolmentId: way.enrolment.id, stepId: way.step.id, date: fromDay(way.to) };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 py-0.5">
      <button type="button" className="btn" onClick={() => void keepPin(commit, name, pin, style)}>
        Let {who} wait until {shortDate(style, way.to, today)}
      </button>
      <span className="text-[0.95rem] text-soft wrap-anywhere">
        {name}: {count(way.lost, 'extra-practice day')} from {shortDate(style, day, today)}
        {after !== undefined &&
          `, ${after < 0 ? `${count(-after, 'sitting')} short` : `${count(after, 'day')} in hand`} then`}
        {way.unsure && '; the last work did not stick'}
      </span>
    </li>
  );
}
