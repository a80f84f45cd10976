import Dexie from 'dexie';
import type { IsoDate } from '../core/calendar';
import type { Household } from '../core/household';
import { trialDatabase, type Which } from './choice';
import { type Content, HouseholdStore, type Puts, StoreFault } from './store';

/** A named copy of a household in which anything may be changed; nothing of it touches the household until it is kept. */
export interface Trial {
  id: string;
  name: string;
  /** The day on which the copy was made. */
  made: IsoDate;
}

/** Under this name beside the household: its trials, the oldest first. */
const TRIALS = 'trials';
/** So many trials stand beside each other at most: each is a whole copy. */
export const MOST_TRIALS = 6;

export async function trialsOf(store: HouseholdStore): Promise<Trial[]> {
  return listed(await store.note(TRIALS));
}
const listed = (noted: unknown): Trial[] => (Array.isArray(noted) ? (noted as Trial[]) : []);

/** The copy of a trial, opened as a household of its own; it has to be closed again. */
export async function openTrial(which: Which, trial: Trial): Promise<HouseholdStore> {
  const name = trialDatabase(which, trial.id);
  if (!(await Dexie.exists(name))) throw new StoreFault(`The copy of “${trial.name}” is gone: let it go.`);
  return HouseholdStore.open(name, () => {
    throw new StoreFault(`The copy of “${trial.name}” is empty: let it go.`);
  });
}

/** Makes a trial of a household as it is, and does in it at once what is to be tried. */
export async function beginTrial(store: HouseholdStore, which: Which, trial: Trial, puts: Puts): Promise<void> {
  const { revision: _, ...content } = await store.content();
  const copy = await HouseholdStore.open(trialDatabase(which, trial.id), () => content);
  try {
    await copy.commit(trial.name, puts);
  } catch (error) {
    copy.close();
    await Dexie.delete(trialDatabase(which, trial.id));
    throw error;
  }
  copy.close();
  await store.changeNote(TRIALS, (was) => [...listed(was), trial]);
}

/** What a trial holds, with when its rows were written. */
export async function trialContent(which: Which, trial: Trial): Promise<Required<Content>> {
  const copy = await openTrial(which, trial);
  try {
    const { revision: _, ...content } = await copy.content();
    return content;
  } finally {
    copy.close();
  }
}
export const trialHousehold = async (which: Which, trial: Trial): Promise<Household> =>
  (await trialContent(which, trial)).household;

/** Lets a trial go: its copy is deleted, the household stays byte for byte what it is. */
export async function letTrialGo(store: HouseholdStore, which: Which, trial: Trial): Promise<void> {
  await store.changeNote(TRIALS, (was) => listed(was).filter((t) => t.id !== trial.id));
  await Dexie.delete(trialDatabase(which, trial.id));
}

/**
 * Keeps a trial: what was changed in it comes into the household as a file of a second device would, onto what the household is by then.
 * One step that can be taken back whole.
 */
export async function keepTrial(store: HouseholdStore, which: Which, trial: Trial): Promise<void> {
  const content = await trialContent(which, trial);
  await store.mergeIn(`“${trial.name}” kept`, content, []);
  await letTrialGo(store, which, trial);
}
