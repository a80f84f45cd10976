import Dexie, { type EntityTable } from 'dexie';
import { fillHours, fillSettings, yearOfVersion3 } from '../core/formats';
import { type AnyRow, type Household, type Mark, type Settings, TABLES, type TableName } from '../core/household';
import type { AnyTable, Lineage, RowChange, Trace } from '../core/merge';

export type Row = AnyRow;
export type { AnyTable, RowChange };

/** A wish to put a row (with its id) into a table, or to take one away. */
export type Put =
  | { [T in TableName]: { table: T; put: Household[T][number] } }[TableName]
  | { table: 'settings'; put: Settings }
  | { table: TableName; remove: string };

/** One thing the user did, as it can be undone: all its rows change together or not at all. */
export interface HistoryEntry {
  n: number;
  label: string;
  changes: RowChange[];
  undone: 0 | 1;
  /** Of a merge: the histories of rows and what was known of other devices, which are put back as they were. */
  merged?: { traces: { id: string; before?: Trace; after?: Trace }[]; before: Lineage; after: Lineage };
}

/** The household as it was before something replaced it whole: kept as the text of a backup. */
export interface KeptCopy {
  n: number;
  /** When it was put aside, ISO date. */
  date: string;
  /** The time of day, like 09:30; missing on copies of before times were kept. */
  at?: string;
  why: string;
  text: string;
}

/** What one transaction changed, so that another tab can catch up with it. Only the last of them are kept. */
export interface JournalEntry {
  rev: number;
  changes: RowChange[];
}

interface MetaRow {
  key: string;
  value: unknown;
}

/** The tables in the browser. The layout is versioned: a change gets a new `version` call, never an edit of an old one. */
/** Up to so many marks everything is read at once. */
const MANY_MARKS = 10_000;
const SLICE = 4_000;
const VERSION_2_TABLES = ['proofs', 'jottings'] as const;
const VERSION_3_TABLES = [
  ...(['absences', 'aways', 'calendars', 'feeds', 'attendance'] as const),
  ...(['loops', 'links', 'overlaps', 'rituals', 'ritualMarks'] as const),
];
const VERSION_4_TABLES = ['ticks'] as const;
const VERSION_6_TABLES = ['dayLists'] as const;
const VERSION_7_TABLES = ['orders', 'prepared'] as const;
const VERSION_8_TABLES = ['places', 'holds', 'sitDowns', 'readAheads', 'decks', 'cards', 'rounds'] as const;
const VERSION_9_TABLES = ['prompts'] as const;
const VERSION_10_TABLES = ['drills', 'memory', 'recitals', 'books', 'readings', 'milestones'] as const;
const VERSION_11_TABLES = ['samples', 'pages'] as const;
const LATER: readonly string[] = [
  ...VERSION_2_TABLES,
  ...VERSION_3_TABLES,
  ...VERSION_4_TABLES,
  ...VERSION_6_TABLES,
  ...VERSION_7_TABLES,
  ...VERSION_8_TABLES,
  ...VERSION_9_TABLES,
  ...VERSION_10_TABLES,
  ...VERSION_11_TABLES,
];
const VERSION_1_TABLES = TABLES.filter((t) => !LATER.includes(t));

export class Database extends Dexie {
  declare settings: EntityTable<Settings, 'id'>;
  declare history: EntityTable<HistoryEntry, 'n'>;
  declare kept: EntityTable<KeptCopy, 'n'>;
  declare meta: EntityTable<MetaRow, 'key'>;
  declare journal: EntityTable<JournalEntry, 'rev'>;
  declare traces: EntityTable<Trace, 'id'>;

