import { Bar, BarChart, CartesianGrid, Legend, Line, LineChart, ReferenceLine, XAxis, YAxis } from 'recharts';
import { ChartFrame } from '../ui/chart-frame';

export interface Series {
  key: string;
  name: string;
  /** Which of the fills, so that the same thing looks alike in several charts; without it, its place in the list. */
  fill?: number;
}
export type Row = { at: string } & Record<string, string | number>;

/** Fills that can be told apart in black and white, the darkest first. */
const FILLS = [
  'var(--color-ink)',
  'var(--color-edge)',
  'var(--color-rule)',
  'var(--color-woad)',
  'var(--color-weld)',
  'var(--color-moss)',
  'var(--color-plum)',
  'var(--color-sheet)',
];
const DASHES = ['0', '6 4', '2 3', '10 4 2 4', '12 3', '8 3 2 3 2 3', '1 5', '4 2 4 8'];
const TICK = { fontSize: 14 };
const WORDS = { fontSize: 14, fill: 'var(--color-ink)' };

/**
 * A chart with a table of the same figures for those who hear it. Bars are stacked; lines are dashed, so that they can be told apart on
 * paper. `needed`: a level that is asked for.
 */
export function Chart({
  title,
  unit,
  rows,
  series,
  lines,
  needed,
  lying,
}: {
  title: string;
  unit: string;
  rows: readonly Row[];
  series: readonly Series[];
  lines?: boolean;
  needed?: { value: number; words: string } | undefined;
  /** Bars lie, for long names. */
  lying?: boolean;
}) {
  const height = lying ? 30 * rows.length + 80 : 300;
  const axes = (
    <>
      <CartesianGrid stroke="var(--color-rule)" vertical={Boolean(lying)} horizontal={!lying} />
      <XAxis
        {...(lying ? { type: 'number' as const } : { dataKey: 'at' })}
        stroke="var(--color-ink)"
        tick={TICK}
        {...(lying ? { label: { value: unit, position: 'insideBottom' as const, offset: -4, ...WORDS } } : {})}
      />
      <YAxis
        {...(lying ? { type: 'category' as const, dataKey: 'at', width: 200 } : { width: 64 })}
        stroke="var(--color-ink)"
        tick={TICK}
        {...(lying ? {} : { label: { value: unit, angle: -90, position: 'insideLeft' as const, ...WORDS } })}
      />
      {series.length > 1 && (
        <Legend
          verticalAlign="top"
          itemSorter={null}
          wrapperStyle={{ fontSize: 14 }}
          formatter={(name: string) => <span className="text-ink">{name}</span>}
        />
      )}
      {needed && (
        <ReferenceLine
          y={needed.value}
          stroke="var(--color-ink)"
          strokeDasharray="5 4"
          ifOverflow="extendDomain"
          label={{ value: needed.words, position: 'insideTopLeft', ...WORDS }}
        />
      )}
    </>
  );
  const margin = { top: 8, right: 24, bottom: 16, left: 8 };
  return (
    <figure aria-label={title} className="relative overflow-hidden pt-2 break-inside-avoid">
      <figcaption className="pb-1 font-semibold">{title}</figcaption>
      <ChartFrame className="max-w-3xl" height={height}>
        {lines ? (
          <LineChart accessibilityLayer={false} data={[...rows]} margin={margin}>
            {axes}
            {series.map((s, i) => (
              <Line
                key={s.key}
                dataKey={s.key}
                name={s.name}
                stroke="var(--color-ink)"
                strokeWidth={2}
                strokeDasharray={DASHES[i % DASHES.length]!}
                dot={{ r: 2 }}
                legendType="plainline"
                isAnimationActive={false}
              />
            ))}
          </LineChart>
        ) : (
          <BarChart
            accessibilityLayer={false}
            data={[...rows]}
            margin={margin}
            layout={lying ? 'vertical' : 'horizontal'}
          >
            {axes}
            {series.map((s, i) => (
              <Bar
                key={s.key}
                dataKey={s.key}
                name={s.name}
                stackId="all"
                fill={FILLS[(s.fill ?? i) % FILLS.length]!}
                stroke="var(--color-ink)"
                isAnimationActive={false}
              />
            ))}
          </BarChart>
        )}
      </ChartFrame>
      <table className="sr-only">
        <caption>
          {title}, {unit}
        </caption>
        <thead>
          <tr>
            <th scope="col">what</th>
            {series.map((s) => (
              <th key={s.key} scope="col">
                {s.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.at}>
              <th scope="row">{r.at}</th>
              {series.map((s) => (
                <td key={s.key}>{r[s.key] ?? (lines ? '–' : 0)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
