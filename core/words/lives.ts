import type { Life } from '../household';

export const LIFE_WORDS: Record<Life, string> = {
  waiting: 'waiting (for its box, or until ready)',
  tried: 'trying it out',
  running: 'running',
  paused: 'paused',
  finished: 'finished',
  dropped: 'dropped',
};
