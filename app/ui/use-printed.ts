import { useEffect, useState } from 'react';
import { flushSync } from 'react-dom';

/** Whether the page is being printed: what is drawn by its measured width is drawn for the paper’s then, since nothing else tells it of that. */
export function usePrinted(): boolean {
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
  return printed;
}
