import type { Highs } from 'highs';
import type { LinearProgram } from '../core/stagger';

/** A linear program kept in the solver, so that what is added to it is solved on from where it stood. */
export function programOf(highs: Highs): LinearProgram {
  const model = highs.createModel();
  const limit = (x: number) => (Number.isFinite(x) ? x : Math.sign(x) * highs.infinity);
  model.options.set({ output_flag: false, solver: 'simplex', presolve: 'off' });
  let rowed = false;
  return {
    addRow(lower, upper, indices, values) {
      rowed = true;
      model.addRow(limit(lower), limit(upper), { indices, values });
    },
    addColumn(cost, upper, indices, values) {
      model.addCol(cost, 0, limit(upper), { indices, values });
    },
    solve() {
      // After a new row what stood is still right for the dual method, after new columns for the primal one.
      model.options.set({ simplex_strategy: rowed ? DUAL : PRIMAL });
      rowed = false;
      model.run();
      const { colValue, rowDual } = model.getSolution();
      return { value: model.getObjectiveValue(), columns: colValue, duals: rowDual };
    },
    another: () => programOf(highs),
    end: () => model.dispose(),
  };
}

/** The solver’s own numbers for its two methods. */
const DUAL = 1;
const PRIMAL = 4;
