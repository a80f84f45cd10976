import { useState } from 'react';
import { Bar, BarChart, CartesianGrid, XAxis, YAxis } from 'recharts';
import { ChartFrame } from '../ui/chart-frame';
import { type LevelRecord, levelsBearing } from '../../core/forecast';
import { takingName } from '../../core/words';
import { useHousehold } from '../shell/household';
import { shortDate } from '../ui/dates';
import { count } from '../ui/words';

const ROW = 34;

/** How many sittings a lesson took, level by level and child by child: as bars, with a table beside them for those who hear it. */
export function Levels({ records }: { records: readonly LevelRecord[] }) {
  const { household, today } = useHousehold();
  const style = household.settings.dateStyle;
  const [all, setAll] = useState(false);
  if (records.length === 0) return null;
  const bearing = levelsBearing(household, records, today);
  const shown = all || bearing.length === 0 ? records : bearing;
  const rows = shown.map((r) => ({
    ...r,
    id: r.enrolmentId,
    name: takingName(household, r.enrolmentId),
    aLesson: Math.round(10 * r.aLesson) / 10,
  }));
  return (
    <section aria-labelledby="levels">
      <h2 id="levels" className="pt-4">
        How long each level took
      </h2>
      {shown.length < records.length && (
        <p>
          Of the courses that somebody is at, and of their series.{' '}
          <button type="button" className="btn btn-quiet page-link" onClick={() => setAll(true)}>
            All {records.length} levels
          </button>
        </p>
      )}
      <figure aria-label="Sittings a lesson took, by level" className="relative overflow-hidden">
        <ChartFrame className="max-w-3xl" height={rows.length * ROW + 50}>
          <BarChart data={rows} layout="vertical" margin={{ top: 4, right: 40, bottom: 24, left: 8 }}>
            <CartesianGrid stroke="var(--color-rule)" horizontal={false} />
            <XAxis
              type="number"
              stroke="var(--color-ink)"
              tick={{ fontSize: 14 }}
              label={{
                value: 'sittings a lesson',
                position: 'insideBottom',
                offset: -14,
                fontSize: 14,
                fill: 'var(--color-ink)',
              }}
            />
            <YAxis type="category" dataKey="name" width={230} stroke="var(--color-ink)" tick={{ fontSize: 14 }} />
            <Bar
              dataKey="aLesson"
              fill="var(--color-edge)"
              isAnimationActive={false}
              label={{ position: 'right', fontSize: 14, fill: 'var(--color-ink)' }}
            />
          </BarChart>
        </ChartFrame>
        <table className="sr-only">
          <caption>Sittings a lesson took, by level</caption>
          <thead>
            <tr>
              <th>Level</th>
              <th>Sittings a lesson</th>
              <th>Lessons and tests done</th>
              <th>From</th>
              <th>To</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.id}>
                <td>{r.name}</td>
                <td>{r.aLesson}</td>
                <td>
                  {r.lessons} of {r.of}, in {count(r.sittings, 'sitting')}
                </td>
                <td>{shortDate(style, r.first, today)}</td>
                <td>{shortDate(style, r.last, today)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <figcaption className="text-aside text-soft">
          The middle of all lessons that are done; a day that held two lessons counts half for each. When the next child
          or level begins, this record stands for what is not recorded yet.
        </figcaption>
      </figure>
    </section>
  );
}
