'use client';

import Link from 'next/link';
import { useState } from 'react';
import { useController } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import type { DemoAccount } from '@/server/accounts/demo';
import type { SignInInput } from '@/server/accounts/schema';
import { Checkbox } from '../kit/inputs/checkbox';
import { EntryField, EntryForm, EntryPage, NameField } from './entry';
import { enter } from './enter';
import { post } from './post';
import { usePostForm } from './use-post-form';

const schema = async () => (await import('@/server/accounts/schema')).SIGN_IN;

/** Where one says who one is. `to`: where one wanted to go. */
export function SignInScreen({
  business,
  to,
  demo,
}: {
  readonly business: string;
  readonly to: string;
  readonly demo: readonly DemoAccount[];
}) {
  const goOn = () => enter(to);
  const form = usePostForm<SignInInput>(
    '/api/sign-in',
    schema,
    { name: '', password: '', shared: false },
    goOn,
  );
  const { field: shared } = useController({ control: form.control, name: 'shared' });
  return (
    <EntryPage
      business={business}
      title="Sign in"
      beside={demo.length > 0 && <DemoAccounts demo={demo} onDone={goOn} />}
    >
      <EntryForm form={form} verb="Sign in" busyVerb="Signing in …">
        <NameField control={form.control} name="name" />
        <EntryField
          control={form.control}
          name="password"
          label="Password"
          type="password"
          autoComplete="current-password"
        />
        <Checkbox checked={shared.value} onChange={shared.onChange}>
          Others use this device too: sign me out when the browser is closed
        </Checkbox>
      </EntryForm>
      <p className="text-muted mt-6">
        Somebody gave you a code?{' '}
        <Link className="link link-primary font-semibold" href="/join" prefetch={false}>
          Use it here
        </Link>
        . No password any more?{' '}
        <Link className="link link-primary font-semibold" href="/forgot" prefetch={false}>
          Get a new one
        </Link>
        .
      </p>
    </EntryPage>
  );
}

/** The accounts of the demo, which have no secrets. */
function DemoAccounts({
  demo,
  onDone,
}: {
  readonly demo: readonly DemoAccount[];
  readonly onDone: () => void;
}) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const choose = async (account: string) => {
    const answer = await post('/api/sign-in/demo', { account });
    if (answer.ok) onDone();
    else setTrouble(asSentence(answer.problem.message));
  };
  return (
    <section
      aria-labelledby="demo"
      className="border-rule w-[500px] max-w-full border-l pl-6 max-lg:border-t max-lg:border-l-0 max-lg:pt-4 max-lg:pl-0"
    >
      <h2 id="demo" className="font-serif text-lg font-semibold">
        Look at the demo as
      </h2>
      {trouble && (
        <p role="alert" className="text-gap font-semibold">
          {trouble}
        </p>
      )}
      <ul className="menu mt-2 w-full px-0 text-base">
        {demo.map(({ id, name, what }) => (
          <li key={id}>
            <button type="button" className="rounded-[3px] px-2" onClick={() => void choose(id)}>
              <span className="w-32 shrink-0 font-semibold">{name}</span>
              <span className="text-muted">{what}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
