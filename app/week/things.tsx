import { type Day, toDay } from '../../core/calendar';
import {
  holdWords,
  isToAskFor,
  openHolds,
  orderUntil,
  seeToWords,
  tooLateWords,
  toOrderWords,
} from '../../core/materials';
import { prepDayWords, preparationMinutes, preparationOn } from '../../core/prepare';
import { useHousehold } from '../shell/household';
import { useAhead } from '../today/use-ahead';
import { dayAndDate } from '../ui/dates';
import { listing } from '../ui/words';

/** What a week asks beside its lessons: what has to be ordered in it, what is made ready on which of its days, what is due back. */
export default function WeekThings({ start }: { start: Day }) {
  const { household, year, today } = useHousehold();
  const { soon, late: tooLate, ready } = useAhead();
  const style = household.settings.dateStyle;
  const last = start + 6;
  const inWeek = (day: Day) => day >= start && day <= last;
  const past = (day: Day) => day < today && inWeek(today);
  // What falls due in a break behind this week is ordered in it.
  const until = Math.max(last, orderUntil(year, start) - 1);
  const orders = soon.filter((s) => (s.orderBy >= start && s.orderBy <= until) || past(s.orderBy));
  const late = tooLate.filter((l) => inWeek(l.day));
  const days = [...new Set(ready.flatMap((l) => l.on.map((p) => p.day)))].filter(inWeek).sort((a, b) => a - b);
  const never = ready.filter((l) => l.on.length === 0 && inWeek(l.day));
  const back = openHolds(household, today).filter(
    ({ hold }) => hold.fetched && hold.due && (inWeek(toDay(hold.due)) || past(toDay(hold.due))),
  );
  if (orders.length + late.length + days.length + never.length + back.length === 0) return null;
  return (
    <section className="pt-4 print:hidden" aria-labelledby="things">
      <h2 id="things" className="border-b border-ink pb-1">
        Beside the lessons
      </h2>
      <ul>
        {orders.map((s) => (
          <li key={s.material.id} className="border-b border-rule py-1 wrap-anywhere">
            {s.material.name}
            {!isToAskFor(s) && ` (${toOrderWords(s)})`}: {seeToWords(style, s, today)},{' '}
            <span className="text-soft">needed on {dayAndDate(style, s.day, today)}</span>
          </li>
        ))}
        {late.map((l) => (
          <li key={l.material.id} className="border-b border-rule py-1 wrap-anywhere">
            {tooLateWords(style, l, today)}
          </li>
        ))}
        {days.map((day) => {
          const lines = preparationOn(ready, day);
          const of = (id: string) => lines.filter((l) => l.teacher.id === id);
          const teachers = [...new Map(lines.map((l) => [l.teacher.id, l.teacher])).values()];
          return (
            <li key={day} className="border-b border-rule py-1 wrap-anywhere">
              {dayAndDate(style, day, today)}:{' '}
              {listing(teachers.map((t) => `${t.name} ${preparationMinutes(of(t.id), day)} min to make ready`))}{' '}
              <span className="text-soft">{prepDayWords(lines)} </span>
            </li>
          );
        })}
        {never.length > 0 && (
          <li className="border-b border-rule py-1 wrap-anywhere">
            With no minutes left before their lessons: <span className="text-soft">{prepDayWords(never)}</span>
          </li>
        )}
        {back.map(({ hold }) => (
          <li key={hold.id} className="border-b border-rule py-1 wrap-anywhere">
            {hold.title}: {holdWords(style, hold, today)}
          </li>
        ))}
      </ul>
    </section>
  );
}
