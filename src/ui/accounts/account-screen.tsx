'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import type { OwnAccount } from '@/server/accounts/own';
import type { NewPasswordInput } from '@/server/accounts/schema';
import { notify } from '../commands/notify';
import { Button } from '../kit/button';
import { Page } from '../kit/page';
import { Table } from '../kit/table';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { When } from '../layout/when';
import { deviceName } from './device-name';
import { CalendarPart } from './calendar-part';
import { ToldPart } from './told-part';
import { EntryField, EntryForm, NewPasswordField } from './entry';
import { post } from './post';
import { usePostForm } from './use-post-form';

const schema = async () => (await import('@/server/accounts/schema')).NEW_PASSWORD;

/** What concerns one's own account: how one signs in, the password, and where one is signed in. */
export function AccountScreen({
  header,
  account,
}: {
  readonly header: ShellFrame;
  readonly account: OwnAccount;
}) {
  const { name, email, number, sessions } = account;
  const ways = [email, number].filter((way) => way !== null && way !== '');
  return (
    <AppLayout header={header} site={null} area={null}>
      <Page title={name}>
        <p className="text-muted mb-5">
          {ways.length > 0
            ? `Signs in with ${ways.join(' or ')}.`
            : 'Has neither e-mail nor staff number: ask who plans your shifts to enter one, else you cannot sign in again.'}
        </p>
        <div className="flex flex-wrap items-start gap-x-16 gap-y-8">
          {account.told && <ToldPart {...account.told} email={email} />}
          <CalendarPart />
          <PasswordPart />
          <SessionsPart sessions={sessions} />
        </div>
      </Page>
    </AppLayout>
  );
}

function PasswordPart() {
  const form = usePostForm<NewPasswordInput>(
    '/api/account/password',
    schema,
    { current: '', next: '' },
    () => {
      notify({ text: 'Password changed. Other devices are signed out.' });
    },
  );
  return (
    <section aria-labelledby="password" className="w-[320px] max-w-full">
      <h2 id="password" className="mb-2 font-serif text-lg font-semibold">
        Change password
      </h2>
      <EntryForm form={form} verb="Change password" busyVerb="Changing …">
        <EntryField
          control={form.control}
          name="current"
          label="Password now"
          type="password"
          autoComplete="current-password"
        />
        <NewPasswordField control={form.control} name="next" label="New password" />
      </EntryForm>
    </section>
  );
}

function SessionsPart({ sessions }: Pick<OwnAccount, 'sessions'>) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const end = async (session: string) => {
    setBusy(true);
    const answer = await post('/api/account/sessions', { session });
    setBusy(false);
    notify({ text: answer.ok ? 'Signed out there' : asSentence(answer.problem.message) });
    router.refresh();
  };
  return (
    <section aria-labelledby="sessions" className="max-w-[720px] min-w-0 flex-1">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 id="sessions" className="font-serif text-lg font-semibold">
          Signed in on
        </h2>
        {sessions.length > 1 && (
          <Button kind="small" disabled={busy} onClick={() => void end('others')}>
            Sign out everywhere else
          </Button>
        )}
      </div>
      <Table isFlush>
        <thead>
          <tr>
            <th>Device</th>
            <th>Since</th>
            <th>Last used</th>
            <th>
              <span className="sr-only">Sign out</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {sessions.map(({ id, device, since, used, isThis }) => (
            <tr key={id}>
              <td>{deviceName(device)}</td>
              <td>
                <When at={since} />
              </td>
              <td>{isThis ? 'now, this one' : <When at={used} />}</td>
              <td>
                {!isThis && (
                  <Button kind="link" disabled={busy} onClick={() => void end(id)}>
                    Sign out there
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
