import { Bar, BarChart, XAxis, YAxis } from 'recharts';
import { ChartFrame } from '../ui/chart-frame';
import type { ReadingKind } from '../../core/household';
import { READING_WORDS } from '../../core/reading';

const ROW = 30;

/** Minutes of reading by kind, as bars; the same as a table for those who hear it. */
export default function MinutesByKind({
  kinds,
  name,
}: {
  kinds: readonly { kind: ReadingKind; minutes: number }[];
  name: string;
}) {
  const data = kinds.map((k) => ({ what: READING_WORDS[k.kind], minutes: k.minutes }));
  return (
    <figure
      className="relative w-full max-w-2xl overflow-hidden print:max-w-none"
      aria-label={`Minutes of reading of ${name}`}
    >
      <ChartFrame height={ROW * data.length + 24}>
        <BarChart
          accessibilityLayer={false}
          data={data}
          layout="vertical"
          margin={{ top: 4, right: 48, bottom: 0, left: 0 }}
        >
          <XAxis type="number" hide />
          <YAxis type="category" dataKey="what" width={124} stroke="var(--color-ink)" tick={{ fontSize: 14 }} />
          <Bar
            dataKey="minutes"
            fill="var(--color-ink)"
            isAnimationActive={false}
            label={{
              position: 'right',
              fontSize: 14,
              fill: 'var(--color-ink)',
              formatter: (v: unknown) => `${String(v)} min`,
            }}
          />
        </BarChart>
      </ChartFrame>
      <table className="sr-only">
        <caption>Minutes of reading of {name}</caption>
        <tbody>
          {data.map((d) => (
            <tr key={d.what}>
              <th scope="row">{d.what}</th>
              <td>{d.minutes} min</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
