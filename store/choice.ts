/** Which household is open: the sample, or the family's own. The two have databases of their own and never mix. */
export type Which = 'sample' | 'own';

const KEY = 'olden-primer open';

export function whichOpen(): Which {
  return localStorage.getItem(KEY) === 'own' ? 'own' : 'sample';
}

export function chooseOpen(which: Which): void {
  localStorage.setItem(KEY, which);
}

export const databaseName = (which: Which): string => `olden-primer-${which}`;

const BEGUN = 'olden-primer own begun';
/** Whether the family has ever had a household of its own in this browser. */
export const ownBegun = (): boolean => localStorage.getItem(BEGUN) !== null;
export const noteOwnBegun = (): void => localStorage.setItem(BEGUN, 'yes');
