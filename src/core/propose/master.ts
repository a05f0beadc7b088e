import loadHighs, { type Highs, type Model as LinearProgram } from 'highs';
import type { PersonWeek } from './best-week';
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
    const { segments, workers, weights } = model;
    const [rows, columns] = [segments.length + workers.length, segments.length];
    this.seen = workers.map(() => new Set());
    this.program = highs.createModel({
      numCols: columns,
      numRows: rows,
      colCost: Float64Array.from(segments, (segment) => lengthOf(segment) * weights.missing),
      colLower: new Float64Array(columns),
      colUpper: Float64Array.from(segments, ({ need }) => need),
      rowLower: Float64Array.from([...segments.map(({ need }) => need), ...workers.map(() => 1)]),
      rowUpper: Float64Array.from([...segments.map(() => highs.infinity), ...workers.map(() => 1)]),
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
    const { segments, workers, options } = this.model;
    const fresh: Column[] = [];
    for (const { worker, week } of found) {
      const key = week.options.join();
      if (this.seen[worker].has(key)) continue;
      this.seen[worker].add(key);
      fresh.push({ worker, week, column: segments.length + this.columns.length + fresh.length });
    }
    if (fresh.length === 0) return 0;
    const starts = [0];
    const indices: number[] = [];
    for (const { worker, week } of fresh) {
      for (const option of week.options)
        if (option >= 0)
          for (const [from, to] of [options[option].own, options[option].all])
            for (let i = from; i < to; i++) indices.push(i);
      indices.push(segments.length + worker);
      starts.push(indices.length);
    }
    this.program.addCols({
      cost: Float64Array.from(fresh, ({ week }) => week.cost),
      lower: new Float64Array(fresh.length),
      upper: new Float64Array(fresh.length).fill(this.highs.infinity),
      matrix: {
        ...{ format: 'csc', numRows: segments.length + workers.length, numCols: fresh.length },
        starts: Int32Array.from(starts),
        indices: Int32Array.from(indices),
        values: new Float64Array(indices.length).fill(1),
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
    const { length } = this.model.segments;
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
