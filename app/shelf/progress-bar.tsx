import type { Progress } from '../../core/pace';

/** Done solid, known hatched, left out empty with a line, to come plain: told apart without colour. */
export function ProgressBar({ progress }: { progress: Progress }) {
  const total = Math.max(1, progress.steps);
  const w = 200;
  const x1 = (progress.done / total) * w;
  const x2 = x1 + (progress.known / total) * w;
  const x3 = x2 + (progress.leftOut / total) * w;
  return (
    <svg
      width="100%"
      viewBox={`0 0 ${w} 10`}
      preserveAspectRatio="none"
      className="block h-[10px] max-w-[200px]"
      role="img"
      aria-label={`${progress.done} done, ${progress.known} known, ${progress.leftOut} left out, ${progress.open} to come`}
    >
      <defs>
        <pattern id="known-hatch" width="4" height="4" patternUnits="userSpaceOnUse">
          <path d="M-1 1 1-1M0 4 4 0M3 5 5 3" stroke="currentColor" strokeWidth="1" />
        </pattern>
      </defs>
      <rect x="0" y="0" width={x1} height="10" fill="currentColor" />
      <rect x={x1} y="0" width={x2 - x1} height="10" fill="url(#known-hatch)" />
      <line x1={x2} x2={x3} y1="5" y2="5" stroke="currentColor" strokeWidth="1" />
      <rect x="0.500" y="0.500" width={w - 1} height="9" fill="none" stroke="currentColor" strokeWidth="0.800" />
    </svg>
  );
}
