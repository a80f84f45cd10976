/** So many values under their keys as were kept or asked for last; of older ones nothing is known any more. */
export class Recent<T> {
  private readonly held = new Map<string, T>();

  /** `most`: how many are kept, one at least. */
  constructor(private readonly most: number) {}

  get(key: string): T | undefined {
    return this.held.get(key);
  }

  /** Keeps a value as the newest, in the place of what stood under its key. */
  keep(key: string, value: T): void {
    this.held.delete(key);
    this.held.set(key, value);
    for (const oldest of this.held.keys()) {
      if (this.held.size <= this.most) return;
      this.held.delete(oldest);
    }
  }
}
