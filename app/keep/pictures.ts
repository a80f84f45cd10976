import { fromDay } from '../../core/calendar';
import { type Household, storedPictures } from '../../core/household';
import { type HouseholdStore, openTrial, picturesOf, trialsOf, type Which } from '../../store';
import type { WithPictures } from '../../worker/files';
import { todayHere } from '../ui/dates';

type Brought = WithPictures['pictures'];

/** Keeps the pictures that came with a file, as the worker that read it named them; a row that names one may be written after it. */
export const takePictures = (which: Which, brought: Brought): Promise<void> =>
  picturesOf(which).putNamed(brought, fromDay(todayHere()));

/** How many of the pictures that a household of a file names came with it. */
export function picturesWords(household: Household, brought: Brought = []): string {
  const named = storedPictures(household);
  const came = new Set(brought.map((b) => b.name));
  const there = named.filter((n) => came.has(n)).length;
  return there === named.length ? String(named.length) : `${named.length}, ${there} of them in the file`;
}

/** Throws away pictures that nothing names: neither the household, nor a trial of it, nor what can be undone, nor an older copy. */
export async function tidyPictures(store: HouseholdStore, which: Which): Promise<void> {
  const texts = await store.namingPictures();
  for (const trial of await trialsOf(store)) {
    const copy = await openTrial(which, trial).catch(() => undefined);
    // A copy that cannot be read may name any of them.
    if (!copy) return;
    texts.push(...(await copy.namingPictures()));
    copy.close();
  }
  await picturesOf(which).tidy(fromDay(todayHere()), texts);
}
