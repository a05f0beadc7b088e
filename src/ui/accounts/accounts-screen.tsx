'use client';

import { useMemo, useState } from 'react';
import { counted } from '@/core/time/format';
import type { AccountRow, AccountsPayload } from '@/server/accounts/payload';
import { useCommand } from '../commands/use-command';
import { Button, buttonClass } from '../kit/button';
import { DataTable } from '../kit/data-table';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { accountColumns } from './account-columns';
import { GrantDialog } from './grant-dialog';
import { InviteOther } from './invite-other';
import { SignInLog } from './sign-in-log';
import { Refused } from '../kit/states';

type Part = 'people' | 'log';

/** Who can sign in, what they may do, and who came in lately. */
export function AccountsScreen({
  header,
  page,
}: {
  readonly header: ShellFrame;
  readonly page: AccountsPayload;
}) {
  const { rows, mayGrant, places } = page;
  const { run, busy, problem } = useCommand();
  const [part, show] = useState<Part>('people');
  const [text, find] = useState('');
  const [chosen, choose] = useState<ReadonlySet<string>>(NOBODY);
  const [granting, grant] = useState<AccountRow | null>(null);
  const [adding, add] = useState(false);
  const shown = useMemo(() => {
    const words = text.trim().toLowerCase();
    return rows.filter(({ name, number, email }) =>
      [name, number, email].some((one) => one?.toLowerCase().includes(words)),
    );
  }, [rows, text]);
  const open = rows.filter(({ code }) => code !== null).length;
  const able = (row: AccountRow) => row.person !== null && row.mayInvite;
  const picked = shown.filter((row) => chosen.has(row.id) && able(row));
  const uninvited = picked.filter(({ account }) => account === null).map(({ person }) => person!);
  const locked = picked
    .filter(({ account, state }) => account !== null && state === 'active')
    .map(({ person }) => person!);
  const columns = useMemo(() => accountColumns(places, mayGrant ? grant : null), [places, mayGrant]);
  const invite = async (kind: 'account.invite' | 'account.reset', people: string[]) => {
    const said = kind === 'account.invite' ? 'Invited' : 'Codes made';
    if (await run(kind, { people }, `${said}: ${counted(people.length, 'person', 'people')}`)) choose(NOBODY);
  };
  return (
    <AppLayout header={header} site={null} area={null}>
      <div className="border-rule bg-sheet flex flex-wrap items-center gap-x-4 gap-y-2 border-b px-4 py-2.5">
        <h1 className="font-serif text-lg font-semibold">Who can sign in</h1>
        <TextInput
          label="Find"
          className="w-[180px]"
          value={text}
          placeholder="Name, number, e-mail"
          onChange={find}
        />
        {mayGrant && (
          <Segmented
            label="Shown"
            value={part}
            onChange={show}
            options={[
              { value: 'people', name: 'Accounts' },
              { value: 'log', name: 'Sign-ins' },
            ]}
          />
        )}
        <span className="ml-auto flex flex-wrap gap-2">
          {locked.length > 0 && (
            <Button disabled={busy} onClick={() => void invite('account.reset', locked)}>
              New password for {locked.length}
            </Button>
          )}
          {uninvited.length > 0 && (
            <Button kind="primary" disabled={busy} onClick={() => void invite('account.invite', uninvited)}>
              Invite {counted(uninvited.length, 'person', 'people')}
            </Button>
          )}
          {open > 0 && (
            <a className={buttonClass('plain')} href="/accounts/sheet">
              Print {counted(open, 'code')}
            </a>
          )}
          {mayGrant && (
            // A file, not a page.
            <a className={buttonClass('plain')} href="/api/records" download>
              Everything on record, as files
            </a>
          )}
          {mayGrant && (
            <Button aria-expanded={adding} onClick={() => add(!adding)}>
              Invite somebody else
            </Button>
          )}
        </span>
      </div>
      <Refused problem={problem} className="px-4 py-2" />
      {adding && <InviteOther places={places} onDone={() => add(false)} />}
      {part === 'log' ? (
        <SignInLog events={page.events} />
      ) : (
        <DataTable
          label="Who can sign in"
          rows={shown}
          columns={columns}
          rowId={({ id }) => id}
          rowName={({ name }) => name}
          chosen={chosen}
          onChosen={choose}
          empty="Nobody fits what is looked for."
        />
      )}
      {granting && <GrantDialog row={granting} places={places} onClose={() => grant(null)} />}
    </AppLayout>
  );
}

const NOBODY: ReadonlySet<string> = new Set();
