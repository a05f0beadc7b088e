import { formatHours, formatLongDay, formatTimeSpan } from '@/core/time/format';
import type { OpenShift } from '@/server/staff/payload';
import { EmptyState, ErrorState } from '../kit/states';
import { useOwnData } from './own-data';
import { useStaff } from './staff-context';

/** The open shifts one could work, and what each would mean. */
export function OpenShifts() {
  const { fresh, trouble, again } = useOwnData<{ open: readonly OpenShift[] }>('/api/me/open');
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">Open shifts</h1>
      {trouble !== null && <ErrorState onRetry={again}>{trouble}</ErrorState>}
      {trouble === null && !fresh && <p className="text-muted">Loading what is open …</p>}
      {fresh?.data.open.length === 0 && (
        <EmptyState title="Nothing is open that you could work.">
          Published shifts without anybody on stand here, as far as you hold the role and are free.
        </EmptyState>
      )}
      {fresh && fresh.data.open.length > 0 && (
        <>
          <p className="text-muted">
            You hold the role for these and are free. To take one, tell whoever plans your shifts.
          </p>
          <ul>
            {fresh.data.open.map((one) => (
              <li key={one.shift.id} className="border-fine border-b py-3">
                <OpenText open={one} />
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

function OpenText({ open: { site, shift, paid, week, overtime, remarks } }: { readonly open: OpenShift }) {
  const { page } = useStaff();
  const { date, from, to, role, label, note, detail } = shift;
  const more = [label, detail?.station, note].filter((part) => typeof part === 'string' && part !== '');
  return (
    <>
      <span className="text-muted block">
        {formatLongDay(date)}, {page.sites[site]}
      </span>
      <span className="flex flex-wrap items-baseline gap-x-2 text-lg">
        <span className="font-semibold">{formatTimeSpan(from, to, page.hourFormat)}</span>
        <span>{role === null ? '' : page.details.roles.find(({ id }) => id === role)?.name}</span>
      </span>
      {more.length > 0 && <span className="block">{more.join(', ')}</span>}
      <span className="block">
        {formatHours(paid)} paid, your week would be {formatHours(week)}
        {overtime > 0 && `, ${formatHours(overtime)} of it overtime`}
      </span>
      {remarks.length > 0 && (
        <ul className="text-muted mt-1 list-disc pl-5 text-sm">
          {remarks.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      )}
    </>
  );
}
