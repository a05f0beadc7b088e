import type { AccountRow, AccountsPayload } from '@/server/accounts/payload';
import { Button } from '../kit/button';
import type { DataColumn } from '../kit/data-table';
import { When } from '../layout/when';
import { grantText } from './grant-text';

const STATES: Readonly<Record<AccountRow['state'], string>> = {
  none: 'no account',
  invited: 'invited',
  active: 'can sign in',
  stopped: 'stopped',
  ended: 'left',
};

/** The columns of the table of accounts. `onGrant` null: who looks at it says nothing about what others may do. */
export function accountColumns(
  places: AccountsPayload['places'],
  onGrant: ((row: AccountRow) => void) | null,
): DataColumn<AccountRow>[] {
  const nameOf = new Map(places.map(({ id, name }) => [id, name]));
  const grantsOf = (row: AccountRow) => row.grants.map((one) => grantText(one, places)).join('; ');
  return [
    {
      id: 'name',
      header: 'Name',
      value: ({ name }) => name,
      cell: ({ name }) => <span className="font-semibold">{name}</span>,
    },
    {
      id: 'way',
      header: 'Signs in with',
      value: ({ number, email }) => email ?? number ?? '',
      cell: ({ number, email, shares }) => (
        <>
          {[email, number].filter(Boolean).join(' or ') || (
            <span className="text-muted">no e-mail or number</span>
          )}
          {shares.length > 0 && (
            <span className="text-gap"> · {shares.join(', ')} has the same: it cannot be used</span>
          )}
        </>
      ),
    },
    {
      id: 'sites',
      header: 'Works at',
      value: ({ sites }) => sites.flatMap((site) => nameOf.get(site) ?? []).join(', '),
    },
    {
      id: 'grants',
      header: 'May besides',
      value: grantsOf,
      cell: (row) =>
        onGrant && row.account !== null ? (
          <Button
            kind="link"
            className="block max-w-[320px] truncate"
            title={grantsOf(row)}
            onClick={() => onGrant(row)}
          >
            {grantsOf(row) || 'nothing more'}
          </Button>
        ) : (
          <span className="block max-w-[320px] truncate" title={grantsOf(row)}>
            {grantsOf(row)}
          </span>
        ),
    },
    {
      id: 'state',
      header: 'Account',
      value: ({ state }) => STATES[state],
      cell: ({ state, code }) => (
        <>
          {STATES[state]}
          {code && (
            <span className="ml-1.5 font-semibold tracking-wide">
              {code.kind === 'reset' && 'new password: '}
              {code.code}
            </span>
          )}
        </>
      ),
    },
    {
      id: 'used',
      header: 'Last used',
      value: ({ used }) => used ?? '',
      cell: ({ used }) => used && <When at={used} />,
    },
  ];
}
