import { type Day, fromDay, toDay } from '../core/calendar';
import type { Household } from '../core/household';
import { chooseTrial, databaseName, trialOpen, type Which } from './choice';
import { type Content, HouseholdStore } from './store';
import { openTrial, type Trial, trialsOf } from './trials';

/** The day that the sample is brought to. */
const SAMPLE_DAY = 'sample day';
/** The date on which the sample was last brought to the calendar. */
const SAMPLE_LOOKED = 'sample looked';

export interface Opened {
  store: HouseholdStore;
  /** The day of the sample, where the sample is open. */
  sampleDay?: Day;
  /** The trial that is open in the household’s place. */
  trial?: Trial;
}

/** What a household is made from that is not there yet. */
export interface Opening {
  /** The date here. */
  today: Day;
  /** A household that nothing has been entered in. */
  empty: () => Household;
  /** The sample, brought to the date here. */
  sample: () => Promise<{ household: Household; today: Day }>;
}

/** The household, or the trial of it that was chosen; one that is gone meanwhile is left. */
export async function openChosen(which: Which, opening: Opening): Promise<Opened> {
  const opened = await (which === 'own' ? openOwn(opening) : openSample(opening));
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

const openOwn = async ({ empty }: Opening): Promise<Opened> => ({
  store: await HouseholdStore.open(databaseName('own'), empty),
});

/** The sample of a date is the same household on every device. */
const sampleContent = (household: Household, today: Day): Content => ({
  household,
  lineage: { household: 'sample', epoch: `sample ${fromDay(today)}`, seen: {} },
  traces: [],
});

async function openSample({ today, sample: made }: Opening): Promise<Opened> {
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
  const now = fromDay(today);
  if (sampleDay === undefined && untouched && looked !== now) {
    const sample = await made();
    if (noted !== fromDay(sample.today)) {
      const content = sampleContent(sample.household, sample.today);
      await store.replace(content, fromDay(sample.today), 'the sample followed the calendar', {
        keep: false,
        same: 'theirs',
      });
    }
    sampleDay = sample.today;
  }
  sampleDay ??= typeof noted === 'string' ? toDay(noted) : today;
  if (noted !== fromDay(sampleDay)) await store.setNote(SAMPLE_DAY, fromDay(sampleDay));
  if (untouched && looked !== now) await store.setNote(SAMPLE_LOOKED, now);
  return { store, sampleDay };
}

/** Throws what was done in the sample away and starts it anew. */
export async function startSampleAnew(store: HouseholdStore, sample: Opening['sample']): Promise<void> {
  const { household, today } = await sample();
  await store.replace(sampleContent(household, today), fromDay(today), 'the sample was started anew', { keep: false });
  await store.setNote(SAMPLE_DAY, fromDay(today));
}
