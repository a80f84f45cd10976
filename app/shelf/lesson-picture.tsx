import { type Shape, SHAPES } from '../../core/begin';

/** More steps than these are drawn as these and a mark. */
const MOST = 6;

/** A lesson as a row of small drawings: taught is a full box, a sheet a ruled one, a reading an open book, a thing made a knot, a drill a dot. */
export function LessonPicture({ shape, steps }: { shape: Shape; steps: number }) {
  const { first, more } = SHAPES[shape];
  const drawn = Array.from({ length: Math.min(Math.max(1, steps), MOST) }, (_, i) => (i === 0 ? first : more));
  return (
    <svg width={drawn.length * 16 + (steps > MOST ? 12 : 0)} height="20" aria-hidden="true" className="flex-none">
      {drawn.map((kind, i) => (
        <g key={i} transform={`translate(${i * 16} 2)`} stroke="currentColor" fill="none">
          {kind === 'introduce' && <rect x="1" y="1" width="12" height="14" fill="currentColor" />}
          {(kind === 'practise' || kind === 'apply') && (
            <>
              <rect x="1" y="1" width="12" height="14" />
              <path d="M3.500 5h7M3.500 8h7M3.500 11h7" />
            </>
          )}
          {kind === 'read' && <path d="M7 4c-2-2-4-2-6-1v10c2-1 4-1 6 1 2-2 4-2 6-1V3c-2-1-4-1-6 1Zm0 0v10" />}
          {kind === 'make' && <path d="M3 4a3 3 0 1 1 4 4 3 3 0 1 0 4 4M11 4a3 3 0 1 0-4 4 3 3 0 1 1-4 4" />}
          {kind === 'drill' && <circle cx="7" cy="8" r="4" fill="currentColor" />}
        </g>
      ))}
      {steps > MOST && (
        <text x={drawn.length * 16} y="14" fontSize="12" fill="currentColor">
          …
        </text>
      )}
    </svg>
  );
}
