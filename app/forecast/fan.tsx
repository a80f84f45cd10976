import { Area, CartesianGrid, ComposedChart, Line, ReferenceLine, XAxis, YAxis } from 'recharts';
import { ChartFrame } from '../ui/chart-frame';
import type { Day } from '../../core/calendar';
import type { DateStyle } from '../../core/household';
import type { Foretold } from '../../worker/forecast';
import { shortDate } from '../ui/dates';

type Course = Foretold['courses'][number];

/** The way to the last step as a fan: between early and late lie eight chances in ten; the same as a table for those who hear it. */
export function Fan({ course, today, style, name }: { course: Course; today: Day; style: DateStyle; name: string }) {
  const points = [
    { steps: 0, span: [today, today], middle: today },
    ...course.fan.map((m) => ({ steps: m.steps, span: [m.early, m.late], middle: m.middle })),
  ];
  const date = (d: number) => shortDate(style, Math.round(d), today);
  return (
    <figure aria-label={`How ${name} is likely to go`} className="relative overflow-hidden">
      <ChartFrame className="max-w-3xl" height={256}>
        <ComposedChart data={points} margin={{ top: 8, right: 16, bottom: 24, left: 24 }}>
          <CartesianGrid stroke="var(--color-rule)" vertical={false} />
          <XAxis
            dataKey="steps"
            type="number"
            domain={[0, course.steps]}
            stroke="var(--color-ink)"
            tick={{ fontSize: 14 }}
            label={{
              value: 'steps done from now on',
              position: 'insideBottom',
              offset: -14,
              fontSize: 14,
              fill: 'var(--color-ink)',
            }}
          />
          <YAxis
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={date}
            stroke="var(--color-ink)"
            tick={{ fontSize: 14 }}
            width={84}
          />
          <Area
            dataKey="span"
            stroke="var(--color-edge)"
            fill="var(--color-edge)"
            fillOpacity={0.3}
            isAnimationActive={false}
          />
          <Line dataKey="middle" stroke="var(--color-ink)" strokeWidth={2} dot={{ r: 3 }} isAnimationActive={false} />
          {course.target !== undefined && (
            <ReferenceLine
              y={course.target}
              stroke="var(--color-ink)"
              strokeDasharray="5 4"
              ifOverflow="extendDomain"
              label={{ value: `to be done by ${date(course.target)}`, position: 'insideTopLeft', fontSize: 14 }}
            />
          )}
        </ComposedChart>
      </ChartFrame>
      <table className="sr-only">
        <caption>How {name} is likely to go</caption>
        <thead>
          <tr>
            <th>Reached</th>
            <th>One in ten before</th>
            <th>Most likely</th>
            <th>One in ten after</th>
          </tr>
        </thead>
        <tbody>
          {course.fan.map((m) => (
            <tr key={m.steps}>
              <td>{m.words}</td>
              <td>{date(m.early)}</td>
              <td>{date(m.middle)}</td>
              <td>{date(m.late)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <figcaption className="text-aside text-soft">
        The line is the likeliest way; in the grey lie eight chances in ten.
      </figcaption>
    </figure>
  );
}
