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

const TRIAL = 'olden-primer trial';
/** The trial that is open beside a household; undefined while the household itself is. */
export function trialOpen(which: Which): string | undefined {
  const [of, id] = (localStorage.getItem(TRIAL) ?? '').split(' ');
  return of === which && id ? id : undefined;
}
export function chooseTrial(which: Which, id: string | undefined): void {
  if (id === undefined) localStorage.removeItem(TRIAL);
  else localStorage.setItem(TRIAL, `${which} ${id}`);
}
export const trialDatabase = (which: Which, id: string): string => `${databaseName(which)}-trial-${id}`;

const HINTS = 'olden-primer hints away';
/** The views whose first-time hint was put away in this browser; "all" for every one, those of views not seen yet too. */
export const hintsAway = (): readonly string[] => (localStorage.getItem(HINTS) ?? '').split(' ').filter(Boolean);
/** Puts the hint of a view away, or all of them; without a name every hint is shown again. */
export function putHintsAway(which: string | undefined): void {
  if (which === undefined) localStorage.removeItem(HINTS);
  else localStorage.setItem(HINTS, [...new Set([...hintsAway(), which])].join(' '));
}

const FIRST_USED = 'olden-primer first used';
/** Notes a day on which the program is used in this browser; whether it was used here on another day. */
export function usedBefore(day: string): boolean {
  const first = localStorage.getItem(FIRST_USED);
  if (first === null) localStorage.setItem(FIRST_USED, day);
  return first !== null && first !== day;
}
