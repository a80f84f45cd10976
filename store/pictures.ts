import Dexie, { type EntityTable } from 'dexie';
import { fromDay, type IsoDate, toDay } from '../core/calendar';
import { databaseName, type Which } from './choice';

interface Stored {
  name: string;
  /** The date on which it was put here. */
  put: IsoDate;
  bytes: ArrayBuffer;
}
/** Days for which a picture that nothing names any more is kept; what was done within them can still be undone. */
const UNNAMED_DAYS = 30;

/**
 * The pictures beside a household, each once under the hash of its bytes. They are put here before the row that names them is
 * written, and thrown away long after the last thing that named them, so a row never names what is not there.
 */
export class Pictures {
  private readonly db: Dexie & { pictures: EntityTable<Stored, 'name'> };

  constructor(which: Which) {
    this.db = new Dexie(`${databaseName(which)}-pictures`) as typeof this.db;
    this.db.version(1).stores({ pictures: 'name, put' });
  }

  /** Keeps a picture; the name under which it lies. */
  async put(picture: Blob, today: IsoDate): Promise<string> {
    const bytes = await picture.arrayBuffer();
    // Not the browser’s own: over plain HTTP it has none.
    const [{ sha256 }, { bytesToHex }] = await Promise.all([
      import('@noble/hashes/sha2.js'),
      import('@noble/hashes/utils.js'),
    ]);
    const name = `sha256-${bytesToHex(sha256(new Uint8Array(bytes)))}`;
    // Put anew where it is already: what is named again from today on is not thrown away tonight.
    await this.db.pictures.put({ name, put: today, bytes });
    return name;
  }

  /** Keeps pictures whose names were worked out from their bytes already (where a file of them was read). */
  async putNamed(pictures: readonly { name: string; picture: Blob }[], today: IsoDate): Promise<void> {
    for (const { name, picture } of pictures)
      await this.db.pictures.put({ name, put: today, bytes: await picture.arrayBuffer() });
  }

  /** A picture by its name; undefined where it is not on this device. */
  async get(name: string): Promise<Blob | undefined> {
    const stored = await this.db.pictures.get(name);
    return stored && new Blob([stored.bytes], { type: 'image/jpeg' });
  }

  /** Throws away what has been here for longer than anything can be undone, and is named by none of the texts. */
  async tidy(today: IsoDate, texts: readonly string[]): Promise<void> {
    const named = new Set(texts.flatMap((t) => t.match(/sha256-[0-9a-f]{64}/g) ?? []));
    const before = fromDay(toDay(today) - UNNAMED_DAYS);
    // By their keys alone: the pictures themselves may be hundreds of megabytes.
    const old = await this.db.pictures.where('put').below(before).primaryKeys();
    await this.db.pictures.bulkDelete(old.filter((name) => !named.has(name)));
  }

  close(): void {
    this.db.close();
  }
}

const open = new Map<Which, Pictures>();
/** The pictures of one of the two households. */
export function picturesOf(which: Which): Pictures {
  let own = open.get(which);
  if (!own) open.set(which, (own = new Pictures(which)));
  return own;
}
