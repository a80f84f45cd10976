import { Toggle } from '@radix-ui/react-toggle';
import type { Fact } from '../../core/household';
import { type GridKind, gridOf } from '../../core/practice';
import { tip } from '../ui/tip';

/** A grid of facts, each chosen by a press; a row’s or a column’s head chooses all of it, or lets all of it go. */
export function FactGrid({
  kind,
  chosen,
  choose,
}: {
  kind: GridKind;
  chosen: ReadonlySet<string>;
  choose: (facts: readonly Fact[], into: boolean) => void;
}) {
  const { rows, columns, fact } = gridOf(kind);
  const all = (cells: readonly (Fact | undefined)[]) => {
    const facts = cells.filter((f) => f !== undefined);
    choose(facts, !facts.every((f) => chosen.has(f.ask)));
  };
  const row = (r: number) => columns.map((_, c) => fact(r, c));
  const column = (c: number) => rows.map((_, r) => fact(r, c));
  const head = 'press min-h-[36px] min-w-[36px] cursor-pointer px-1 font-semibold';
  // Letters need no head: they have neither rows nor columns that mean anything.
  const headed = kind !== 'letters';
  return (
    <div className="max-h-96 overflow-auto border border-edge" tabIndex={0} role="group" aria-label="The facts">
      <table className="border-collapse text-center tabular-nums">
        {headed && (
          <thead>
            <tr>
              <td />
              {columns.map((name, c) => (
                <th key={name} scope="col" className="sticky top-0 bg-sheet">
                  <button
                    type="button"
                    className={head}
                    aria-label={`All with ${name} across`}
                    onClick={() => all(column(c))}
                  >
                    {name}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
        )}
        <tbody>
          {rows.map((name, r) => (
            <tr key={name}>
              {headed && (
                <th scope="row" className="sticky left-0 bg-sheet">
                  <button
                    type="button"
                    className={head}
                    aria-label={`All with ${name} down`}
                    onClick={() => all(row(r))}
                  >
                    {name}
                  </button>
                </th>
              )}
              {row(r).map((f, c) => (
                <td key={c} className="border border-rule p-0">
                  {f && (
                    <Toggle
                      pressed={chosen.has(f.ask)}
                      aria-label={f.ask}
                      {...tip(f.ask)}
                      className={`h-[36px] min-w-[36px] cursor-pointer px-1 text-aside ${chosen.has(f.ask) ? 'bg-ink text-sheet' : 'text-soft'}`}
                      onPressedChange={(on) => choose([f], on)}
                    >
                      {f.answer}
                    </Toggle>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
