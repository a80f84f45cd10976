import type { Browser, BrowserContext, BrowserContextOptions } from '@playwright/test';

type Rows = Record<string, [IDBValidKey, unknown][]>;
const SAMPLE = 'olden-primer-sample';

/**
 * One browser context for many tests, put back to what it began with after each: what the browser has compiled and fetched once
 * it need not compile and fetch again. Where the sample’s store is no longer what it was (a test took it away), a new one is made.
 */
export class Shared {
  private held: BrowserContext | undefined;
  private first: Rows | undefined;
  private local: Record<string, string> = {};

  constructor(
    private readonly browser: Browser,
    private readonly options: BrowserContextOptions,
  ) {}

  async context(): Promise<BrowserContext> {
    if (!this.held) {
      this.held = await this.browser.newContext(this.options);
      const page = await this.held.newPage();
      await page.goto('/icon.svg');
      this.first ??= (await page.evaluate(readAll as (name: string) => Promise<unknown>, SAMPLE)) as Rows;
      this.local = JSON.parse(await page.evaluate(() => JSON.stringify(localStorage))) as Record<string, string>;
      await page.close();
    }
    return this.held;
  }

  /** Everything as it was at the start: no page open, the sample untouched, no household of one's own, no notes. */
  async putBack(): Promise<void> {
    const context = this.held;
    if (!context) return;
    for (const page of context.pages()) await page.close();
    await context.clearPermissions();
    const page = await context.newPage();
    await page.goto('/icon.svg');
    const given: unknown = { name: SAMPLE, rows: this.first, local: this.local };
    const whole = await page.evaluate<boolean, unknown>(putAll as (given: unknown) => Promise<boolean>, given);
    if (whole) await page.close();
    else await this.close();
  }

  async close(): Promise<void> {
    await this.held?.close();
    this.held = undefined;
  }
}

/** All rows of a database, by store, with their keys. */
function readAll(name: string): Promise<Rows> {
  return new Promise((resolve, reject) => {
    const open = indexedDB.open(name);
    open.onerror = () => reject(open.error!);
    open.onsuccess = () => {
      const db = open.result;
      const found: Rows = {};
      const tx = db.transaction([...db.objectStoreNames]);
      for (const store of db.objectStoreNames) {
        const rows: [IDBValidKey, unknown][] = (found[store] = []);
        tx.objectStore(store).openCursor().onsuccess = (e) => {
          const cursor = (e.target as IDBRequest<IDBCursorWithValue | null>).result;
          if (!cursor) return;
          rows.push([cursor.primaryKey, cursor.value]);
          cursor.continue();
        };
      }
      tx.oncomplete = () => {
        db.close();
        resolve(found);
      };
    };
  });
}

/** Puts a database back to those rows and forgets everything else; false where the database is not what it was. */
function putAll({ name, rows, local }: { name: string; rows: Rows; local: Record<string, string> }): Promise<boolean> {
  localStorage.clear();
  sessionStorage.clear();
  for (const [key, value] of Object.entries(local)) localStorage.setItem(key, value);
  return new Promise((resolve) => {
    const gone = indexedDB.deleteDatabase('olden-primer-own');
    gone.onerror = gone.onblocked = () => resolve(false);
    gone.onsuccess = () => {
      const open = indexedDB.open(name);
      open.onerror = open.onupgradeneeded = () => resolve(false);
      open.onsuccess = () => {
        const db = open.result;
        if (db.objectStoreNames.length !== Object.keys(rows).length) return resolve(false);
        const tx = db.transaction(Object.keys(rows), 'readwrite', { durability: 'relaxed' });
        for (const [store, list] of Object.entries(rows)) {
          const table = tx.objectStore(store);
          table.clear();
          for (const [key, value] of list) table.put(value, ...(table.keyPath === null ? [key] : []));
        }
        tx.onerror = () => resolve(false);
        tx.oncomplete = () => {
          db.close();
          resolve(true);
        };
      };
    };
  });
}
