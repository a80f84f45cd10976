import type { MouseEvent } from 'react';

/** A press of something that is on or off; the second click of a double click is no press, or a hasty hand would undo itself. */
export const once =
  (press: () => void) =>
  (e: MouseEvent): void => {
    if (e.detail <= 1) press();
  };
