import { useState } from 'react';
import { FAIRNESS_COLUMNS, type FairnessColumn } from '@/core/fairness/columns';
import type { BurdenLimits } from '@/core/fairness/limits';
import type { PersonFairness } from '@/core/fairness/fairness';
import { SHORT_WEEKDAYS, counted, formatLongDay, formatTimeSpan } from '@/core/time/format';
import type { BehindPayload } from '@/server/fairness/queries';
import { useAnswer } from '../commands/use-answer';
import { Button } from '../kit/button';
import { figureText, shareText } from './share-text';

interface Props {
  readonly own: PersonFairness;
  readonly limits: BurdenLimits;
  /** Where to ask what a figure counts, without its key. */
  readonly behind: string;
}

/** What one person carried of all that is shared out; each figure opens to what it is made of. */
export function Carries({ own, limits, behind }: Props) {
  return (
    <>
      <ul className="text-sm leading-[17px]">
        {FAIRNESS_COLUMNS.map((column) => (
          <Line key={column.key} column={column} own={own} limits={limits} behind={behind} />
        ))}
      </ul>
      <p className="mt-1 text-sm">
        <span className="font-semibold">Late ends by day: </span>
        {own.lateByWeekday
          .map(({ had, planned }, day) => `${SHORT_WEEKDAYS[day]} ${had + planned}`)
          .join(', ')}
      </p>
    </>
  );
}

function Line({
  column: { key, name, says, unit, of },
  own,
  limits,
  behind,
}: Props & { readonly column: FairnessColumn }) {
  const [isOpen, setOpen] = useState(false);
  const share = of(own);
  // Hours are shared out by week and contract: no shift makes them.
  const canOpen = unit === 'times' && (share.had + share.planned > 0 || share.expected > 0);
  return (
    <li className="border-fine border-t py-1 first:border-t-0">
      {canOpen ? (
        <Button
          kind="link"
          className="text-sm"
          aria-expanded={isOpen}
          title={`${isOpen ? 'Hides' : 'Shows'} what it counts`}
          onClick={() => setOpen(!isOpen)}
        >
          {name}
        </Button>
      ) : (
        <span className="font-semibold">{name}</span>
      )}
      : {shareText(share, unit)}.
      {isOpen && <Behind address={`${behind}&key=${encodeURIComponent(key)}`} says={says(limits)} />}
    </li>
  );
}

function Behind({ address, says }: { readonly address: string; readonly says: string }) {
  const { answer, failed } = useAnswer<{ readonly behind: BehindPayload | null }>(address);
  if (failed) return <p className="text-gap">What it counts could not be read.</p>;
  if (!answer)
    return (
      <p className="text-muted" aria-busy>
        Looking …
      </p>
    );
  const { behind } = answer;
  if (!behind) return <p className="text-muted">Nothing is known of it any more.</p>;
  return (
    <div className="border-rule my-1 border-l-2 pl-2.5">
      <p className="text-muted">
        {says} {counted(behind.count, 'such shift')} in all; {behind.could} of them could have been theirs,
        and their part of those comes to {figureText(behind.expected, 'times')}.
      </p>
      <ul>
        {behind.own.map(({ date, from, to, role }) => (
          <li key={`${date} ${from}`}>
            {formatLongDay(date)} {formatTimeSpan(from, to)}
            {role !== null && `, ${behind.roles[role] ?? role}`}
          </li>
        ))}
      </ul>
    </div>
  );
}
