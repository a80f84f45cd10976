import type { Browser, BrowserContext, BrowserContextOptions, Page } from '@playwright/test';
import { tellFrames } from './pulse';

/** What the keeper's window holds. */
interface Held {
  rows: Rows;
}
/** What is noted beside the database. */
type Notes = [string, string][];
type Rows = Record<string, [IDBValidKey, unknown][]>;
const SAMPLE = 'olden-primer-sample';

/**
 * One browser context for many tests, put back to what it began with after each: what the browser has compiled and fetched once
 * it need not compile and fetch again. A page of its own holds what there was at the start, so that nothing of it need travel.
 * Where the sample’s store is no longer what it was (a test took it away), a new one is made.
 */
export class Shared {
  private held: { context: BrowserContext; keeper: Page; local: Notes; page?: Page } | undefined;

  constructor(
    private readonly browser: Browser,
    private readonly options: BrowserContextOptions,
  ) {}

  async context(): Promise<BrowserContext> {
    if (!this.held) {
      const context = await this.browser.newContext(this.options);
      await tellFrames(context);
      const keeper = await context.newPage();
      await keeper.goto('/icon.svg');
      const local = await keeper.evaluate(readAll, SAMPLE);
      this.held = { context, keeper, local };
    }
    return this.held.context;
  }

  owns(context: BrowserContext): boolean {
    return this.held?.context === context;
  }

  /** The one page that tests use in turn: a browser that has the program compiled need not compile it again. */
  async page(): Promise<Page> {
    const context = await this.context();
    const held = this.held!;
    if (!held.page) {
      const page = (held.page = await context.newPage());
      // What cannot be taken off a page again ends it.
      for (const name of ['addInitScript', 'route', 'exposeFunction', 'exposeBinding'] as const) {
        const own = page[name].bind(page) as (...args: unknown[]) => Promise<unknown>;
        Object.assign(page, {
          [name]: (...args: unknown[]) => {
            if (held.page === page) delete held.page;
            return own(...args);
          },
        });
      }
    }
    return held.page;
  }

  /** Everything as it was at the start: no page open, the sample untouched, no household of one's own, no notes. */
  async putBack(): Promise<void> {
    if (!this.held) return;
    const { context, keeper, local, page } = this.held;
    await Promise.all(context.pages().map((p) => (p === keeper || p === page ? undefined : p.close())));
    await context.clearPermissions();
    if (page && !page.isClosed()) {
      page.removeAllListeners();
      // The app is left, so that nothing of it writes any more.
      await page.goto('/icon.svg');
      // Here and not by the keeper alone: what one window notes comes to another only after a while.
      await page.evaluate(putNotes, local);
      await page.emulateMedia({ media: null, colorScheme: null, reducedMotion: null, contrast: null });
      await page.setViewportSize(this.options.viewport!);
    } else delete this.held.page;
    await keeper.evaluate(putNotes, local);
    if (!(await keeper.evaluate(putAll, SAMPLE))) await this.close();
  }

  async close(): Promise<void> {
    await this.held?.context.close();
    this.held = undefined;
  }
}

/** Takes all rows of a database, by store, with their keys, into the window; gives the notes beside it. */
function readAll(name: string): Promise<Notes> {
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
        Object.assign(window, { held: { rows: found } satisfies Held });
        resolve(Object.entries(localStorage));
      };
    };
  });
}

/** Notes what there was at the start and nothing else. */
function putNotes(notes: Notes): void {
  localStorage.clear();
  sessionStorage.clear();
  for (const [key, value] of notes) localStorage.setItem(key, value);
}

/** Puts a database back to what the window holds and forgets one’s own; false where the database is not what it was. */
function putAll(name: string): Promise<boolean> {
  const { rows } = (window as unknown as { held: Held }).held;
  return new Promise((resolve) => {
    const gone = indexedDB.deleteDatabase('olden-primer-own');
    gone.onerror = gone.onblocked = () => resolve(false);
    gone.onsuccess = () => {
      const open = indexedDB.open(name);
      open.onerror = open.onupgradeneeded = () => resolve(false);
      open.onsuccess = () => {
        const db = open.result;
        if (db.objectStoreNames.length !== Object.keys(rows).length) return resolve(false);
        // Only rows that are no longer what they were are written: to put them all costs the browser half a second.
        const text = (v: unknown) =>
          JSON.stringify(v, (_, part: unknown) => (part instanceof Blob ? `${part.size} bytes of ${part.type}` : part));
        const put = (stores: string[]) => {
          const tx = db.transaction(stores, 'readwrite', { durability: 'relaxed' });
          for (const store of stores) {
            const table = tx.objectStore(store);
            const keys = table.getAllKeys();
            const values = table.getAll() as IDBRequest<unknown[]>;
            values.onsuccess = () => {
              const now = new Map(keys.result.map((key, i) => [text(key), { key, value: text(values.result[i]) }]));
              for (const [key, value] of rows[store]!) {
                const found = now.get(text(key));
                now.delete(text(key));
                if (found?.value !== text(value)) table.put(value, ...(table.keyPath === null ? [key] : []));
              }
              for (const { key } of now.values()) table.delete(key);
            };
          }
          tx.onerror = () => resolve(false);
          tx.oncomplete = () => {
            db.close();
            resolve(true);
          };
        };
        // Where no deed was stored nothing but notes can differ: every deed raises the revision.
        const looked = db.transaction('meta').objectStore('meta').getAll() as IDBRequest<{ key: string }[]>;
        looked.onsuccess = () => {
          const revision = (list: { key: string }[]) => text(list.find((m) => m.key === 'revision'));
          const first = rows['meta']!.map(([, value]) => value as { key: string });
          put(revision(looked.result) === revision(first) ? ['meta'] : Object.keys(rows));
        };
      };
    };
  });
}
