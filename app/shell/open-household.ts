import { type Day, yearFor, yearWithOutside } from '../../core/calendar';
import { readBackup } from '../../core/formats';
import {
  type Child,
  defaultSettings,
  emptyHousehold,
  type Household,
  type SchoolYear,
  type TableName,
  youngestFirst,
} from '../../core/household';
import { atPaces } from '../../core/pace';
import { openSample } from '../../demo/open';
import sampleUrl from '../../demo/household.json?url';
import {
  chooseTrial,
  type HistoryState,
  type HouseholdStore,
  type Opened,
  type Opening,
  type Puts,
  startSampleAnew,
  type Trial,
  type Which,
} from '../../store';
import { localeHabits, todayHere } from '../ui/dates';
import { wordsFor } from './missing';
import { Told } from './noted';
import { whileStoring } from './state-mark';

/** The last thing that happened, in words, or the last fault. */
type Notice = { text: string; fault?: boolean } | undefined;

/** The household that is open, and what can be done with it. */
export interface Open {
  household: Household;
  /** The day the pages are for: the civil date here, or the sample's own day. */
  today: Day;
  /** The school year of that day, with what outside calendars close in it. To change it, take it from the household. */
  year: SchoolYear | undefined;
  which: Which;
  /** The trial that is open in the household’s place: a copy of it. */
  trial: Trial | undefined;
  history: HistoryState;
  /** False while marks of years gone by are still being read: figures over all years must wait. */
  whole: boolean;
  store: HouseholdStore;
  /** Does one thing; false (with a notice) when it could not be stored. */
  commit: (label: string, puts: Puts, opened?: Household) => Promise<boolean>;
  /** Takes a row away, once everything is read that might hold on to it. */
  remove: (label: string, table: TableName, id: string) => Promise<boolean>;
  /** A sentence once nothing can be stored any more. */
  lost: string | undefined;
  notice: Notice;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  say: (text: string, fault?: boolean) => void;
  switchTo: (which: Which) => Promise<void>;
  /** Opens a trial of this household in its place, or, without one, the household again. */
  switchTrial: (trial: Trial | undefined) => Promise<void>;
  /** Throws the marks and changes made in the sample away and starts it anew. */
  freshSample: () => Promise<void>;
}

/** What a household is made from in this browser that is not there yet. */
export const openingHere = (): Opening => {
  const { firstDay, dateStyle } = localeHabits();
  return {
    today: todayHere(),
    empty: () => emptyHousehold(defaultSettings(firstDay, dateStyle)),
    sample: async () => {
      const answer = await fetch(sampleUrl);
      const reading = readBackup(await answer.text());
      if ('fault' in reading) throw new Error(reading.fault);
      const { backup, today } = openSample(reading.backup, todayHere());
      const { household } = backup;
      return { today, household: { ...household, settings: { ...household.settings, firstDay, dateStyle } } };
    },
  };
};

/** The household that was opened, kept outside the pages: a page hears of those parts only that it reads. */
export function openHousehold(
  { store, sampleDay, trial }: Opened,
  which: Which,
  reopen: (which: Which) => Promise<void>,
): { open: Told<Open>; follow: () => () => void } {
  let inOrder: { of: readonly Child[]; children: Household['children'] } | undefined;
  /** What follows from the household as it is stored, and from the day. */
  const standing = () => {
    const today = sampleDay ?? todayHere();
    const stored = store.household;
    // Children stand in one order everywhere, the youngest first, in whatever order they were entered.
    if (inOrder?.of !== stored.children) inOrder = { of: stored.children, children: youngestFirst(stored.children) };
    const { children } = inOrder;
    const household = atPaces(children === stored.children ? stored : { ...stored, children }, today);
    const of = yearFor(household.years, today);
    const { history, whole, lost } = store;
    return { household, today, year: of && yearWithOutside(household, of), history, whole, lost };
  };
  const say = (text: string, fault = false) => open.tell({ notice: { text, fault } });
  const guarded = async (work: () => Promise<string | undefined>) => {
    try {
      const text = await whileStoring(work);
      if (text) say(text);
      return true;
    } catch (error) {
      say(wordsFor(error), true);
      return false;
    }
  };
  const open = new Told<Open>({
    ...standing(),
    ...{ which, trial, store, say, notice: undefined, switchTo: reopen },
    commit: (label, puts, opened) =>
      guarded(async () => {
        // A deed finds the household as its user sees it.
        const wanted: Puts = typeof puts === 'function' ? (now) => puts(atPaces(now, open.get().today)) : puts;
        await store.commit(label, wanted, opened);
        return label;
      }),
    remove: (label, table, id) =>
      guarded(async () => {
        await store.remove(label, table, id);
        return label;
      }),
    undo: async () => {
      await guarded(async () => {
        const label = await store.undo();
        return label ? `Taken back: ${label}` : 'There is nothing to take back.';
      });
    },
    redo: async () => {
      await guarded(async () => {
        const label = await store.redo();
        return label ? `Done again: ${label}` : 'There is nothing to do again.';
      });
    },
    switchTrial: async (next) => {
      chooseTrial(which, next?.id);
      await reopen(which);
    },
    freshSample: async () => {
      const done = await guarded(async () => {
        await startSampleAnew(store, openingHere().sample);
        return 'The sample household starts anew.';
      });
      if (done) await reopen('sample');
    },
  });
  let { replaced } = store;
  const look = () => {
    // What was said last was of the household that stood here before another window put this one in its place.
    const other = store.replaced !== replaced;
    replaced = store.replaced;
    open.tell({ ...standing(), ...(other ? { notice: undefined } : {}) });
  };
  const follow = () => {
    const leave = store.subscribe(look);
    // Past midnight the page turns: looked at each minute, and whenever the reader comes back to it.
    const timer = setInterval(look, 60_000);
    document.addEventListener('visibilitychange', look);
    look();
    return () => {
      leave();
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  };
  return { open, follow };
}
