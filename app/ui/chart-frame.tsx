import { type ReactNode, startTransition, useEffect, useRef, useState } from 'react';
import { ResponsiveContainer } from 'recharts';
import { usePrinted } from './use-printed';

/** Pixels across that any paper holds between its margins. */
const PAPER = 660;
/** Pixels outside the window within which a chart is drawn already. */
const NEAR = 300;

/**
 * The room of a chart: as wide as it is given, and on paper as wide as paper is, for which it is drawn anew. A chart is some work: it is drawn
 * when it comes near the window, bit by bit, and all of a page's when it is printed.
 */
export function ChartFrame({
  className = '',
  height,
  children,
}: {
  className?: string;
  height: number;
  children: ReactNode;
}) {
  const room = useRef<HTMLDivElement>(null);
  const [near, setNear] = useState(false);
  const printed = usePrinted();
  useEffect(() => {
    const watch = new IntersectionObserver(
      (seen) => {
        if (!seen.some((s) => s.isIntersecting)) return;
        watch.disconnect();
        startTransition(() => setNear(true));
      },
      { rootMargin: `${NEAR}px` },
    );
    watch.observe(room.current!);
    return () => watch.disconnect();
  }, []);
  return (
    <div ref={room} className={`w-full ${className} print:max-w-none`} style={{ height }} aria-hidden="true">
      {(near || printed) && (
        <ResponsiveContainer width={printed ? PAPER : '100%'} height={height}>
          {children}
        </ResponsiveContainer>
      )}
    </div>
  );
}
