import { useSyncExternalStore } from 'react';

/** Minutes since midnight, as the clock on the wall has it now. */
export function minuteNow(): number {
  const now = new Date();
  return now.getHours() * 60 + now.getMinutes();
}

const never = () => () => undefined;
function everyMinute(changed: () => void): () => void {
  const timer = setInterval(changed, 20_000);
  return () => clearInterval(timer);
}

/** The minute of the day, kept up to date while it is wanted. */
export function useMinute(wanted: boolean): number | undefined {
  const minute = useSyncExternalStore(wanted ? everyMinute : never, minuteNow);
  return wanted ? minute : undefined;
}
