import { formatHours, formatLongDay, formatTimeSpan } from '@/core/time/format';
import type { OpenShift } from '@/server/staff/payload';
import { newId } from '../commands/new-id';
import { queryClient } from '../commands/query-client';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { EmptyState, ErrorState, Refused } from '../kit/states';
import { useOwnData } from './own-data';
import { OwnCalls } from './own-calls';
import { OwnRequests } from './requests/own-requests';
import { useStaff } from './staff-context';

/** The open shifts one could work, and what each would mean. */
export function OpenShifts() {
  const { fresh, trouble, again } = useOwnData<{ open: readonly OpenShift[] }>('/api/me/open');
  const { page, go } = useStaff();
  return (
    <>
      <h1 className="sr-only">Asking about shifts</h1>
      {page.asksAt.length > 0 && (
        <p>
          To swap a shift, hand it over or give it up, open it under{' '}
          <Button kind="link" className="min-h-11" onClick={() => go('shifts')}>
            Shifts
          </Button>
          .
        </p>
      )}
      <OwnCalls />
      <OwnRequests />
      <h2 className="border-ink border-b pb-1 font-serif text-lg font-semibold">Open shifts</h2>
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
            You hold the role for these and are free.
            {page.asksAt.length === 0 && ' To take one, tell whoever plans your shifts.'}
          </p>
          <ul>
            {fresh.data.open.map((one) => (
              <li key={one.shift.id} className="border-fine border-b py-3">
                <OpenText open={one} />
                {page.asksAt.includes(one.site) && <Take open={one} again={again} />}
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** Asks for an open shift; where the first has it, it is theirs at once. */
function Take({
  open: { site, shift, isFirst },
  again,
}: {
  readonly open: OpenShift;
  readonly again: () => void;
}) {
  const { run, busy, problem } = useCommand();
  const take = async () => {
    const input = {
      id: newId(),
      site,
      kind: 'take' as const,
      mine: [],
      theirs: [shift.id],
      colleague: null,
      note: '',
    };
    const done = await run('request.ask', input, isFirst ? 'It is yours' : 'Asked');
    if (!done) return;
    await queryClient().invalidateQueries({ queryKey: ['staff'] });
    again();
  };
  return (
    <>
      <Refused problem={problem} />
      <Button kind="primary" className="mt-2 min-h-11" disabled={busy} onClick={() => void take()}>
        {isFirst ? 'Take it' : 'Ask for it'}
      </Button>
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
