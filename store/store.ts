import { storing } from '../core/deeds';
import { fromDay, type IsoDate, toDay } from '../core/calendar';
import { type Backup, writeBackup } from '../core/formats';
import { type Change, type Household, type Mark, same, type TableName, TABLES } from '../core/household';
import { recordsTouched } from '../core/log';
import {
  type Both,
  type Lineage,
  lineageFrom,
  merge,
  mergeStep,
  type MergeStep,
  rowsBetween,
  type Side,
  takeOther,
  traceId,
  tracesAfter,
  whyApart,
} from '../core/merge';
import {
  type AnyTable,
  Database,
  type HistoryEntry,
  type KeptCopy,
  type Put,
  type Row,
  type RowChange,
} from './database';
import { applied, byTable, onto } from './rows';
import { backTo, freshLineage, freshName, named, putStanding, stampChanges, standingOf, stampNow } from './stamping';

export type { Put } from './database';
export type Puts = readonly Put[] | ((household: Household) => readonly Put[]);

/** A household with where it comes from and when its rows were written, as far as that is known. */
export type Content = Pick<Backup, 'household' | 'lineage' | 'traces'>;

/** What the user could take back or bring back next, by its label. */
export interface HistoryState {
  undo?: string;
  redo?: string;
}

/** Sentences for the user when something could not be stored; thrown by every writing call. */
export class StoreFault extends Error {}

const EPOCHS = 'One of the two was set back to an earlier backup since they last met: say first which of them holds.';
const HISTORY_LIMIT = 500;
/** Days for which a household that was replaced can be put back. */
export const KEPT_DAYS = 30;

/** What one tab tells the others: what a transaction changed, with its number; or that everything is another household. */
type Message = { rev: number; changes: RowChange[]; history: HistoryState } | { reload: true };

/** Number of the last transaction, in the table of notes: who holds another has to catch up first. */
const REVISION = 'revision';
/** Transactions kept for other tabs to catch up with; further back the household is read anew. */
const JOURNAL_LIMIT = 60;

/** Why the page can no longer write: the browser took the database away, or another page replaced it. */
const LOST =
  'The browser has closed or deleted this household’s store while the page was open. Nothing is written any more: save what is on this page as a backup file, then load the page again.';

/**
 * One household, held in memory and in the browser's database. Every writing call is one transaction; memory follows
 * only once it is on the disk. Other tabs with the same household are told and follow.
 */
export class HouseholdStore {
  private readonly listeners = new Set<() => void>();
  private readonly channel: BroadcastChannel | undefined;
  private queue: Promise<unknown> = Promise.resolve();
  private closed = false;
  private current: Household;
  history: HistoryState = {};
  /**
   * False until the marks of years gone by are in memory too. What is there from the start: every mark of this school
   * year and every mark of a course that is still taken, so that Today is right at once.
   */
  whole = true;
  private wholeRead: Promise<void> = Promise.resolve();
  /** The transaction that memory stands at. */
  private revision = 0;
  /** A sentence once nothing can be written any more; what is in memory can still be saved as a file. */
  lost: string | undefined;
  /** Where the household came from when it was opened, for a file that is saved once the disk no longer answers. */
  origin: Lineage | undefined;
  /** How many times another household has taken this one’s place since it was opened. */
  replaced = 0;
  private meanwhile: RowChange[] | undefined;

  private constructor(
    private readonly db: Database,
    household: Household,
  ) {
    this.current = household;
    if (typeof BroadcastChannel !== 'undefined') {
      this.channel = new BroadcastChannel(`olden-primer ${db.name}`);
      this.channel.onmessage = (e: MessageEvent<Message>) => void this.follow(e.data);
    }
    // Left to itself the database would open again by itself, empty, and take marks into nowhere.
    db.on('versionchange', () => this.lose());
    db.on('close', () => this.lose());
  }

