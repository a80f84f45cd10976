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

/** What a movement says of a thing: one entry a kind, as with marks. */
export interface MovementMeaning {
  /** What it does to what is there: adds it, takes it, or says what was counted. */
  does: 'sets' | 1 | -1;
  /**
   * It happened to the thing itself, and not to the heap of what there is of it: that the one lens was lent, or fell, is one event, though two
   * people enter it on two devices; what two of them bought, or took out of a drawer, is both.
   */
  oneEvent: boolean;
}
export const MOVEMENTS: Record<MovementKind, MovementMeaning> = {
  count: { does: 'sets', oneEvent: false },
  in: { does: 1, oneEvent: false },
  bought: { does: 1, oneEvent: false },
  arrived: { does: 1, oneEvent: false },
  copied: { does: 1, oneEvent: false },
  prepared: { does: 1, oneEvent: false },
  back: { does: 1, oneEvent: true },
  out: { does: -1, oneEvent: false },
  lent: { does: -1, oneEvent: true },
  lost: { does: -1, oneEvent: true },
  broken: { does: -1, oneEvent: true },
  thrown: { does: -1, oneEvent: true },
  given: { does: -1, oneEvent: true },
  sold: { does: -1, oneEvent: true },
};
