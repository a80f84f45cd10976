import type { Colour, DayShow, MarkKind, Presence, Verdict } from '../../core/household';

/** The one place for how the program's words are shown. */
export const PRESENCE_WORDS: Record<Presence, string> = {
  with: 'beside the child',
  start: 'starting it off',
  near: 'near',
  alone: 'alone',
};

/** The tokens keep the dyers' names; what is read says the colour. */
export const COLOUR_WORDS: Record<Colour, string> = {
  woad: 'blue',
  weld: 'yellow',
  moss: 'green',
  plum: 'purple',
  umber: 'brown',
  slate: 'grey',
  teal: 'sea green',
  heather: 'mauve',
};

export const MARK_WORDS: Record<MarkKind, { word: string; key: string; meaning: string }> = {
  done: { word: 'done', key: 'd', meaning: 'finished' },
  known: { word: 'known', key: 'k', meaning: 'shown to be mastered, skipped' },
  'left out': { word: 'left out', key: 'l', meaning: 'a choice, not mastery' },
  partly: { word: 'partly', key: 'p', meaning: 'the rest comes next time' },
  'not today': { word: 'not today', key: 'n', meaning: 'moves, with what is behind it' },
  again: { word: 'again', key: 'a', meaning: 'taught, did not stick' },
  missed: { word: 'missed', key: 'm', meaning: 'a child was absent' },
};

/** The sign of each mark, as it stands in a step’s circle; done is drawn as a tick. */
export const SIGNS: Record<MarkKind, string> = {
  done: '',
  known: 'k',
  'left out': '–',
  partly: '½',
  'not today': '→',
  again: '↺',
  missed: 'm',
};

export { LIFE_WORDS } from '../../core/words';

export const WORTH_WORDS: Record<Verdict['worth'], string> = {
  again: 'would take it again',
  perhaps: 'perhaps again',
  'not again': 'not again',
};

export { count, either, hoursAndMinutes, inHand, listing } from '../../core/words';

/** How the day is shown, in words. */
export const SHOW_WORDS: Record<DayShow, string> = { list: 'As a list', order: 'In order', clock: 'By the clock' };

/** How long something marked took, where that was said; what was done in the time of something else, at a game, took none of its own. */
export const tookWords = (minutes: number | undefined): string | undefined =>
  minutes === undefined ? undefined : minutes === 0 ? 'no time of its own' : `${minutes} min`;
