import type { Remote } from 'comlink';
import { type Household, type Patch, patchOf, piecesOf, type TableName } from '../core/household';
import type { Plan } from '../core/stagger';
import { type Heard, hear } from './once';

/** Rows told at one go: more would hold up the page while they are copied. */
const MOST_ROWS = 4000;

/** What a worker has to answer that is told of the household. */
interface Knowing {
  know(patch: Patch): void;
}

/**
 * A worker that stays and knows the household: with each question it is told what has changed since the one before it, and not all marks of
 * ten years again. One that broke is followed by another, which knows nothing yet.
 */
export class Informed<W extends Knowing> {
  private heard: Heard<W> | undefined;
  private known: { household?: Household; plan?: Plan } = {};
  private line: Promise<unknown> = Promise.resolve();

  /** @param tables what it is told of */
  constructor(
    private readonly make: () => Worker,
    private readonly tables: readonly TableName[],
  ) {}

  /** It may be fetched before there is anything to ask. */
  open(): Heard<W> {
    this.heard ??= hear<W>(this.make(), () => {
      this.heard = undefined;
      this.known = {};
    });
    return this.heard;
  }

  /**
   * Asks in turn: each question goes with the last of what has changed since the one before it, whose answer it does not wait for.
   * @param call `by`: the plan, where it is not the one that was told last
   * @param wanted whether it is to be asked still, once its turn has come
   * @returns the answer; undefined where it was no longer wanted
   */
  async ask<T>(
    household: Household,
    plan: Plan | undefined,
    call: (remote: Remote<W>, patch: Patch, by: Plan | undefined) => Promise<unknown>,
    wanted: () => boolean = () => true,
  ): Promise<T | undefined> {
    const turn = this.line.then(async () => {
      if (!wanted()) return undefined;
      const mind = this.open();
      const { pieces, by } = this.news(household, plan);
      const patch = pieces.pop()!;
      for (const piece of pieces)
        await mind.ask((r) => (r as unknown as { know(p: Patch): Promise<void> }).know(piece));
      return { told: mind.ask<T>((r) => call(r, patch, by)) };
    });
    this.line = turn.catch(() => undefined);
    return (await turn)?.told;
  }

  /** What it does not know yet, in pieces, and the plan where it is another; from now on it counts as known. */
  private news(held: Household, plan: Plan | undefined): { pieces: Patch[]; by: Plan | undefined } {
    // As it is at this moment: the page's own follows, in what it has not read yet, what is stored.
    const household = { ...held };
    const pieces = piecesOf(patchOf(this.known.household, household, this.tables), MOST_ROWS);
    const by = plan === this.known.plan ? undefined : plan;
    this.known = { ...this.known, household, ...(plan ? { plan } : {}) };
    return { pieces, by };
  }

  end(): void {
    this.heard?.end();
  }
}
