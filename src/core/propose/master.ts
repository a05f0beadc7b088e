import loadHighs, { type Highs, type Model as LinearProgram } from 'highs';
import type { PersonWeek } from './person-week';
import { BUDGET_PRICES } from './budget';
import { type Model, lengthOf } from './model';

/** What solves linear programs. */
export type LinearSolver = Highs;

let loaded: Promise<Highs> | null = null;

/** The solver of linear programs, made ready once in a thread. */
export function linearSolver(): Promise<LinearSolver> {
  return (loaded ??= loadHighs());
}

/** A week of somebody that can be chosen, with the number of its column. */
export interface Column {
  readonly worker: number;
  readonly week: PersonWeek;
  readonly column: number;
}

/** What the relaxed choice comes to: prices of segments and of people, and how much of each column is chosen. */
export interface Relaxed {
  readonly objective: number;
  readonly prices: Float64Array;
  readonly own: Float64Array;
  readonly chosen: Float64Array;
}

/**
 * The choice of one week for each person among those that are known, in fractions: a row for each segment, of who is on
 * or missing, and one for each person. To be disposed of.
 */
export class Master {
  readonly columns: Column[] = [];
  private readonly seen: Set<string>[];
  private readonly program: LinearProgram;

  constructor(
    private readonly model: Model,
    private readonly highs: LinearSolver,
  ) {
    const { segments, workers, weights, left } = model;
    const own = segments.length + BUDGET_PRICES;
    const [rows, columns] = [own + workers.length, own];
    const none = -highs.infinity;
    this.seen = workers.map(() => new Set());
    this.program = highs.createModel({
      numCols: columns,
      numRows: rows,
      colCost: Float64Array.from([
        ...segments.map((segment) => lengthOf(segment) * weights.missing),
        ...[weights.overMinute, weights.overPay],
      ]),
      colLower: new Float64Array(columns),
      colUpper: Float64Array.from([...segments.map(({ need }) => need), highs.infinity, highs.infinity]),
      rowLower: Float64Array.from([
        ...segments.map(({ need }) => need),
        ...[left.minutes, left.pay].map((one) => (one === Infinity ? none : -one)),
        ...workers.map(() => 1),
      ]),
      rowUpper: Float64Array.from([
        ...Array.from({ length: own }, () => highs.infinity),
        ...workers.map(() => 1),
      ]),
      matrix: {
        ...{ format: 'csc', numRows: rows, numCols: columns },
        starts: Int32Array.from({ length: columns + 1 }, (_, i) => i),
        indices: Int32Array.from({ length: columns }, (_, i) => i),
        values: new Float64Array(columns).fill(1),
      },
    });
    // What was solved before is begun from: looking for what can be left out first costs more than it saves.
    this.program.options.set({ output_flag: false, presolve: 'off' });
  }

  /** Makes weeks known; how many of them were not. */
  add(found: readonly { readonly worker: number; readonly week: PersonWeek }[]): number {
    const { segments, workers, options, left } = this.model;
    const own = segments.length + BUDGET_PRICES;
    const fresh: Column[] = [];
    for (const { worker, week } of found) {
      const key = week.options.join();
      if (this.seen[worker].has(key)) continue;
      this.seen[worker].add(key);
      fresh.push({ worker, week, column: own + this.columns.length + fresh.length });
    }
    if (fresh.length === 0) return 0;
    const starts = [0];
    const indices: number[] = [];
    const values: number[] = [];
    const entry = (row: number, value: number) => {
      indices.push(row);
      values.push(value);
    };
    for (const { worker, week } of fresh) {
      for (const option of week.options)
        if (option >= 0)
          for (const [from, to] of [options[option].own, options[option].all])
            for (let i = from; i < to; i++) entry(i, 1);
      if (left.minutes !== Infinity && week.paid !== 0) entry(segments.length, -week.paid);
      if (left.pay !== Infinity && week.pay !== 0) entry(segments.length + 1, -week.pay);
      entry(own + worker, 1);
      starts.push(indices.length);
    }
    this.program.addCols({
      cost: Float64Array.from(fresh, ({ week }) => week.cost),
      lower: new Float64Array(fresh.length),
      upper: new Float64Array(fresh.length).fill(this.highs.infinity),
      matrix: {
        ...{ format: 'csc', numRows: own + workers.length, numCols: fresh.length },
        starts: Int32Array.from(starts),
        indices: Int32Array.from(indices),
        values: Float64Array.from(values),
      },
    });
    this.columns.push(...fresh);
    return fresh.length;
  }

  /** Has a week chosen, whatever else. */
  choose({ column }: Column): void {
    this.program.changeColBounds(column, 1, 1);
  }

  /** The best choice in fractions. Throws where the solver finds none. */
  solve(): Relaxed {
    this.program.run();
    const { rowDual, colValue } = this.program.getSolution();
    const status = this.program.getModelStatus();
    if (status !== this.highs.constants.modelStatus.optimal || !rowDual || !colValue)
      throw new Error(`no choice of weeks was found: ${status}`);
    const length = this.model.segments.length + BUDGET_PRICES;
    return {
      objective: this.program.getObjectiveValue(),
      prices: Float64Array.from(rowDual.slice(0, length)),
      own: Float64Array.from(rowDual.slice(length)),
      chosen: Float64Array.from(colValue),
    };
  }

  dispose(): void {
    this.program.dispose();
  }
}
