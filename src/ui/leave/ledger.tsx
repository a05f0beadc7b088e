'use client';

import { useQuery } from '@tanstack/react-query';
import { formatAmount } from '@/core/leave/leave-type';
import { formatDays } from '@/core/time/format';
import { civilOf } from '@/core/time/day';
import type { EntryView, LedgerView } from '@/server/leave/payload';
import { queryClient } from '../commands/query-client';
import { ErrorState } from '../kit/states';
import { Table } from '../kit/table';

const KINDS: Readonly<Record<EntryView['kind'], string>> = {
  grant: 'granted',
  accrual: 'accrued',
  'carry-over': 'carried over',
  expiry: 'expired',
  taken: 'taken',
  'given-back': 'given back',
  correction: 'corrected',
  earned: 'earned by overtime',
};

/** The entries that a balance is the sum of, with what will come to it. */
export function Ledger({
  person,
  type,
  onReverse,
  version = '',
}: {
  readonly person: string;
  readonly type: string;
  /** Takes an entry back; left out: nobody may here. */
  readonly onReverse?: (entry: string) => void;
  /** Changes when the entries may have. */
  readonly version?: string;
}) {
  const { data, isError, refetch } = useQuery(
    {
      queryKey: ['ledger', person, type, version],
      gcTime: 0,
      queryFn: async ({ signal }) => {
        const asked = new URLSearchParams({ person, type });
        const response = await fetch(`/api/leave/ledger?${asked}`, { signal });
        if (!response.ok) throw new Error(String(response.status));
        return ((await response.json()) as { ledger: LedgerView }).ledger;
      },
    },
    queryClient(),
  );
  if (isError)
    return <ErrorState onRetry={() => void refetch()}>The entries cannot be read just now.</ErrorState>;
  if (!data) return <p className="text-muted py-2">Loading the entries …</p>;
  const { entries, type: kind, exceptions, today } = data;
  const now = entries.filter(({ date, isAhead }) => !isAhead && date <= today).at(-1)?.id;
  return (
    <div>
      {exceptions.map(({ since, text, note }) => (
        <p key={since} className="mb-1">
          <b>Exception</b> from {dateText(since)}: {text}
          {note && `. ${note}`}
        </p>
      ))}
      {entries.length === 0 ? (
        <p className="text-muted py-2">There are no entries yet.</p>
      ) : (
        <Table isFlush aria-label={`Entries of ${kind.name}`}>
          <thead>
            <tr>
              <th scope="col">Date</th>
              <th scope="col">Entry</th>
              <th scope="col" className="text-right">
                Amount
              </th>
              <th scope="col" className="text-right">
                Balance
              </th>
            </tr>
          </thead>
          <tbody>
            {entries.map((entry) => (
              <tr
                key={entry.id}
                className={`${entry.isAhead ? 'text-muted italic' : ''} ${entry.id === now ? 'border-ink border-b-2' : ''}`}
              >
                <td className="whitespace-nowrap">{dateText(entry.date)}</td>
                <td>
                  {entryWords(entry)}
                  {onReverse &&
                    !entry.isAhead &&
                    !entry.isReversed &&
                    !entry.isReversal &&
                    canReverse(entry) && (
                      <>
                        {' '}
                        <button
                          type="button"
                          className="link link-primary"
                          onClick={() => onReverse(entry.id)}
                        >
                          Reverse
                        </button>
                      </>
                    )}
                </td>
                <td className="text-right whitespace-nowrap">{signed(entry.amount, kind.unit)}</td>
                <td className="text-right whitespace-nowrap">{formatAmount(entry.balance, kind.unit)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <p className="text-muted mt-1 text-sm">
        The line under an entry is today. What is in italics is worked out ahead, as things stand.
      </p>
    </div>
  );
}

function canReverse({ kind }: EntryView): boolean {
  return (
    kind === 'grant' || kind === 'correction' || kind === 'earned' || kind === 'accrual' || kind === 'expiry'
  );
}

function entryWords({ kind, note, who, isReversed, isReversal }: EntryView): React.ReactNode {
  return (
    <>
      {isReversal ? `${KINDS[kind]}, reversed` : KINDS[kind]}
      <span className="text-muted">
        {' '}
        by {who}
        {note && `: ${note}`}
        {isReversed && ', reversed later'}
      </span>
    </>
  );
}

function dateText(date: number): string {
  return `${formatDays(date, 1, true)} ${civilOf(date).year}`;
}

/** An amount with its sign. */
function signed(amount: number, unit: Parameters<typeof formatAmount>[1]): string {
  return amount > 0 ? `+${formatAmount(amount, unit)}` : formatAmount(amount, unit);
}
