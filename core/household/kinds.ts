import type { MarkKind, MovementKind } from './types';

/** What a mark says of a step: one entry a kind, so that the compiler finds a kind that nobody thought of. */
export interface MarkMeaning {
  /** A sitting was spent on it. */
  sits: boolean;
  /** The step is behind: nothing of it is still to do. */
  settles: boolean;
  /** It was on the day and was not done: carried with everything behind it. */
  refuses: boolean;
}
export const MARKS: Record<MarkKind, MarkMeaning> = {
  done: { sits: true, settles: true, refuses: false },
  known: { sits: false, settles: true, refuses: false },
  'left out': { sits: false, settles: true, refuses: false },
  partly: { sits: true, settles: false, refuses: false },
  'not today': { sits: false, settles: false, refuses: true },
  again: { sits: true, settles: false, refuses: false },
  missed: { sits: false, settles: false, refuses: true },
};
/** Whether a sitting was spent, by a mark of that kind. */
export const sits = (kind: MarkKind): boolean => MARKS[kind].sits;
/** Whether a step is behind by a mark of that kind without having been taught: it is known, or was left out. */
export const untaught = (kind: MarkKind): boolean => MARKS[kind].settles && !MARKS[kind].sits;

/** What a movement does to what is there: adds it, takes it, or says what was counted. */
export const MOVEMENTS: Record<MovementKind, 'sets' | 1 | -1> = {
  count: 'sets',
  ...{ in: 1, bought: 1, arrived: 1, copied: 1, prepared: 1, back: 1 },
  ...{ out: -1, lent: -1, lost: -1, broken: -1, thrown: -1, given: -1, sold: -1 },
};
/**
 * Whether a movement is something that happened to a thing itself, and not to the heap of what there is of it. That the one lens was lent, or
 * fell, is one event, though two people enter it on two devices; what two of them bought, or took out of a drawer, is both.
 */
export const ONE_EVENT: Record<MovementKind, boolean> = {
  ...{ count: false, in: false, bought: false, arrived: false, copied: false, prepared: false, out: false },
  ...{ lent: true, back: true, lost: true, broken: true, thrown: true, given: true, sold: true },
};
