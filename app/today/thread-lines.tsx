import type { DayLayout, Minute, ThreadPart } from '../../core/day';
import type { Child } from '../../core/household';

/** Where a minute of the day stands in the drawing. */
export interface Scale {
  y: (minute: Minute) => number;
  height: number;
  /** Minutes drawn from the start of the day on. */
  minutes: number;
  /** Full hours to be ruled. */
  hours: Minute[];
}
/** A quarter of an hour is higher than a finger needs. */
const PX_A_MINUTE = 4;
/** Free paper between two boxes, in which a thread crosses. */
export const BETWEEN = 5;
const ROW = 46;
const LEAST_ROW = 22;

export function scaleByClock(layout: DayLayout): Scale {
  const minutes = Math.max(30, layout.finish - layout.from);
  const hours: Minute[] = [];
  for (let h = Math.ceil(layout.from / 60) * 60; h <= layout.from + minutes; h += 60) hours.push(h);
  return { y: (m) => 10 + (m - layout.from) * PX_A_MINUTE, height: minutes * PX_A_MINUTE + 24, minutes, hours };
}

/** The same order without times: from one beginning or end to the next it is as far as its words need, no more. */
export function scaleByOrder(layout: DayLayout): Scale {
  const moments = [...new Set(layout.pieces.flatMap((p) => [p.from, p.to]))].sort((a, b) => a - b);
  const begins = new Set(layout.pieces.map((p) => p.from));
  const at = new Map<Minute, number>();
  let y = 10;
  moments.forEach((m, i) => {
    at.set(m, y);
    const next = moments[i + 1];
    if (next !== undefined) y += begins.has(m) ? ROW : LEAST_ROW;
  });
  const place = (m: Minute) => {
    const k = moments.findLastIndex((x) => x <= m);
    if (k < 0) return 10;
    const [a, b] = [moments[k]!, moments[k + 1] ?? moments[k]!];
    const [ya, yb] = [at.get(a)!, at.get(b)!];
    return b === a ? ya : ya + ((m - a) / (b - a)) * (yb - ya);
  };
  return { y: place, height: y + 14, minutes: layout.finish - layout.from, hours: [] };
}

/** Strokes that tell two teachers apart in black and white. */
export const STROKES = [
  { strokeWidth: 4 },
  { strokeWidth: 4, strokeDasharray: '9 4' },
  { strokeWidth: 2.5 },
  { strokeWidth: 2.5, strokeDasharray: '3 3' },
];

/**
 * The threads: down a child's column while the teacher is beside them, across at a change, in the lane at the left when
 * free. The whole of them lies beneath the boxes, so that no words are crossed out; what runs beside a piece lies on it.
 */
export function ThreadLines({
  layout,
  scale,
  width,
  gutter,
  columns,
  column,
  beneath,
}: {
  layout: DayLayout;
  scale: Scale;
  width: number;
  gutter: number;
  columns: readonly Child[];
  column: number;
  beneath: boolean;
}) {
  return (
    <svg className="pointer-events-none absolute inset-0" width={width} height={scale.height} aria-hidden="true">
      {layout.threads.map(({ teacher, parts }, n) => {
        const lane = gutter - 8 - n * 7;
        /** The columns a part stands in; none while the teacher is free. */
        const columnsOf = (part: ThreadPart) =>
          columns.flatMap((c, i) => (part.piece?.task.children.some((x) => x.id === c.id) ? [i] : []));
        const xOf = (part: ThreadPart) =>
          part.piece ? gutter + (columnsOf(part)[0] ?? 0) * column + (column < 110 ? 2 : 6) + 7 + n * 3 : lane;
        let path = '';
        let last: number | undefined;
        for (const part of parts) {
          const x = xOf(part);
          // At a change it goes across in the free paper between the boxes.
          path += `${last === undefined ? `M ${lane} ${scale.y(part.from)} ` : ''}L ${last ?? lane} ${scale.y(part.from)} L ${x} ${scale.y(part.from)} L ${x} ${scale.y(part.to)} `;
          last = x;
        }
        const stroke = {
          fill: 'none',
          stroke: 'var(--color-ink)',
          strokeLinecap: 'round' as const,
          strokeLinejoin: 'round' as const,
          ...STROKES[n % STROKES.length],
        };
        if (!beneath)
          return parts
            .filter((part) => part.piece)
            .map((part) => (
              <line
                key={`${teacher.id} ${part.from}`}
                x1={xOf(part)}
                x2={xOf(part)}
                y1={scale.y(part.from)}
                y2={scale.y(part.to)}
                {...stroke}
              />
            ));
        return (
          <g key={teacher.id}>
            <path d={path} {...stroke} />
            {parts.map((part) => {
              const own = columnsOf(part);
              if (own.length < 2) return null;
              const y = scale.y(part.from);
              // With several at once the thread reaches across to the last of them.
              return (
                <line
                  key={part.from}
                  x1={xOf(part)}
                  x2={gutter + own.at(-1)! * column + column / 2}
                  y1={y}
                  y2={y}
                  {...stroke}
                  strokeWidth={2}
                />
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}
