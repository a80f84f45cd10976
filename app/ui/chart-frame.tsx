import { type ReactNode, useEffect, useState } from 'react';
import { flushSync } from 'react-dom';
import { ResponsiveContainer } from 'recharts';

/** Pixels across that any paper holds between its margins. */
const PAPER = 660;

/** The room of a chart: as wide as it is given, and on paper as wide as paper is, for which it is drawn anew. */
export function ChartFrame({
  className = '',
  height,
  children,
}: {
  className?: string;
  height: number;
  children: ReactNode;
}) {
  const [printed, setPrinted] = useState(false);
  useEffect(() => {
    // Paper is taken as soon as the event is over.
    const print = () => flushSync(() => setPrinted(true));
    const back = () => setPrinted(false);
    window.addEventListener('beforeprint', print);
    window.addEventListener('afterprint', back);
    return () => {
      window.removeEventListener('beforeprint', print);
      window.removeEventListener('afterprint', back);
    };
  }, []);
  return (
    <div className={`w-full ${className} print:max-w-none`} style={{ height }} aria-hidden="true">
      <ResponsiveContainer width={printed ? PAPER : '100%'} height={height}>
        {children}
      </ResponsiveContainer>
    </div>
  );
}