  constructor(name: string) {
    // Strict: a transaction counts as done only once it is on the disk, so nothing shown as marked can be lost.
    super(name, { chromeTransactionDurability: 'strict' });
    this.version(1).stores({
      settings: 'id',
      ...Object.fromEntries(VERSION_1_TABLES.map((t) => [t, 'id'])),
      history: '++n, undone',
      kept: '++n',
      meta: 'key',
    });
    // What a version-1 row lacks is filled in where the backup's own migration has it.
    this.version(2)
      // Marks are found by course and by date, so that a day can be shown before ten years are read.
      .stores({ proofs: 'id', jottings: 'id', marks: 'id, enrolmentId, date' })
      .upgrade((tx) => tx.table<Settings>('settings').toCollection().modify(fillSettings));
    this.version(3)
      .stores(Object.fromEntries(VERSION_3_TABLES.map((t) => [t, 'id'])))
      .upgrade(async (tx) => {
        await tx.table<Settings>('settings').toCollection().modify(fillHours);
        const years = await tx.table<Row>('years').toArray();
        await tx.table('years').bulkPut(years.map((y) => yearOfVersion3({ ...y })));
      });
    this.version(4).stores(Object.fromEntries(VERSION_4_TABLES.map((t) => [t, 'id'])));
    this.version(5).stores({ journal: 'rev' });
    this.version(6).stores({ traces: 'id', ...Object.fromEntries(VERSION_6_TABLES.map((t) => [t, 'id'])) });
    this.version(7).stores(Object.fromEntries(VERSION_7_TABLES.map((t) => [t, 'id'])));
    this.version(8).stores(Object.fromEntries(VERSION_8_TABLES.map((t) => [t, 'id'])));
    this.version(9).stores(Object.fromEntries(VERSION_9_TABLES.map((t) => [t, 'id'])));
    this.version(10).stores(Object.fromEntries(VERSION_10_TABLES.map((t) => [t, 'id'])));
    this.version(11).stores(Object.fromEntries(VERSION_11_TABLES.map((t) => [t, 'id'])));
  }

  /** All stored tables of the household. */
  householdTables() {
    return [this.settings, ...TABLES.map((t) => this.table<Row>(t))];
  }

  rows(table: AnyTable) {
    return this.table<Row, string>(table);
  }

  /** Reads the household whole; undefined when nothing was ever stored. */
  async read(): Promise<Household | undefined> {
    return this.readWith(async () => this.rows('marks').toArray());
  }

  /**
   * Reads the household with the marks near today only, when there are many: those of the latest school year and those
   * of courses still taken. Says whether that is all of them.
   */
  async readNear(): Promise<{ household: Household; whole: boolean; revision: number } | undefined> {
    let whole = true;
    // The number first: what is written in between is then read again by whoever holds the older number.
    const noted = (await this.meta.get('revision'))?.value;
    const revision = typeof noted === 'number' ? noted : 0;
    const household = await this.readWith(async (rest) => {
      const all = this.rows('marks');
      if ((await all.count()) <= MANY_MARKS) return all.toArray();
      whole = false;
      const taken = rest.enrolments
        .filter((e) => e.lives || (e.life !== 'finished' && e.life !== 'dropped'))
        .map((e) => e.id);
      const starts = rest.years.map((y) => y.start).sort();
      const [own, recent] = await Promise.all([
        all.where('enrolmentId').anyOf(taken).toArray(),
        all
          .where('date')
          .aboveOrEqual(starts.at(-1) ?? '')
          .toArray(),
      ]);
      return [...new Map([...own, ...recent].map((m) => [m.id, m])).values()];
    });
    return household && { household, whole, revision };
  }

  /** All marks, read a slice at a time, so that what the reader marks meanwhile need not wait for ten years of them. */
  async readMarksInSlices(): Promise<Mark[]> {
    const all: Row[] = [];
    for (;;) {
      const last = all.at(-1)?.id;
      const from = last === undefined ? this.rows('marks').orderBy('id') : this.rows('marks').where('id').above(last);
      const slice = await from.limit(SLICE).toArray();
      all.push(...slice);
      if (slice.length < SLICE) return all as unknown as Mark[];
    }
  }

  private async readWith(marks: (rest: Household) => Promise<Row[]>): Promise<Household | undefined> {
    return this.transaction('r', this.householdTables(), async () => {
      const settings = await this.settings.get('household');
      if (!settings) return undefined;
      const others = TABLES.filter((t) => t !== 'marks');
      const tables = await Promise.all(others.map(async (t) => [t, await this.rows(t).toArray()] as const));
      const rest = { settings, marks: [], ...Object.fromEntries(tables) } as unknown as Household;
      return { ...rest, marks: (await marks(rest)) as unknown as Mark[] };
    });
  }
}
