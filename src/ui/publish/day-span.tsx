import type { Day } from '@/core/time/day';
import { formatDay } from '@/core/time/format';
import { Select } from '../kit/inputs/select';

/** Days from one to another, `to` not included. */
export interface DayRange {
  readonly from: Day;
  readonly to: Day;
}

/** Chooses a first and a last day among some; the one follows where the other would pass it. */
export function DaySpan({
  first,
  end,
  labels: [firstLabel, lastLabel],
  span,
  onSpan,
}: {
  readonly first: Day;
  /** Not included. */
  readonly end: Day;
  readonly labels: readonly [first: string, last: string];
  readonly span: DayRange;
  readonly onSpan: (span: DayRange) => void;
}) {
  const days = Array.from({ length: end - first }, (_, i) => [first + i, formatDay(first + i)] as const);
  return (
    <p className="mt-2 flex items-center gap-2">
      <Select
        label={firstLabel}
        value={span.from}
        onChange={(from) => onSpan({ from, to: Math.max(span.to, from + 1) })}
        options={days}
      />
      to
      <Select
        label={lastLabel}
        value={span.to - 1}
        onChange={(last) => onSpan({ from: Math.min(span.from, last), to: last + 1 })}
        options={days}
      />
    </p>
  );
}
