import { BUDGET_PRICES } from './budget';
import type { LinearSolver } from './master';
import { type Model, lengthOf } from './model';

/**
 * Who takes what, in fractions: without rest, days in a row and the weekly rest, which the weeks that are found at its
 * prices keep all the same. Far smaller than with them, and its prices serve as well. To be disposed of.
 */
class LightProgram {
  private readonly program: ReturnType<LinearSolver['createModel']>;
  /** Rows of segments come first, then the budget's. */
  private readonly segments: number;

  constructor(
    model: Model,
    private readonly highs: LinearSolver,
  ) {
    const { segments, workers, options, weights, left } = model;
    this.segments = segments.length + BUDGET_PRICES;
    const [cost, upper]: [number[], number[]] = [[], []];
    const column = (itsCost: number, most: number) => {
      cost.push(itsCost);
      upper.push(most);
      return cost.length - 1;
    };
    const [starts, indices, values]: [number[], number[], number[]] = [[0], [], []];
    const [low, high]: [number[], number[]] = [[], []];
    const row = (least: number, most: number, columns: readonly number[], factor?: (i: number) => number) => {
      columns.forEach((one, i) => {
        indices.push(one);
        values.push(factor ? factor(i) : 1);
      });
      starts.push(indices.length);
      low.push(least);
      high.push(most);
    };
    const takers: number[][] = options.map(() => []);
    const all = workers.map(({ choices }) =>
      choices.flat().map(({ option, cost: itsCost, pay }) => {
        const made = column(itsCost, 1);
        takers[option].push(made);
        return { option, pay, column: made };
      }),
    );
    const missing = segments.map((segment) => column(lengthOf(segment) * weights.missing, segment.need));
    // How many take an option in all: rows of coverage stay short by it.
    const taken = options.map((_, option) => column(0, takers[option].length));
    const covering: number[][] = segments.map(() => []);
    options.forEach(({ own, all }, option) => {
      for (const [from, to] of [own, all]) for (let i = from; i < to; i++) covering[i].push(taken[option]);
    });
    segments.forEach(({ need }, i) => row(need, highs.infinity, [...covering[i], missing[i]]));
    const cells = all.flat();
    const budget = (limit: number, weight: number, of: (cell: (typeof cells)[number]) => number) => {
      const its = limit === Infinity ? [] : cells;
      row(-limit, highs.infinity, [...its.map((cell) => cell.column), column(weight, highs.infinity)], (i) =>
        i < its.length ? -of(its[i]) : 1,
      );
    };
    budget(left.minutes, weights.overMinute, ({ option }) => options[option].span.resolved.paid);
    budget(left.pay, weights.overPay, ({ pay }) => pay);
    options.forEach((_, option) =>
      row(0, 0, [...takers[option], taken[option]], (i) => (i < takers[option].length ? 1 : -1)),
    );
    for (const worker of workers) {
      const cells = all[worker.index];
      if (cells.length === 0) continue;
      let next = 0;
      for (const { length } of worker.choices) {
        const day = cells.slice(next, (next += length)).map((cell) => cell.column);
        if (day.length > 1) row(-highs.infinity, 1, day);
      }
      const columns = cells.map((cell) => cell.column);
      const paid = (i: number) => options[cells[i].option].span.resolved.paid;
      if (worker.mostPaid < Infinity)
        row(-highs.infinity, Math.max(0, worker.mostPaid - worker.paid), columns, paid);
      if (worker.contract !== null) {
        const open = worker.contract - worker.paidHere;
        const [under, over] = [column(weights.under, highs.infinity), column(weights.over, highs.infinity)];
        row(open, open, [...columns, under, over], (i) =>
          i < columns.length ? paid(i) : i === columns.length ? 1 : -1,
        );
      }
      if (worker.overtimeFrom < Infinity && worker.overtimeCost * weights.pay > 0) {
        const beyond = column(worker.overtimeCost * weights.pay, highs.infinity);
        row(-highs.infinity, worker.overtimeFrom - worker.plain, [...columns, beyond], (i) =>
          i < columns.length ? paid(i) : -1,
        );
      }
    }
    this.program = highs.createModel({
      ...{ numCols: cost.length, numRows: low.length },
      ...{ colCost: Float64Array.from(cost), colLower: new Float64Array(cost.length) },
      colUpper: Float64Array.from(upper),
      ...{ rowLower: Float64Array.from(low), rowUpper: Float64Array.from(high) },
      matrix: {
        ...{ format: 'csr', numRows: low.length, numCols: cost.length },
        ...{ starts: Int32Array.from(starts), indices: Int32Array.from(indices) },
        values: Float64Array.from(values),
      },
    });
    this.program.options.set({ output_flag: false });
  }

  /** Prices of the segments where it is at its best. Throws where there is no such. */
  prices(): Float64Array {
    this.program.run();
    const { rowDual } = this.program.getSolution();
    const status = this.program.getModelStatus();
    if (status !== this.highs.constants.modelStatus.optimal || !rowDual)
      throw new Error(`who takes what was not found: ${status}`);
    return Float64Array.from(rowDual.slice(0, this.segments));
  }

  dispose(): void {
    this.program.dispose();
  }
}

/** Prices of the segments from the light program. */
export function lightPrices(model: Model, highs: LinearSolver): Float64Array {
  const program = new LightProgram(model, highs);
  try {
    return program.prices();
  } finally {
    program.dispose();
  }
}
