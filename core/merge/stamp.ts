/**
 * When and where a row or field was last written: a hybrid logical clock (Kulkarni and others 2014) as a text that sorts as the
 * writings do. `''` is before all of them: what was there before stamps were kept.
 */
export type Stamp = string;

/** What was there before stamps were kept. */
export const BEFORE: Stamp = '';

const TIME = 9;
const COUNT = 4;
const MOST = 36 ** COUNT - 1;

interface Read {
  /** Milliseconds since 1970. */
  time: number;
  count: number;
  device: string;
}

/** @throws where the time or the count lies outside what a stamp holds (the year 5188; 1.6 million a millisecond) */
export function writeStamp({ time, count, device }: Read): Stamp {
  if (!Number.isInteger(time) || time < 0 || time >= 36 ** TIME || count < 0 || count > MOST)
    throw new RangeError(`no stamp holds ${time} and ${count}`);
  return `${time.toString(36).padStart(TIME, '0')}${count.toString(36).padStart(COUNT, '0')}${device}`;
}

export function readStamp(stamp: Stamp): Read {
  if (stamp === BEFORE) return { time: 0, count: 0, device: '' };
  return {
    time: parseInt(stamp.slice(0, TIME), 36),
    count: parseInt(stamp.slice(TIME, TIME + COUNT), 36),
    device: stamp.slice(TIME + COUNT),
  };
}

/** The device that wrote a stamp. */
export const deviceOf = (stamp: Stamp): string => stamp.slice(TIME + COUNT);

export const later = (a: Stamp, b: Stamp): Stamp => (a >= b ? a : b);

/**
 * The next stamp of a device whose clock shows `now` (milliseconds) and which knows of `last`: later than both, even where the
 * clock was put back or another device's runs ahead.
 * @example nextStamp('', 1000, 'd') < nextStamp(nextStamp('', 1000, 'd'), 900, 'd') // => true
 */
export function nextStamp(last: Stamp, now: number, device: string): Stamp {
  const known = readStamp(last);
  const time = Math.max(now, known.time);
  const count = time === known.time && last !== BEFORE ? known.count + 1 : 0;
  return count > MOST ? writeStamp({ time: time + 1, count: 0, device }) : writeStamp({ time, count, device });
}

/** Of each device the latest stamp of which somebody knows: whoever knows it knows all before it. */
export type Seen = Readonly<Record<string, Stamp>>;
export const knows = (seen: Seen, stamp: Stamp): boolean => stamp <= (seen[deviceOf(stamp)] ?? BEFORE);
/** What two know together. */
export function seenByBoth(a: Seen, b: Seen): Record<string, Stamp> {
  const all: Record<string, Stamp> = { ...a };
  for (const [device, stamp] of Object.entries(b)) all[device] = later(all[device] ?? BEFORE, stamp);
  return all;
}
/** The latest stamp known of. */
export const latest = (seen: Seen): Stamp => Object.values(seen).reduce(later, BEFORE);
