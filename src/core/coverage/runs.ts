import type { Block } from './blocks';

/** Neighbouring blocks with the same amount of something. */
export interface Run {
  readonly from: number;
  readonly to: number;
  readonly amount: number;
  /** People on and needed, where all blocks of the run agree; else null. */
  readonly staffed: number | null;
  readonly needed: number | null;
}

/** The longest runs of blocks of equal amount above 0, in order. */
export function runsOf(blocks: readonly Block[], amountOf: (block: Block) => number): Run[] {
  const runs: Run[] = [];
  let i = 0;
  while (i < blocks.length) {
    const first = blocks[i];
    const amount = amountOf(first);
    let staffed: number | null = first.staffed;
    let needed: number | null = first.needed;
    let j = i + 1;
    while (j < blocks.length && amountOf(blocks[j]) === amount) {
      if (blocks[j].staffed !== staffed) staffed = null;
      if (blocks[j].needed !== needed) needed = null;
      j++;
    }
    if (amount > 0) runs.push({ from: first.from, to: blocks[j - 1].to, amount, staffed, needed });
    i = j;
  }
  return runs;
}
