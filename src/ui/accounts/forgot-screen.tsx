'use client';

import Link from 'next/link';
import { useState } from 'react';
import { EntryForm, EntryPage, NameField } from './entry';
import { usePostForm } from './use-post-form';

const schema = async () => (await import('@/server/accounts/schema')).FORGOT;

/** Where one asks for a link to set a new password. */
export function ForgotScreen({ business }: { readonly business: string }) {
  const [isSent, send] = useState(false);
  const form = usePostForm<{ readonly name: string }>('/api/forgot', schema, { name: '' }, () => send(true));
  return (
    <EntryPage business={business} title="A new password">
      {isSent ? (
        <p role="status">
          If there is an account with an e-mail address, a link is on its way to it. It works once, for 7
          days. If nothing comes, ask whoever plans your shifts for a code, and{' '}
          <Link className="link link-primary font-semibold" href="/join" prefetch={false}>
            use it here
          </Link>
          .
        </p>
      ) : (
        <EntryForm form={form} verb="Send me a link" busyVerb="Sending …">
          <NameField control={form.control} name="name" />
        </EntryForm>
      )}
    </EntryPage>
  );
}
