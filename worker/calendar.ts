import { wrap } from 'comlink';
import type { CalendarReading, ReadOptions } from '../core/ical';
import type { CalendarWorker } from './calendar.worker';

/** Longer than any honest calendar takes; the work itself is counted too, so this is for the truly malicious. */
const PATIENCE = 20_000;

/** Reads an iCalendar text off the main thread; one that would keep it for ever is given up in a sentence. */
export async function readCalendarText(
  text: string,
  options: ReadOptions,
): Promise<CalendarReading | { fault: string }> {
  const worker = new Worker(new URL('./calendar.worker.ts', import.meta.url), { type: 'module' });
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    const given = new Promise<{ fault: string }>((resolve) => {
      timer = setTimeout(
        () => resolve({ fault: 'This calendar asks for more work than any calendar should; it was given up.' }),
        PATIENCE,
      );
    });
    return await Promise.race([wrap<CalendarWorker>(worker).read(text, options), given]);
  } finally {
    clearTimeout(timer);
    worker.terminate();
  }
}
