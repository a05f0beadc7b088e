'use client';

import type { FirstOwnerInput } from '@/server/accounts/schema';
import { enter } from './enter';
import { CodeField, EntryField, EntryForm, EntryPage, NewPasswordField } from './entry';
import { usePostForm } from './use-post-form';

const schema = async () => (await import('@/server/accounts/schema')).FIRST_OWNER;

/** The first page of a new installation: whoever started it becomes its owner. */
export function FirstOwnerScreen() {
  const form = usePostForm<FirstOwnerInput>(
    '/api/first-owner',
    schema,
    { code: '', name: '', email: '', password: '' },
    () => enter('/'),
  );
  return (
    <EntryPage business="A new installation" title="Become its owner">
      <p className="mb-4">
        The terminal in which Vicenda was started shows a code. Whoever has it makes the first account, which
        may do everything and invites the others.
      </p>
      <EntryForm form={form} verb="Make my account" busyVerb="Making it …">
        <CodeField control={form.control} name="code" label="Set-up code" />
        <EntryField control={form.control} name="name" label="Your name" autoComplete="name" />
        <EntryField control={form.control} name="email" label="E-mail" type="email" autoComplete="username" />
        <NewPasswordField control={form.control} name="password" />
      </EntryForm>
    </EntryPage>
  );
}