  private lose(): void {
    if (this.closed || this.lost) return;
    this.lost = LOST;
    this.db.close({ disableAutoOpen: true });
    this.notify();
  }

  /** Opens the household of that name; when it has never been stored, stores what `first` makes. */
  static async open(
    name: string,
    first: () => Household | Content | Promise<Household | Content>,
  ): Promise<HouseholdStore> {
    const db = new Database(name);
    let opened = await db.readNear();
    if (!opened) {
      const made = await first();
      const content = 'settings' in made ? { household: made } : made;
      await fill(db, content);
      opened = { household: content.household, whole: true, revision: 1 };
    }
    const store = new HouseholdStore(db, opened.household);
    store.revision = opened.revision;
    store.history = await readHistory(db);
    // One from before such things were kept is named once, or each backup of it would be of another household.
    store.origin = (await db.transaction('rw', db.meta, () => named(db))).lineage;
    if (!opened.whole) {
      store.whole = false;
      // Where the store is lost meanwhile, what was read stays what it is.
      store.wholeRead = store.readRest().catch(() => store.lose());
    }
    return store;
  }

  /** Reads everything while the page is in use already; what is written in between is put on top of it. */
  private async readRest(): Promise<void> {
    this.meanwhile = [];
    const marks = await this.db.readMarksInSlices();
    if (!this.meanwhile) return;
    const onMarks = this.meanwhile.filter((c) => c.table === 'marks');
    this.current = applied({ ...this.current, marks }, onMarks);
    this.meanwhile = undefined;
    this.whole = true;
    this.notify();
  }

  /** Resolves once everything is in memory, years gone by included. */
  async entire(): Promise<Household> {
    await this.wholeRead;
    return this.current;
  }

