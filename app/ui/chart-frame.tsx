import { type ReactNode, startTransition, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { ResponsiveContainer } from 'recharts';

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
  const [printed, setPrinted] = useState(false);
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
    // Paper is taken as soon as the event is over.
    const print = () => flushSync(() => setPrinted(true));
    const back = () => setPrinted(false);
    window.addEventListener('beforeprint', print);
    window.addEventListener('afterprint', back);
    return () => {
      watch.disconnect();
      window.removeEventListener('beforeprint', print);
      window.removeEventListener('afterprint', back);
    };
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
