import type { PersonWeek } from './person-week';
import { addedBy } from './budget';
import { Covered } from './covered';
import type { Model, Segment } from './model';

/** A model of some people only, while the weeks of all others stay: what is missing then, and prices of it. */
export function partOf(
  model: Model,
  weeks: readonly PersonWeek[],
  group: readonly number[],
  prices: ArrayLike<number>,
): { readonly part: Model; readonly prices: number[] } {
  const isIn = new Set(group);
  const others = weeks.filter((_, index) => !isIn.has(index));
  const covered = new Covered(model, others);
  const added = addedBy(others);
  const segments: Segment[] = [];
  const kept: number[] = [];
  // How many of the segments before one are left: those that are covered by the others drop out.
  const before = model.segments.map((segment, i) => {
    const at = segments.length;
    const need = segment.need - covered.on[i];
    if (need > 0) {
      segments.push({ ...segment, need });
      kept.push(prices[i]);
    }
    return at;
  });
  before.push(segments.length);
  kept.push(prices[model.segments.length] ?? 0, prices[model.segments.length + 1] ?? 0);
  const moved = ([from, to]: readonly [number, number]): [number, number] => [before[from], before[to]];
  const part = {
    ...model,
    segments,
    left: { minutes: model.left.minutes - added.paid, pay: model.left.pay - added.pay },
    options: model.options.map((option) => ({ ...option, own: moved(option.own), all: moved(option.all) })),
    workers: group.map((index, i) => ({ ...model.workers[index], index: i })),
  };
  return { part, prices: kept };
}
