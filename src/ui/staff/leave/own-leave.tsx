import dynamic from 'next/dynamic';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { formatAmount } from '@/core/leave/leave-type';
import { parseDate } from '@/core/time/day';
import { formatLongDay, formatDays } from '@/core/time/format';
import type { OwnLeavePage, OwnLeaveType } from '@/server/leave/payload';
import { Button } from '../../kit/button';
import { EmptyState, ErrorState } from '../../kit/states';
import { Ledger } from '../../leave/ledger';
import { LeaveMark } from '../../leave/leave-mark';
import { useOwnData } from '../own-data';
import { useStaff } from '../staff-context';
import { OwnRequests } from './own-requests';
import { OwnYear } from './own-year';

const AskForm = dynamic(() => import('./ask-form').then((part) => part.AskForm), { ssr: false });
const AbsenceForm = dynamic(() => import('./absence-form').then((part) => part.AbsenceForm), { ssr: false });

/** What is left of one's leave, asking for it, and what became of what was asked for. */
export function OwnLeaveList() {
  const { isReadOnly } = useStaff();
  const { fresh, trouble, again } = useOwnData<{ page: OwnLeavePage }>('/api/me/leave');
  // From a day of one's hours one comes with its date.
  const day = parseDate(useSearchParams().get('from') ?? '');
  const [open, setOpen] = useState<'ask' | 'absence' | null>(day === null ? null : 'ask');
  const page = fresh?.data.page;
  const close = () => {
    setOpen(null);
    again();
  };
  const asked = page?.types.filter(({ mayAsk }) => mayAsk) ?? [];
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">Leave</h1>
      {isReadOnly && <p>What somebody asks for is theirs to see; you find it under Requests.</p>}
      {trouble !== null && <ErrorState onRetry={again}>{trouble}</ErrorState>}
      {trouble === null && !page && <p className="text-muted">Loading what is left …</p>}
      {page && asked.length === 0 && (
        <EmptyState title="There is no leave to ask for here yet.">
          Whoever sets up the business says which kinds there are. Tell whoever plans your shifts.
        </EmptyState>
      )}
      {page && asked.length > 0 && open === null && !isReadOnly && (
        <div className="flex gap-2">
          <Button kind="primary" className="min-h-12 flex-1" onClick={() => setOpen('ask')}>
            Ask for leave …
          </Button>
          <Button className="min-h-12 flex-1" onClick={() => setOpen('absence')}>
            I cannot come …
          </Button>
        </div>
      )}
      {page && asked.length > 0 && open === 'ask' && <AskForm page={page} day={day} onClose={close} />}
      {page && open === 'absence' && <AbsenceForm page={page} onClose={close} />}
      {page && <Balances page={page} />}
      {page && <OwnRequests page={page} again={again} />}
      {page && (page.types.length > 0 || page.requests.length > 0) && <OwnYear page={page} />}
      {page && <Coming page={page} />}
    </>
  );
}

function Balances({ page }: { readonly page: OwnLeavePage }) {
  const kept = page.types.filter(({ left }) => left !== null);
  const { page: own } = useStaff();
  if (kept.length === 0) return null;
  return (
    <section aria-labelledby="left">
      <h2 id="left" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
        What is left
      </h2>
      {kept.map((one) => (
        <Balance key={one.type.id} one={one} person={own.person} />
      ))}
    </section>
  );
}

function Balance({ one, person }: { readonly one: OwnLeaveType; readonly person: string }) {
  const [isOpen, open] = useState(false);
  const { type, left, yearEnd, yearLast, waiting } = one;
  return (
    <details className="border-fine border-b" onToggle={({ currentTarget }) => open(currentTarget.open)}>
      <summary className="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-2 py-2">
        <LeaveMark type={type} />
        <span className="mr-auto">{type.name}</span>
        <span className="text-lg font-semibold">{formatAmount(left!, type.unit)}</span>
        <span className="text-muted basis-full text-sm">
          {waiting > 0 && `${formatAmount(waiting, type.unit)} waiting. `}
          {yearLast !== null &&
            `On ${formatLongDay(yearLast)} ${formatAmount(yearEnd!, type.unit)}, as things stand.`}
        </span>
      </summary>
      {isOpen && (
        <div className="pb-3">
          <Ledger person={person} type={type.id} version={`${left} ${waiting}`} />
        </div>
      )}
    </details>
  );
}

function Coming({ page: { closed, holidays, today } }: { readonly page: OwnLeavePage }) {
  const soon = holidays.filter(({ date }) => date < today + 200);
  if (closed.length === 0 && soon.length === 0) return null;
  return (
    <section aria-labelledby="coming">
      <h2 id="coming" className="border-ink border-b pb-1 font-serif text-lg font-semibold">
        Good to know
      </h2>
      <ul>
        {closed.map(({ from, to, reason }) => (
          <li key={from} className="border-fine border-b py-2">
            {reason}: no leave, {formatDays(from, to - from + 1)}
          </li>
        ))}
        {soon.map(({ date, name }) => (
          <li key={date} className="border-fine border-b py-2">
            {formatLongDay(date)}: {name}
          </li>
        ))}
      </ul>
    </section>
  );
}
