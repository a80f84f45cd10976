import { fromDay } from '../core/calendar';
import { fixed } from './simulated';

/**
 * A stand-in for a library, since no request leaves the machine. It lives: what is lent out today comes back another day, a hold becomes
 * ready after as long as others are before it, and what somebody waits for cannot be renewed.
 */
const TOPICS = [
  ...['pond', 'water', 'heron', 'frog', 'newt', 'reed', 'mud', 'ice', 'fog', 'cloud', 'wind', 'sail', 'lock', 'siphon'],
  ...[
    'magnet',
    'compass',
    'moon',
    'tide',
    'star',
    'seed',
    'bulb',
    'swallow',
    'river',
    'bridge',
    'boat',
    'rope',
    'mill',
  ],
  ...['roman', 'knight', 'castle', 'coin', 'number', 'letter', 'clock', 'garden', 'bee', 'bread', 'weather', 'map'],
];
const KINDS = ['The first book of the', 'Looking closely: the', 'Stories of the'];

export interface LibraryItem {
  item: string;
  title: string;
  topic: string;
  /** Days until a hold placed today is ready: 0 where it stands on the shelf. */
  waits: number;
}

const shelves = TOPICS.flatMap((topic) =>
  KINDS.map((kind, i) => ({ item: `${topic}-${i + 1}`, title: `${kind} ${topic}`, topic })),
);

/** Two in five stand on the shelf on any day; of the others the turn comes within three weeks. */
const waitsOn = (item: string, day: number): number => {
  const week = Math.floor(day / 7);
  return fixed(`${item} ${week}`, 5) < 2 ? 0 : 2 + fixed(`${item} ${week} waits`, 18);
};

/** What the library has on some words, the soonest to be had first; every title of a topic that any of the words names. */
export function search(words: string, day: number): LibraryItem[] {
  const asked = words
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter((w) => w.length > 2);
  return shelves
    .filter(({ topic }) =>
      asked.some((w) => w === topic || w.startsWith(topic) || (w.length > 3 && topic.startsWith(w))),
    )
    .map((b) => ({ ...b, waits: waitsOn(b.item, day) }))
    .sort((a, b) => a.waits - b.waits || a.title.localeCompare(b.title))
    .slice(0, 30);
}

/** Where a hold stands: when it is, or will be, ready; and whether it could be renewed today. */
export function hold(
  item: string,
  placed: number,
  day: number,
): { item: string; ready: string; is: 'ready' | 'waits'; renews: boolean } | undefined {
  if (!shelves.some((b) => b.item === item)) return undefined;
  // A day to fetch it from the shelf, even where it stands there.
  const ready = placed + Math.max(1, waitsOn(item, placed));
  return {
    ...{ item, ready: fromDay(ready), is: day >= ready ? ('ready' as const) : ('waits' as const) },
    renews: fixed(`${item} ${Math.floor(day / 7)} asked for`, 3) > 0,
  };
}
