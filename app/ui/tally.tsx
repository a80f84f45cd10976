/**
 * Days in hand as a notched stick: one notch for each sitting that can still be lost, long at every fifth; hollow
 * notches below the stick for sittings that are missing. Beyond thirty the stick is simply full.
 */
export function Tally({ days }: { days: number }) {
  const shown = Math.min(30, Math.abs(days));
  const missing = days < 0;
  return (
    <svg width="132" height="20" viewBox="0 0 132 20" className="block" aria-hidden="true">
      <line x1="1" y1={missing ? 5 : 15} x2="131" y2={missing ? 5 : 15} stroke="currentColor" strokeWidth="1.500" />
      {Array.from({ length: shown }, (_, i) => {
        const x = 4 + i * 4 + Math.floor(i / 5) * 1.6;
        const long = (i + 1) % 5 === 0;
        return missing ? (
          <rect
            key={i}
            x={x - 1}
            y={6}
            width="2.200"
            height={long ? 11 : 8}
            fill="none"
            stroke="currentColor"
            strokeWidth="0.900"
          />
        ) : (
          <line key={i} x1={x} y1={15} x2={x} y2={long ? 2 : 6} stroke="currentColor" strokeWidth="1.500" />
        );
      })}
    </svg>
  );
}
