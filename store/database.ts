import Dexie, { type EntityTable } from 'dexie';
import { fillSettings } from '../core/formats';
import { type Household, type Settings, TABLES, type TableName } from '../core/household';

export type Row = { id: string };
export type AnyTable = TableName | 'settings';

/** One row before and after; a row that was or is not there has no such side. */
export interface RowChange {
  table: AnyTable;
  id: string;
  before?: Row;
  after?: Row;
}

/** One thing the user did, as it can be undone: all its rows change together or not at all. */
export interface HistoryEntry {
  n: number;
  label: string;
  changes: RowChange[];
  undone: 0 | 1;
}

/** The household as it was before something replaced it whole: kept as the text of a backup. */
export interface KeptCopy {
  n: number;
  /** When it was put aside, ISO date. */
  date: string;
  why: string;
  text: string;
}

interface MetaRow {
  key: string;
  value: unknown;
}

/** The tables in the browser. The layout is versioned: a change gets a new `version` call, never an edit of an old one. */
const VERSION_1_TABLES = TABLES.filter((t) => t !== 'proofs' && t !== 'jottings');

export class Database extends Dexie {
  declare settings: EntityTable<Settings, 'id'>;
  declare history: EntityTable<HistoryEntry, 'n'>;
  declare kept: EntityTable<KeptCopy, 'n'>;
  declare meta: EntityTable<MetaRow, 'key'>;

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
      .stores({ proofs: 'id', jottings: 'id' })
      .upgrade((tx) => tx.table<Settings>('settings').toCollection().modify(fillSettings));
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
    return this.transaction('r', this.householdTables(), async () => {
      const settings = await this.settings.get('household');
      if (!settings) return undefined;
      const tables = await Promise.all(TABLES.map(async (t) => [t, await this.rows(t).toArray()] as const));
      return { settings, ...Object.fromEntries(tables) } as unknown as Household;
    });
  }
}
