import type { MouseEvent } from 'react';

/**
 * A press of something that is on or off, or that adds something each time; the second click of a double click is no press, or a hasty hand
 * would undo itself, or enter the same twice.
 */
export const once =
  (press: () => void) =>
  (e: MouseEvent): void => {
    if (e.detail <= 1) press();
  };
