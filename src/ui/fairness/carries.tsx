import { FAIRNESS_COLUMNS } from '@/core/fairness/columns';
import type { PersonFairness } from '@/core/fairness/fairness';
import { SHORT_WEEKDAYS } from '@/core/time/format';
import { shareText } from './share-text';

/** What one person carried of all that is shared out, each figure with what it is made of. */
export function Carries({ own }: { readonly own: PersonFairness }) {
  return (
    <>
      <dl className="text-sm leading-[17px]">
        {FAIRNESS_COLUMNS.map(({ key, name, says, unit, of }) => (
          <div key={key} className="border-fine border-t py-1 first:border-t-0" title={says}>
            <dt className="inline font-semibold">{name}: </dt>
            <dd className="inline">{shareText(of(own), unit)}.</dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 text-sm">
        <span className="font-semibold">Late ends by day: </span>
        {own.lateByWeekday
          .map(({ had, planned }, day) => `${SHORT_WEEKDAYS[day]} ${had + planned}`)
          .join(', ')}
      </p>
    </>
  );
}
