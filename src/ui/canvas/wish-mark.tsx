import { capitalised } from '@/core/sentence';
import type { Wish } from '@/core/wishes/wishes';
import type { Span } from '@/core/time/span';
import { type Scale, xOf } from './scale';

/** How wide the word of a wish is, in pixels. */
const WIDTH = 30;

/** A wish in words: `wishes to be free`. */
export function wishText({ kind }: Pick<Wish, 'kind'>): string {
  return `wishes ${kind === 'free' ? 'to be free' : `for ${kind}`}`;
}

/** What somebody wishes for on a day: a faint word in the widest part of the day that no shift covers. */
export function WishMark({
  wish,
  shifts,
  scale,
  day,
}: {
  readonly wish: Pick<Wish, 'kind' | 'weight'> | undefined;
  /** By start. */
  readonly shifts: readonly Span[];
  readonly scale: Scale;
  readonly day: number;
}) {
  if (!wish) return null;
  const first = shifts[0] ? xOf(scale, day, shifts[0].from) : scale.dayWidth;
  const last = shifts.length > 0 ? xOf(scale, day, Math.max(...shifts.map(({ to }) => to))) : 0;
  const [left, right] = scale.dayWidth - last > first ? [last, scale.dayWidth] : [0, first];
  if (right - left < WIDTH) return null;
  return (
    <span
      className="wish"
      style={{ left, width: right - left }}
      title={`${capitalised(wishText(wish))}; it matters ${wish.weight} of 3`}
    >
      {wish.kind}
      {wish.weight > 1 && right - left > WIDTH + 14 ? ` ${wish.weight}` : ''}
    </span>
  );
}
