import { DAY, subtract } from '../time/span';
import { blocksOfWeek, drawnWeek, type WeekBlock } from './week-blocks';

/**
 * The same week said only with *available* and *rather not*, in as few blocks as it takes: what was meant by
 * *not available*, or by saying nothing, is spelled out. Two ways to say one week come to the same blocks.
 */
export function normalized(blocks: readonly WeekBlock[]): WeekBlock[] {
  const named = blocks.some((block) => block.kind === 'available');
  const days = drawnWeek(blocks).map((pieces) => {
    const said = pieces.filter((piece) => piece.value !== 'not-available');
    if (named) return said;
    const rest = subtract([{ from: 0, to: DAY }], pieces).map((span) => ({
      ...span,
      value: 'available' as const,
    }));
    return [...said, ...rest].sort((a, b) => a.from - b.from);
  });
  return blocksOfWeek(days);
}
