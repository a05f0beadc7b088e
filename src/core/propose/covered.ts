import type { PersonWeek } from './person-week';
import { type Model, lengthOf } from './model';

/** How many are on in each segment, and what is missing, as weeks come and go. */
export class Covered {
  readonly on: Int32Array;
  /** Person-minutes that are missing. */
  missing = 0;

  /** With some weeks put in. */
  constructor(
    private readonly model: Model,
    weeks: readonly PersonWeek[] = [],
  ) {
    this.on = new Int32Array(model.segments.length);
    for (const segment of model.segments) this.missing += segment.need * lengthOf(segment);
    for (const { options } of weeks) this.add(options, 1);
  }

  /** Puts the options of a week in (1) or takes them out (-1). */
  add(options: ArrayLike<number>, by: 1 | -1): void {
    for (let day = 0; day < options.length; day++) {
      if (options[day] < 0) continue;
      const { own, all } = this.model.options[options[day]];
      this.count(own, by);
      this.count(all, by);
    }
  }

  private count([from, to]: readonly [number, number], by: 1 | -1): void {
    const { on, model } = this;
    for (let i = from; i < to; i++) {
      const segment = model.segments[i];
      const counts = by > 0 ? on[i] < segment.need : on[i] <= segment.need;
      if (counts) this.missing -= by * lengthOf(segment);
      on[i] += by;
    }
  }
}
