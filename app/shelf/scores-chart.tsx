import { CartesianGrid, Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { ChartFrame } from '../ui/chart-frame';
import type { ScoreLine } from '../../core/log';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';

/** Scores in per cent, oldest first, with the line of the course; the same as a table for those who hear it. */
export default function ScoresChart({
  scores,
  name,
  line,
}: {
  scores: readonly ScoreLine[];
  name: string;
  line: number | undefined;
}) {
  const { household, today } = useHousehold();
  const points = scores.map((s) => ({
    percent: s.percent,
    day: shortDate(household.settings.dateStyle, s.day, today),
    words: s.words,
    key: s.mark.id,
  }));
  return (
    <figure className="relative w-full overflow-hidden" aria-label={`Scores of ${name}`}>
      <ChartFrame className="max-w-2xl" height={176}>
        <LineChart accessibilityLayer={false} data={points} margin={{ top: 8, right: 12, bottom: 4, left: 0 }}>
          <CartesianGrid stroke="var(--color-rule)" vertical={false} />
          <XAxis dataKey="day" stroke="var(--color-ink)" tick={{ fontSize: 13 }} />
          <YAxis domain={[0, 100]} unit="%" stroke="var(--color-ink)" tick={{ fontSize: 13 }} width={52} />
          {line !== undefined && <ReferenceLine y={line} stroke="var(--color-ink)" strokeDasharray="4 4" />}
          <Line
            dataKey="percent"
            stroke="var(--color-ink)"
            strokeWidth={2}
            dot={{ r: 3, fill: 'var(--color-ink)' }}
            isAnimationActive={false}
          />
        </LineChart>
      </ChartFrame>
      <table className="sr-only">
        <caption>Scores of {name}</caption>
        <thead>
          <tr>
            <th>Day</th>
            <th>Of what</th>
            <th>Per cent</th>
          </tr>
        </thead>
        <tbody>
          {points.map((p) => (
            <tr key={p.key}>
              <td>{p.day}</td>
              <td>{p.words}</td>
              <td>{p.percent}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {line !== undefined && (
        <figcaption className="text-aside text-soft">Dashed: the line of the course, {line} per cent.</figcaption>
      )}
    </figure>
  );
}
