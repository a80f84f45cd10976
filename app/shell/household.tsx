import {
  createContext,
  type ReactNode,
  use,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import { type Day, fromDay, toDay, yearFor, yearWithOutside } from '../../core/calendar';
import { type Backup, readBackup } from '../../core/formats';
import {
  defaultSettings,
  emptyHousehold,
  type Household,
  type SchoolYear,
  type TableName,
  youngestFirst,
} from '../../core/household';
import { openSample } from '../../demo/open';
import { atPaces } from '../../core/pace';
import sampleUrl from '../../demo/household.json?url';
import {
  chooseOpen,
  chooseTrial,
  type Content,
  databaseName,
  HouseholdStore,
  type HistoryState,
  noteOwnBegun,
  openTrial,
  type Puts,
  type Trial,
  trialOpen,
  trialsOf,
  whichOpen,
  type Which,
} from '../../store';
import { localeHabits, todayHere } from '../ui/dates';
import { SAMPLE_DAY, SAMPLE_LOOKED } from './notes';
import { wordsFor } from './missing';
import { whileStoring } from './state-mark';

interface Open {
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
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  say: (text: string, fault?: boolean) => void;
  switchTo: (which: Which) => Promise<void>;
  /** Opens a trial of this household in its place, or, without one, the household again. */
  switchTrial: (trial: Trial | undefined) => Promise<void>;
  /** Throws the marks and changes made in the sample away and starts it anew. */
  freshSample: () => Promise<void>;
}

const Context = createContext<Open | undefined>(undefined);

/** The last thing that happened, in words, or the last fault. */
type Notice = { text: string; fault?: boolean } | undefined;
/** Apart from all else: that something is told draws no page anew. */
const NoticeContext = createContext<Notice>(undefined);
export const useNotice = (): Notice => use(NoticeContext);

export function useHousehold(): Open {
  const open = use(Context);
  if (!open) throw new Error('used outside HouseholdProvider');
  return open;
}

/**
 * The way in which forms store what was typed: onto the rows as they are by then, only what differs from the household as it was
 * when the form was opened, so that nothing that another window changed meanwhile is put back. While one is being stored a second
 * press does nothing; nor does it once the form was kept, however late its fields were read: a form that was kept is closed. `stays`:
 * it goes on, and keeps one thing after another.
 */
export function useFormCommit({ stays = false } = {}): Open['commit'] {
  const { store, commit } = useHousehold();
  // As it is stored: what has come of itself since (a pace of a coming date) is written with the first change of its row.
  const [opened] = useState(store.household);
  const busy = useRef(false);
  return useCallback(
    async (label, puts) => {
      if (busy.current) return false;
      busy.current = true;
      let kept = false;
      try {
        kept = await commit(label, puts, opened);
        return kept;
      } finally {
        busy.current = kept && !stays;
      }
    },
    [commit, opened, stays],
  );
}

async function readSample(): Promise<Backup> {
  const answer = await fetch(sampleUrl);
  const reading = readBackup(await answer.text());
  if ('fault' in reading) throw new Error(reading.fault);
  return reading.backup;
}

/** The sample of a date is the same household on every device. */
const sampleContent = (household: Household, today: Day): Content => ({
  household,
  lineage: { household: 'sample', epoch: `sample ${fromDay(today)}`, seen: {} },
  traces: [],
});

interface Opened {
  store: HouseholdStore;
  sampleDay?: Day;
  trial?: Trial;
}

/** The household, or the trial of it that was chosen; one that is gone meanwhile is left. */
async function openChosen(which: Which): Promise<Opened> {
  const opened = await openStore(which);
  const id = trialOpen(which);
  const trial = id === undefined ? undefined : (await trialsOf(opened.store)).find((t) => t.id === id);
  if (!trial) {
    if (id !== undefined) chooseTrial(which, undefined);
    return opened;
  }
  try {
    const copy = await openTrial(which, trial);
    opened.store.close();
    return { ...opened, store: copy, trial };
  } catch {
    chooseTrial(which, undefined);
    return opened;
  }
}

async function openStore(which: Which): Promise<Opened> {
  const { firstDay, dateStyle } = localeHabits();
  if (which === 'own') {
    return {
      store: await HouseholdStore.open(databaseName('own'), () => emptyHousehold(defaultSettings(firstDay, dateStyle))),
    };
  }
  const made = async () => {
    const sample = openSample(await readSample(), todayHere());
    const { household } = sample.backup;
    return {
      today: sample.today,
      household: { ...household, settings: { ...household.settings, firstDay, dateStyle } },
    };
  };
  let sampleDay: Day | undefined;
  const store = await HouseholdStore.open(databaseName('sample'), async () => {
    const sample = await made();
    sampleDay = sample.today;
    return sampleContent(sample.household, sample.today);
  });
  const noted = await store.note(SAMPLE_DAY);
  const untouched = store.history.undo === undefined && store.history.redo === undefined;
  // A sample nobody has worked in follows the calendar; one with the reader's own marks in it keeps its day. Within a day
  // there is nothing to follow.
  const looked = await store.note(SAMPLE_LOOKED);
  const now = fromDay(todayHere());
  if (sampleDay === undefined && untouched && looked !== now) {
    const sample = await made();
    if (noted !== fromDay(sample.today)) {
      await store.replace(
        sampleContent(sample.household, sample.today),
        fromDay(sample.today),
        'the sample followed the calendar',
        {
          keep: false,
          same: 'theirs',
        },
      );
    }
    sampleDay = sample.today;
  }
  sampleDay ??= typeof noted === 'string' ? toDay(noted) : todayHere();
  if (noted !== fromDay(sampleDay)) await store.setNote(SAMPLE_DAY, fromDay(sampleDay));
  if (untouched && looked !== now) await store.setNote(SAMPLE_LOOKED, now);
  return { store, sampleDay };
}

export function HouseholdProvider({ children }: { children: ReactNode }) {
  const [which, setWhich] = useState<Which>(whichOpen);
  const [opened, setOpened] = useState<Opened>();
  const [fault, setFault] = useState<string>();

  useEffect(() => {
    let left = false;
    openChosen(which).then(
      (o) => (left ? o.store.close() : setOpened(o)),
      (e: unknown) => setFault(`The household could not be opened: ${e instanceof Error ? e.message : String(e)}`),
    );
    return () => {
      left = true;
    };
  }, [which]);

  const reopen = useCallback(
    async (next: Which) => {
      opened?.store.close();
      setOpened(undefined);
      chooseOpen(next);
      if (next === which) setOpened(await openChosen(next));
      else setWhich(next);
    },
    [opened, which],
  );

  if (fault) return <p className="p-8">{fault}</p>;
  if (!opened) return <p className="p-8 text-soft">Opening the book …</p>;
  return (
    <Inner
      key={`${which} ${opened.trial?.id ?? ''}`}
      which={which}
      trial={opened.trial}
      store={opened.store}
      sampleDay={opened.sampleDay}
      reopen={reopen}
    >
      {children}
    </Inner>
  );
}

function Inner({
  which,
  trial,
  store,
  sampleDay,
  reopen,
  children,
}: {
  which: Which;
  trial: Trial | undefined;
  store: HouseholdStore;
  sampleDay: Day | undefined;
  reopen: (which: Which) => Promise<void>;
  children: ReactNode;
}) {
  const stored = useSyncExternalStore(store.subscribe, () => store.household);
  // Children stand in one order everywhere, the youngest first, in whatever order they were entered.
  const inOrder = useMemo(() => youngestFirst(stored.children), [stored.children]);
  const history = useSyncExternalStore(store.subscribe, () => store.history);
  const whole = useSyncExternalStore(store.subscribe, () => store.whole);
  const lost = useSyncExternalStore(store.subscribe, () => store.lost);
  const [now, setNow] = useState(todayHere);
  const [notice, setNotice] = useState<Notice>();

  // Past midnight the page turns: looked at each minute, and whenever the reader comes back to it.
  useEffect(() => {
    const look = () => setNow(todayHere());
    const timer = setInterval(look, 60_000);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, []);

  const today = sampleDay ?? now;
  const household = useMemo(
    () => atPaces(inOrder === stored.children ? stored : { ...stored, children: inOrder }, today),
    [stored, inOrder, today],
  );
  useEffect(() => {
    if (which === 'own' && household.children.length > 0) noteOwnBegun();
  }, [which, household.children.length]);
  const value = useMemo((): Open => {
    const stored = yearFor(household.years, today);
    const say = (text: string, fault = false) => setNotice({ text, fault });
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
    return {
      household,
      today,
      year: stored && yearWithOutside(household, stored),
      which,
      trial,
      history,
      whole,
      store,
      say,
      commit: (label, puts, opened) =>
        guarded(async () => {
          // A deed finds the household as its user sees it.
          const wanted: Puts = typeof puts === 'function' ? (now) => puts(atPaces(now, today)) : puts;
          await store.commit(label, wanted, opened);
          return label;
        }),
      remove: (label, table, id) =>
        guarded(async () => {
          await store.remove(label, table, id);
          return label;
        }),
      lost,
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
      switchTo: reopen,
      switchTrial: async (next) => {
        chooseTrial(which, next?.id);
        await reopen(which);
      },
      freshSample: async () => {
        const sample = openSample(await readSample(), todayHere());
        const done = await guarded(async () => {
          const content = sampleContent(sample.backup.household, sample.today);
          await store.replace(content, fromDay(sample.today), 'the sample was started anew', { keep: false });
          await store.setNote(SAMPLE_DAY, fromDay(sample.today));
          return 'The sample household starts anew.';
        });
        if (done) await reopen('sample');
      },
    };
  }, [household, today, which, trial, history, whole, lost, store, reopen]);

  return (
    <Context value={value}>
      <NoticeContext value={notice}>{children}</NoticeContext>
    </Context>
  );
}
