import { type Household, type Patch, patchOf, piecesOf, type TableName } from '../core/household';
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
  private known: Household | undefined;
  private line: Promise<unknown> = Promise.resolve();

  /** @param tables what it is told of */
  constructor(
    private readonly make: () => Worker,
    private readonly tables: readonly TableName[],
  ) {}

  open(): Heard<W> {
    this.heard ??= hear<W>(this.make(), () => (this.heard = this.known = undefined));
    return this.heard;
  }

  /**
   * Asks in turn, one question behind the other: the last of what has changed goes with the question.
   * @param ask what it gives is not waited for before the next question is told, if it stands in an object
   * @param wanted whether it is to be asked still, once its turn has come
   */
  inTurn<T extends object | void>(
    household: Household,
    ask: (mind: Heard<W>, patch: Patch) => T,
    wanted: () => boolean = () => true,
  ): Promise<T | undefined> {
    const turn = this.line.then(async () => {
      if (!wanted()) return undefined;
      const mind = this.open();
      return ask(mind, await this.tellMost(mind, household));
    });
    this.line = turn.catch(() => undefined);
    return turn;
  }

  /** Tells what has changed since it was told last, in pieces, but for the last of them. */
  private async tellMost(mind: Heard<W>, held: Household): Promise<Patch> {
    // As it is at this moment: the page's own follows, in what it has not read yet, what is stored.
    const household = { ...held };
    const pieces = piecesOf(patchOf(this.known, household, this.tables), MOST_ROWS);
    this.known = household;
    const patch = pieces.pop()!;
    for (const piece of pieces) await mind.ask((r) => (r as unknown as { know(p: Patch): Promise<void> }).know(piece));
    return patch;
  }

  end(): void {
    this.heard?.end();
  }
}
