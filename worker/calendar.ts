import type { CalendarReading, ReadOptions } from '../core/ical';
import type { CalendarWorker } from './calendar.worker';
import { inOwnWorker } from './once';

/** Longer than any honest calendar takes; the work itself is counted too, so this is for the truly malicious. */
const PATIENCE = 20_000;

/** Reads an iCalendar text off the main thread; one that would keep it for ever is given up in a sentence. */
export async function readCalendarText(
  text: string,
  options: ReadOptions,
): Promise<CalendarReading | { fault: string }> {
  const worker = new Worker(new URL('./calendar.worker.ts', import.meta.url), { type: 'module' });
  const stop = AbortSignal.timeout(PATIENCE);
  try {
    return await inOwnWorker<CalendarWorker, CalendarReading>(worker, stop, (r) => r.read(text, options));
  } catch (error) {
    return {
      fault: stop.aborted
        ? 'This calendar asks for more work than any calendar should; it was given up.'
        : `The calendar could not be read: ${(error as Error).message}`,
    };
  }
}
