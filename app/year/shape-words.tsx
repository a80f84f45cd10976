import type { SchoolYear } from '../../core/household';
import { useHousehold } from '../shell/household';
import { shortDate, WEEKDAY_NAMES } from '../ui/dates';
import { count, listing } from '../ui/words';

/** How the year is made, in words: dates, weekdays, light days, terms or weeks on and off. */
export function ShapeWords({ year }: { year: SchoolYear }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const { rhythm } = year;
  return (
    <>
      <p className="pt-1">
        {shortDate(style, year.start, today)} to {shortDate(style, year.end, today)}, on{' '}
        {listing(year.weekdays.map((d) => WEEKDAY_NAMES[d]))}.
      </p>
      {(year.earlier ?? []).map((e) => (
        <p key={e.until} className="pt-1">
          Until {shortDate(style, e.until, today)} on {listing(e.weekdays.map((d) => WEEKDAY_NAMES[d]))}
          {e.light.length > 0 &&
            `, light: ${listing(e.light.map((l) => `${WEEKDAY_NAMES[l.weekday]} (${l.share}% of the hours)`))}`}
          {e.rhythm &&
            (e.rhythm.kind === 'terms' ? ', in terms' : `, ${count(e.rhythm.on, 'week')} on, ${e.rhythm.off} off`)}
          .
        </p>
      ))}
      {year.light.length > 0 && (
        <p className="pt-1">
          Light: {listing(year.light.map((l) => `${WEEKDAY_NAMES[l.weekday]} (${l.share}% of the hours)`))}.
        </p>
      )}
      {rhythm?.kind === 'terms' && (
        <ul className="pt-1">
          {rhythm.terms.map((t) => (
            <li key={t.id}>
              {t.name}: {shortDate(style, t.from, today)} – {shortDate(style, t.to, today)}
            </li>
          ))}
        </ul>
      )}
      {rhythm?.kind === 'weeks' && (
        <p className="pt-1">
          {count(rhythm.on, 'week')} on, {rhythm.off} off, from {shortDate(style, rhythm.from, today)}
          {rhythm.changes.length > 0 &&
            `; but ${listing(
              rhythm.changes.map(
                (c) =>
                  `block ${c.block}${c.on === undefined ? '' : ` ${count(c.on, 'week')} long`}${c.off === undefined ? '' : ` with ${c.off} off behind it`}`,
              ),
            )}`}
          .
        </p>
      )}
    </>
  );
}
