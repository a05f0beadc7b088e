'use client';

import { useState } from 'react';
import type { AccountRow, AccountsPayload } from '@/server/accounts/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { GrantFields } from './grant-fields';
import { Refused } from '../kit/states';

/** What an account may do beyond being a person, and whether it may be used at all. */
export function GrantDialog({
  row,
  places,
  onClose,
}: {
  readonly row: AccountRow;
  readonly places: AccountsPayload['places'];
  readonly onClose: () => void;
}) {
  const { run, busy, problem } = useCommand();
  const [grants, setGrants] = useState(row.grants);
  const account = row.account!;
  const isStopped = row.state === 'stopped';
  const save = async () => {
    if (await run('account.grant', { account, grants }, 'Saved')) onClose();
  };
  const stop = async () => {
    const said = isStopped ? 'Can sign in again' : 'Stopped, and signed out everywhere';
    if (await run('account.stop', { account, stopped: !isStopped }, said)) onClose();
  };
  return (
    <Dialog title={`What ${row.name} may do`} onClose={onClose} className="w-[680px]">
      <p className="text-muted mb-4">
        {row.person === null
          ? 'Does not work here: only what stands here.'
          : 'Sees the own shifts in any case. What stands here comes on top, at once, without signing in again.'}
      </p>
      <GrantFields grants={grants} places={places} onChange={setGrants} />
      <Refused problem={problem} className="mt-3" />
      <div className="mt-6 flex flex-wrap justify-between gap-2">
        <Button kind="danger" disabled={busy} onClick={() => void stop()}>
          {isStopped ? 'Let this account be used again' : 'Stop this account'}
        </Button>
        <Button kind="primary" disabled={busy} onClick={() => void save()}>
          Save
        </Button>
      </div>
    </Dialog>
  );
}
