import { Bar, BarChart, CartesianGrid, XAxis, YAxis } from 'recharts';
import { ChartFrame } from '../ui/chart-frame';
import type { Minute } from '../../core/cards';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';

/** All minutes of one child with one deck, oldest first; the same as a table for those who hear it. */
export default function MinutesChart({ minutes, name }: { minutes: readonly Minute[]; name: string }) {
  const { household, today } = useHousehold();
  const date = (d: number) => shortDate(household.settings.dateStyle, d, today);
  const points = minutes.map((m, i) => ({ n: i + 1, right: m.right, wrong: m.wrong, day: date(m.day) }));
  return (
    <figure className="relative w-full overflow-hidden" aria-label={`All minutes of ${name}`}>
      <ChartFrame className="max-w-2xl" height={192}>
        <BarChart accessibilityLayer={false} data={points} margin={{ top: 8, right: 8, bottom: 4, left: 0 }}>
          <CartesianGrid stroke="var(--color-rule)" vertical={false} />
          <XAxis dataKey="day" stroke="var(--color-ink)" tick={{ fontSize: 13 }} />
          <YAxis allowDecimals={false} stroke="var(--color-ink)" tick={{ fontSize: 13 }} width={36} />
          <Bar dataKey="right" stackId="a" fill="var(--color-ink)" isAnimationActive={false} />
          <Bar
            dataKey="wrong"
            stackId="a"
            fill="var(--color-rule)"
            stroke="var(--color-ink)"
            isAnimationActive={false}
          />
        </BarChart>
      </ChartFrame>
      <table className="sr-only">
        <caption>All minutes of {name}</caption>
        <thead>
          <tr>
            <th>Day</th>
            <th>Right</th>
            <th>Wrong</th>
          </tr>
        </thead>
        <tbody>
          {points.map((p) => (
            <tr key={p.n}>
              <td>{p.day}</td>
              <td>{p.right}</td>
              <td>{p.wrong}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <figcaption className="text-aside text-soft">Dark: right in the minute; light: wrong.</figcaption>
    </figure>
  );
}
