'use client';

import type { JoinInput } from '@/server/accounts/schema';
import { enter } from './enter';
import { CodeField, EntryForm, EntryPage, NewPasswordField } from './entry';
import { usePostForm } from './use-post-form';

const schema = async () => (await import('@/server/accounts/schema')).JOIN;

/** Where a code is used that invites somebody, or that lets them set a new password. */
export function JoinScreen({
  business,
  code,
  name,
  kind,
  trouble,
}: {
  readonly business: string;
  readonly code: string;
  /** Whose it is; null: it has to be typed first. */
  readonly name: string | null;
  readonly kind: 'invite' | 'reset';
  /** Why the code of the link cannot be used. */
  readonly trouble: string | null;
}) {
  const form = usePostForm<JoinInput>('/api/join', schema, { code, password: '' }, () => enter('/'));
  const title =
    name === null ? 'Use a code' : kind === 'reset' ? `A new password for ${name}` : `Welcome, ${name}`;
  return (
    <EntryPage business={business} title={title}>
      {trouble && (
        <p role="alert" className="text-gap mb-4 font-semibold">
          {trouble}
        </p>
      )}
      <p className="mb-4">
        {kind === 'reset'
          ? 'Choose a new password. All devices that are signed in with the old one are signed out.'
          : 'Choose a password. From then on you sign in with your e-mail or staff number and this password.'}
      </p>
      <EntryForm form={form} verb="Sign in with this password" busyVerb="Signing in …">
        <CodeField
          control={form.control}
          name="code"
          label="Code"
          hint="Twelve letters and figures, from a message or a sheet of paper."
        />
        <NewPasswordField control={form.control} name="password" />
      </EntryForm>
    </EntryPage>
  );
}
