import { useMemo } from 'react';
import { aboveShares, asPlanned } from '@/core/fairness/as-planned';
import { formatCount } from '@/core/time/format';
import { beyondShare, isUneven } from '@/core/fairness/columns';
import type { Fairness } from '@/core/fairness/fairness';
import { MEASURES } from '@/core/fairness/measures';
import { useAnswer } from '../../commands/use-answer';
import { shareText } from '../../fairness/share-text';
import { useController, usePlan } from '../state/controller';

/** How many are listed of those who would carry most. */
const MOST_CARRYING = 5;

/** Who would be furthest above their share of what is shared out. */
export function Carrying() {
  const { address } = useController().sync;
  const { answer: fairness } = useAnswer<Fairness>(`${address}/fairness`);
  const judgement = usePlan((state) => state.judgement);
  const trial = usePlan((state) => state.proposal?.trial ?? state.judgement);
  const words = usePlan((state) => state.words);
  const carried = useMemo(
    () => fairness && asPlanned(fairness, judgement, trial),
    [fairness, judgement, trial],
  );
  const before = useMemo(() => fairness && asPlanned(fairness, judgement, judgement), [fairness, judgement]);
  if (!carried || !before) return null;
  const most = carried
    .filter(({ share }) => isUneven(share, 'times') && beyondShare(share) > 0)
    .sort((a, b) => beyondShare(b.share) - beyondShare(a.share))
    .slice(0, MOST_CARRYING);
  return (
    <section aria-labelledby="carrying-title">
      <h3 id="carrying-title" className="font-serif text-lg font-semibold">
        Who carries what
      </h3>
      <p className="text-sm leading-[17px]">
        Above their shares, all together: {formatCount(Math.round(aboveShares(before)))} times before,{' '}
        {formatCount(Math.round(aboveShares(carried)))} with it.
      </p>
      <ul className="mt-1 text-sm leading-[17px]">
        {most.map(({ person, key, share }) => (
          <li key={`${person} ${key}`} className="border-fine border-t py-1 first:border-t-0">
            <span className="font-semibold">{words.person(person)}</span>,{' '}
            {MEASURES.find((one) => one.key === key)!.name.toLowerCase()}: {shareText(share, 'times')}
          </li>
        ))}
      </ul>
    </section>
  );
}
