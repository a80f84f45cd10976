/** Where a shown value finds what it shows. */
const SOURCE = Symbol('source');
interface Shown {
  [SOURCE]: { now: object; read: Set<string> };
}

const parts = new Map<string, PropertyDescriptor>();
/** A part that notes that it is read, and is from then on what it was. */
function partOf(key: string): PropertyDescriptor {
  let part = parts.get(key);
  if (!part) {
    part = {
      configurable: true,
      enumerable: true,
      get(this: Shown): unknown {
        const { now, read } = this[SOURCE];
        const value: unknown = Reflect.get(now, key);
        read.add(key);
        Object.defineProperty(this, key, { value, enumerable: true });
        return value;
      },
    };
    parts.set(key, part);
  }
  return part;
}

/**
 * A value of named parts as one reader sees it: which parts are read is noted, and while none of those changes it stays the same
 * object, so that nobody is drawn anew, and nothing is worked out anew, for what it never looked at. A part that was not read yet is,
 * when it is read at last, what it is by then; an object given out before a change of what was read stays what it was. Every value has
 * the parts that the first one has.
 */
export class Noted<T extends object> {
  private readonly read = new Set<string>();
  private source: Shown[typeof SOURCE];
  private shown: T;

  constructor(now: T) {
    this.source = { now, read: this.read };
    this.shown = this.show(now);
  }

  private show(now: T): T {
    this.source = { now, read: this.read };
    const shown = Object.defineProperty({}, SOURCE, { value: this.source });
    for (const key of Object.keys(now)) Object.defineProperty(shown, key, partOf(key));
    return shown as T;
  }

  /** The value, given as it is now. */
  of(next: T): T {
    const { now } = this.source;
    if (next === now) return this.shown;
    for (const key of this.read) {
      if (!Object.is(Reflect.get(next, key), Reflect.get(now, key))) return (this.shown = this.show(next));
    }
    this.source.now = next;
    return this.shown;
  }
}

/** A value outside the pages that changes; who listens is told when it has. */
export class Told<T extends object> {
  private readonly listeners = new Set<() => void>();

  constructor(private now: T) {}

  get = (): T => this.now;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Takes in what has changed of it; nobody hears of what is as it was. */
  tell(parts: Partial<T>): void {
    const changed = (Object.keys(parts) as (keyof T)[]).some((key) => !Object.is(parts[key], this.now[key]));
    if (!changed) return;
    this.now = { ...this.now, ...parts };
    for (const listener of this.listeners) listener();
  }
}