  get household(): Household {
    return this.current;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  close(): void {
    this.closed = true;
    this.channel?.close();
    this.db.close();
  }

  /**
   * Does one thing: all rows in one transaction, with what is needed to undo it. The label says what was done. What is wanted
   * is best a function of the household as it is when its turn comes: asked for inside the transaction, other tabs' work
   * included, so that none of two changes is lost. Of rows given as they are, only the fields that differ from `opened` (the
   * household as whoever made them saw it) are changed. What hangs on a row that goes follows it (`storing` of core).
   */
  commit(label: string, wanted: Puts, opened?: Household): Promise<void> {
    const wish = (now: Household) =>
      (typeof wanted === 'function' ? wanted(now) : wanted.map((p) => onto(now, p, opened))) as readonly Change[];
    const keep = async (changes: readonly Put[]): Promise<RowChange[]> => {
      const made = await this.changesFor(changes);
      if (made.length === 0) return [];
      // None of them needs another’s answer: one after the other a mark would wait for the disk nine times.
      await Promise.all([
        this.store(made, 'after'),
        stampChanges(this.db, made),
        this.remember({ label, changes: made }),
      ]);
      return made;
    };
    return this.inTurn(async () => {
      // Mostly no other window has written meanwhile: then what follows is known, and only the tables it touches are locked.
      const changes = this.foreseen(wish);
      if (changes && (await this.writing(() => keep(changes), [...new Set(changes.map((c) => c.table))]))) return;
      await this.writing(async (now) => {
        const puts = wish(now);
        const settled = storing(await this.withRecords(now, puts), puts);
        if ('fault' in settled) throw new StoreFault(settled.fault);
        return keep(settled.changes as unknown as readonly Put[]);
      });
    });
  }

  /** What a wish comes to by what is in memory; undefined where that does not suffice, or says that it cannot be. */
  private foreseen(wish: (now: Household) => readonly Change[]): readonly Put[] | undefined {
    try {
      const puts = wish(this.current);
      if (this.lacksRecords(this.current, puts)) return undefined;
      const settled = storing(this.current, puts);
      return 'fault' in settled ? undefined : (settled.changes as unknown as readonly Put[]);
    } catch {
      // What is wrong with it is said by the household as it is on the disk.
      return undefined;
    }
  }

  /** Inside a transaction: what was done last, to be taken back; what was taken back before it can no longer be done again. */
  private async remember(done: Omit<HistoryEntry, 'n' | 'undone'>): Promise<void> {
    const { history } = this.db;
    await Promise.all([
      history.where('undone').equals(1).delete(),
      history.add({ ...done, undone: 0 } as HistoryEntry),
    ]);
    const count = await history.count();
    if (count > HISTORY_LIMIT)
      await history.bulkDelete(
        await history
          .orderBy('n')
          .limit(count - HISTORY_LIMIT)
          .primaryKeys(),
      );
  }

  /**
   * Takes in what another device of this household wrote (its backup), all in one step that can be taken back whole. Of what both
   * wrote, `others` are taken the other way round than by their time. `ready`: what the merge comes to, worked out beforehand (in a
   * worker) from `content()`; it serves only while nothing has been written since.
   * @returns whether there was anything to take in, and so to take back
   * @throws where the file is of another household, or of one that went its own way since it was restored
   */
  async mergeIn(
    label: string,
    theirs: Content,
    others: readonly Both[],
    ready?: { revision: number; step: MergeStep },
  ): Promise<boolean> {
    await this.wholeRead;
    return this.inTurn(async () => {
      let came = false;
      await this.writing(async (now, revision) => {
        const standing = await standingOf(this.db);
        const { lineage } = standing;
        const them = { traces: [], lineage: freshLineage(), ...theirs };
        const apart = whyApart({ lineage }, them);
        if (apart) throw new StoreFault('fault' in apart ? apart.fault : EPOCHS);
        const step = ready?.revision === revision ? ready.step : await this.stepFor(now, lineage, them);
        const merged = applied(now, step.changes);
        const chosen = this.otherWay(merged, others);
        const known = new Map(step.traces.map((t) => [t.id, t]));
        const touched = [...known.keys(), ...chosen.map((c) => traceId(c.table, c.id))];
        const was = new Map((await this.db.traces.bulkGet(touched)).flatMap((t) => (t ? [[t.id, t]] : [])));
        const { stamp, standing: next } = stampNow({ ...standing, lineage: step.lineage });
        for (const t of tracesAfter((id) => known.get(id) ?? was.get(id), chosen, stamp)) known.set(t.id, t);
        const stood = chosen.length > 0 ? next : { ...standing, lineage: step.lineage };
        const changes = chosen.length === 0 ? step.changes : rowsBetween(now, applied(merged, chosen));
        const traces = [...known.values()].map((after) => {
          const before = was.get(after.id);
          return { id: after.id, ...(before ? { before } : {}), after };
        });
        await this.store(changes, 'after');
        await this.db.traces.bulkPut([...known.values()]);
        await putStanding(this.db, stood);
        came = changes.length + traces.length > 0;
        if (came) await this.remember({ label, changes, merged: { traces, before: lineage, after: stood.lineage } });
        return changes;
      });
      return came;
    });
  }

  private async stepFor(household: Household, lineage: Lineage, them: Side): Promise<MergeStep> {
    const ours = { household, traces: await this.db.traces.toArray(), lineage };
    return mergeStep(ours, merge(ours, them));
  }

  /** What both sides wrote, where it is to be the other way round, as changes of the merged household. */
  private otherWay(merged: Household, others: readonly Both[]): RowChange[] {
    const wishes = others.flatMap((b) => takeOther(merged, b) ?? []);
    const settled = storing(merged, wishes);
    if ('fault' in settled) throw new StoreFault(settled.fault);
    return rowsBetween(
      merged,
      applied(
        merged,
        settled.changes.map((c) => ({
          table: c.table,
          id: 'put' in c ? c.put.id : c.remove,
          ...('put' in c ? { after: c.put } : {}),
        })),
      ),
    );
  }

  /**
   * The whole household as it is kept in a backup: with where it comes from and when its rows were written; and the number of the
   * last writing.
   */
  async content(): Promise<Required<Content> & { revision: number }> {
    await this.wholeRead;
    return this.inTurn(async () => ({
      revision: this.revision,
      household: this.current,
      lineage: (await standingOf(this.db)).lineage,
      traces: await this.db.traces.toArray(),
    }));
  }

  /**
   * Takes a row away once everything has been read: until then nobody knows whether older years hold on to it.
   * @throws a fault that says what holds it
   */
  async remove(label: string, table: TableName, id: string): Promise<void> {
    await this.wholeRead;
    return this.commit(label, () => [{ table, remove: id }]);
  }

  /** Whether what is wanted asks for marks of years gone by that are not in memory yet. */
  private lacksRecords(now: Household, puts: readonly Change[]): boolean {
    return !this.whole && [...recordsTouched(now, puts)].length > 0;
  }

  /** Before years gone by have been read, the household with the old marks of those whose record the change touches. */
  private async withRecords(now: Household, puts: readonly Change[]): Promise<Household> {
    if (!this.lacksRecords(now, puts)) return now;
    const touched = [...recordsTouched(now, puts)];
    const here = new Set(now.marks.map((m) => m.id));
    const old = (await this.db.table('marks').where('enrolmentId').anyOf(touched).toArray()) as unknown as Mark[];
    return { ...now, marks: [...now.marks, ...old.filter((m) => !here.has(m.id))] };
  }

  /**
   * Stores what came from outside by itself (a fetched calendar): no step of the user's own, so undo passes it by. Rows
   * the user changes are never stored this way.
   */
  absorb(puts: Puts): Promise<void> {
    return this.inTurn(async () => {
      await this.writing(async (now) => {
        const made = await this.changesFor(typeof puts === 'function' ? puts(now) : puts);
        await this.store(made, 'after');
        if (made.length > 0) await stampChanges(this.db, made);
        return made;
      });
    });
  }

  /**
   * One transaction on the household as it is: where another tab has written meanwhile, what it wrote is taken in first. Memory
   * follows once it is on the disk, and the other tabs are told.
   * @param only where given, nothing but these tables is locked, and nothing is done where another tab has written
   * @returns whether it was done
   */
  private async writing(
    work: (now: Household, revision: number) => Promise<RowChange[]>,
    only?: readonly AnyTable[],
  ): Promise<boolean> {
    const done = await this.write(async () => {
      const noted = await this.noted();
      if (only && noted !== this.revision) return undefined;
      const caught = await this.catchUp(noted);
      const changes = await work(caught.household, caught.revision);
      if (changes.length === 0) return { ...caught, changes };
      const rev = caught.revision + 1;
      const [history] = await Promise.all([
        readHistory(this.db),
        this.db.journal.add({ rev, changes }),
        this.db.journal
          .where('rev')
          .below(rev - JOURNAL_LIMIT)
          .delete(),
        this.db.meta.put({ key: REVISION, value: rev }),
      ]);
      return { ...caught, changes, revision: rev, history };
    }, only);
    if (!done) return false;
    this.takeIn(done.caughtUp, done.household, done.revision);
    if (done.changes.length === 0) {
      // What another window wrote was taken in all the same: its message will be passed over, so it is told here.
      if (done.caughtUp?.length === 0) return true;
      this.history = await readHistory(this.db);
      this.notify();
      return true;
    }
    this.current = applied(done.household, done.changes);
    this.meanwhile?.push(...done.changes);
    this.history = done.history!;
    const { changes, revision: rev, history } = done;
    this.channel?.postMessage({ rev, changes, history: history! } satisfies Message);
    this.notify();
    return true;
  }

  /** Inside a transaction: the number of the last one that wrote. */
  private async noted(): Promise<number> {
    const noted = (await this.db.meta.get(REVISION))?.value;
    // A database made anew under an open page holds nothing of the household.
    if (typeof noted !== 'number' && (await this.db.settings.count()) === 0) throw new StoreFault(LOST);
    return typeof noted === 'number' ? noted : 0;
  }

  /** Inside a transaction: the household as it is on the disk, by what the journal says was written since memory was told. */
  private async catchUp(revision: number): Promise<{
    household: Household;
    revision: number;
    /** What memory lacks; undefined where everything was read anew. */
    caughtUp: RowChange[] | undefined;
    history?: HistoryState;
  }> {
    if (revision === this.revision) return { household: this.current, revision, caughtUp: [] };
    const missed = await this.db.journal.where('rev').above(this.revision).sortBy('rev');
    if (revision > this.revision && missed.length === revision - this.revision) {
      const changes = missed.flatMap((e) => e.changes);
      return { household: applied(this.current, changes), revision, caughtUp: changes };
    }
    return { household: (await this.db.read()) ?? this.current, revision, caughtUp: undefined };
  }

  private takeIn(caughtUp: readonly RowChange[] | undefined, household: Household, revision: number): void {
    this.current = household;
    this.revision = revision;
    if (caughtUp) this.meanwhile?.push(...caughtUp);
    else {
      this.meanwhile = undefined;
      this.whole = true;
    }
  }

  /** The rows before and after some puts; those that change nothing are left out. */
  private async changesFor(puts: readonly Put[]): Promise<RowChange[]> {
    const made: RowChange[] = [];
    const stored = new Map<string, Row | undefined>();
    const idOf = (p: Put) => ('put' in p ? p.put.id : p.remove);
    // A table at a time: a change may bring a thousand marks with it.
    for (const [table, own] of byTable(puts)) {
      const rows = await this.db.rows(table).bulkGet(own.map(idOf));
      own.forEach((p, i) => stored.set(`${table} ${idOf(p)}`, rows[i]));
    }
    for (const p of puts) {
      const id = idOf(p);
      const before = stored.get(`${p.table} ${id}`);
      const after = 'put' in p ? (p.put as unknown as Row) : undefined;
      if (same(before, after)) continue;
      made.push({ table: p.table, id, ...(before ? { before } : {}), ...(after ? { after } : {}) });
    }
    return made;
  }

  /** Takes back the last thing done. Returns its label; undefined when there is nothing to take back. */
  undo(): Promise<string | undefined> {
    return this.turn('undo');
  }

  /** Does again the last thing taken back. */
  redo(): Promise<string | undefined> {
    return this.turn('redo');
  }

  private turn(direction: 'undo' | 'redo'): Promise<string | undefined> {
    return this.inTurn(async () => {
      let label: string | undefined;
      await this.writing(async () => {
        const [from, to] = direction === 'undo' ? (['after', 'before'] as const) : (['before', 'after'] as const);
        const table = this.db.history.where('undone').equals(direction === 'undo' ? 0 : 1);
        const entry = await (direction === 'undo' ? table.last() : table.first());
        if (!entry) return [];
        for (const c of entry.changes) {
          const now = await this.db.rows(c.table).get(c.id);
          // A copy of something outside has followed it since; taking back what brought it in is no loss.
          if (c.table !== 'feeds' && !same(now, c[from])) {
            throw new StoreFault(
              `“${entry.label}” was changed since; it cannot be ${direction === 'undo' ? 'taken back' : 'done again'} as it was.`,
            );
          }
        }
        await this.store(entry.changes, to);
        await this.db.history.update(entry.n, { undone: direction === 'undo' ? 1 : 0 });
        label = entry.label;
        const turned = entry.changes.map(({ table, id, ...c }): RowChange => {
          const [before, after] = [c[from], c[to]];
          return { table, id, ...(before ? { before } : {}), ...(after ? { after } : {}) };
        });
        if (entry.merged) await this.turnMerge(entry.merged, to);
        else await stampChanges(this.db, turned);
        return turned;
      });
      return label;
    });
  }

  /** A merge taken back, or done again, puts the histories of its rows back as they were: it was no writing. */
  private async turnMerge(merged: NonNullable<HistoryEntry['merged']>, to: 'before' | 'after'): Promise<void> {
    const { traces } = this.db;
    const gone = merged.traces.filter((t) => !t[to]).map((t) => t.id);
    await traces.bulkDelete(gone);
    await traces.bulkPut(merged.traces.flatMap((t) => t[to] ?? []));
    const standing = await standingOf(this.db);
    await putStanding(this.db, { ...standing, lineage: backTo(merged[to], standing) });
  }

  /**
   * Puts another household in place of this one, whole or not at all; the old one is kept as a copy if wanted. An earlier state of
   * this household goes its own way from now on (a new epoch); another one is taken over as it is, so that it can be merged with
   * the device it came from.
   */
  async replace(
    content: Content,
    today: IsoDate,
    why: string,
    { keep, at, same: epoch = 'new' }: { keep: boolean; at?: string; same?: 'new' | 'theirs' },
  ): Promise<void> {
    await this.wholeRead;
    return this.inTurn(async () => {
      const { household } = content;
      const standing = await standingOf(this.db);
      const text = keep
        ? writeBackup({
            asOf: today,
            household: this.current,
            lineage: standing.lineage,
            traces: await this.db.traces.toArray(),
          })
        : '';
      const given = content.lineage ?? lineageOf(household);
      const again = given.household === standing.lineage.household && epoch === 'new';
      const lineage: Lineage = again ? { ...given, epoch: freshName() } : given;
      await this.write(async () => {
        if (keep) await this.db.kept.add({ date: today, ...(at ? { at } : {}), why, text } as KeptCopy);
        await Promise.all(this.db.householdTables().map((t) => t.clear()));
        await this.db.history.clear();
        await this.db.journal.clear();
        await putAll(this.db, content);
        await putStanding(this.db, { ...standing, lineage });
        const noted = (await this.db.meta.get(REVISION))?.value;
        const rev = Math.max(this.revision, typeof noted === 'number' ? noted : 0) + 1;
        await this.db.meta.put({ key: REVISION, value: rev });
        this.revision = rev;
      });
      this.current = household;
      this.replaced++;
      this.history = {};
      this.whole = true;
      this.channel?.postMessage({ reload: true } satisfies Message);
      this.notify();
    });
  }

  /** Copies put aside by `replace`, newest first; those past their days are thrown away. */
  async keptCopies(today: IsoDate): Promise<KeptCopy[]> {
    const old = fromDay(toDay(today) - KEPT_DAYS);
    await this.write(() => this.db.kept.filter((c) => c.date < old).delete());
    return this.db.kept.orderBy('n').reverse().toArray();
  }

  /** Every text of this household that may name a picture: its samples now, what can be undone, the copies put aside. */
  async namingPictures(): Promise<string[]> {
    const [history, kept] = await Promise.all([this.db.history.toArray(), this.db.kept.toArray()]);
    return [JSON.stringify(this.current.samples), ...history.map((h) => JSON.stringify(h)), ...kept.map((c) => c.text)];
  }

  /** A value beside the household that is no part of it (when the sample was made, when the last backup was). */
  async note(key: string): Promise<unknown> {
    return (await this.db.meta.get(key))?.value;
  }
  setNote(key: string, value: unknown): Promise<void> {
    return this.changeNote(key, () => value);
  }
  /** Changes such a value from what it is by then, other windows' changes included. */
  async changeNote(key: string, change: (was: unknown) => unknown): Promise<void> {
    if (this.lost) throw new StoreFault(this.lost);
    const { meta } = this.db;
    await this.db.transaction('rw', meta, async () => meta.put({ key, value: change((await meta.get(key))?.value) }));
  }

  private async store(changes: readonly RowChange[], side: 'before' | 'after'): Promise<void> {
    for (const [table, own] of byTable(changes)) {
      const put = own.flatMap((c) => c[side] ?? []);
      const gone = own.filter((c) => !c[side]).map((c) => c.id);
      if (gone.length > 0) await this.db.rows(table).bulkDelete(gone);
      if (put.length > 0) await this.db.rows(table).bulkPut(put);
    }
  }

  private async write<T>(work: () => PromiseLike<T>, only?: readonly AnyTable[]): Promise<T> {
    if (this.lost) throw new StoreFault(this.lost);
    try {
      const { db } = this;
      // Whether the household is still there shows in its settings, which are always within reach.
      const tables = only ? [db.settings, ...only.map((t) => db.rows(t))] : [...db.householdTables(), db.kept];
      return await db.transaction('rw', [...tables, db.history, db.meta, db.journal, db.traces], work);
    } catch (error) {
      if (error instanceof StoreFault) {
        if (error.message === LOST) this.lose();
        throw error;
      }
      if (String((error as Error)?.name).includes('DatabaseClosed') && !this.closed) {
        this.lose();
        throw new StoreFault(LOST);
      }
      const full = String((error as Error)?.name).includes('Quota') || String(error).includes('Quota');
      throw new StoreFault(
        full
          ? 'The browser has no room left to store this. Nothing was changed: make a backup, then free some space.'
          : `This could not be stored, and nothing was changed (${(error as Error)?.message ?? 'unknown reason'}).`,
      );
    }
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const next = this.queue.then(work, work);
    this.queue = next.catch(() => undefined);
    return next;
  }

  /** Takes in what another tab wrote, in its turn: what is older than memory is passed over, a gap is read from the disk. */
  private follow(message: Message): Promise<void> {
    return this.inTurn(async () => {
      if (this.closed || this.lost) return;
      if ('rev' in message && message.rev <= this.revision) return;
      if ('rev' in message && message.rev === this.revision + 1) {
        this.takeIn(message.changes, applied(this.current, message.changes), message.rev);
        this.history = message.history;
      } else {
        if ('reload' in message) this.replaced++;
        const { db } = this;
        const caught = await db.transaction('r', [...db.householdTables(), db.meta, db.journal], async () =>
          this.catchUp(await this.noted()),
        );
        this.takeIn(caught.caughtUp, caught.household, caught.revision);
        this.history = await readHistory(db);
      }
      this.notify();
    }).catch(() => undefined);
  }

  private notify(): void {
    for (const listener of this.listeners) listener();
  }
}

async function readHistory(db: Database): Promise<HistoryState> {
  const undo = await db.history.where('undone').equals(0).last();
  const redo = await db.history.where('undone').equals(1).first();
  return { ...(undo ? { undo: undo.label } : {}), ...(redo ? { redo: redo.label } : {}) };
}

/** A household's first rows, and the number of its first transaction. */
async function fill(db: Database, content: Content): Promise<void> {
  await db.transaction('rw', [...db.householdTables(), db.meta, db.traces], async () => {
    await putAll(db, content);
    await db.meta.put({ key: REVISION, value: 1 });
    await putStanding(db, { ...(await standingOf(db)), ...(content.lineage ? { lineage: content.lineage } : {}) });
  });
}

async function putAll(db: Database, { household, traces = [] }: Content): Promise<void> {
  await db.settings.put(household.settings);
  for (const t of TABLES) await db.rows(t).bulkPut(household[t] as unknown as Row[]);
  await db.traces.clear();
  await db.traces.bulkPut([...traces]);
}

/** Of a file of before lineages were kept: worked out from what it holds, whatever the date on which it was written. */
export const lineageOf = (household: Household): Lineage => lineageFrom(writeBackup({ asOf: '2000-01-01', household }));
