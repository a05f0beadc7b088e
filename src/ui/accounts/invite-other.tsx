'use client';

import { useState } from 'react';
import { useForm, useWatch, get } from 'react-hook-form';
import { joiResolver } from '@hookform/resolvers/joi';
import { IN_WORDS } from '@/core/fault-words';
import { asSentence } from '@/core/sentence';
import type { AccountsPayload } from '@/server/accounts/payload';
import { INVITE_OTHER, type OtherInvitation } from '@/server/accounts/schema';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { FaultsProvider } from '../kit/inputs/faults';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { GrantFields } from './grant-fields';

/** Invites somebody who does not work here, such as an accountant. */
export function InviteOther({
  places,
  onDone,
}: {
  readonly places: AccountsPayload['places'];
  readonly onDone: () => void;
}) {
  const { run, busy, problem } = useCommand();
  const [start] = useState<OtherInvitation>(() => ({
    name: '',
    email: '',
    grants: [{ kind: 'payroll', site: places[0]?.id ?? null, area: null, seesPay: true }],
  }));
  const form = useForm<OtherInvitation>({
    defaultValues: start,
    resolver: joiResolver(INVITE_OTHER, { abortEarly: false, ...IN_WORDS }),
  });
  const draft = useWatch({ control: form.control }) as OtherInvitation;
  const { errors } = form.formState;
  const faultOf = (name: string) => {
    const message = (get(errors, name) as { message?: unknown } | undefined)?.message;
    if (typeof message === 'string') return asSentence(message);
    return problem?.path === `input.${name}` ? asSentence(problem.message) : null;
  };
  const send = form.handleSubmit(async (input) => {
    if (await run('account.inviteOther', input, `Invited ${input.name}`)) onDone();
  });
  return (
    <form
      noValidate
      aria-label="Invite somebody who does not work here"
      className="border-rule bg-paper flex flex-wrap items-start gap-x-6 gap-y-3 border-b px-4 py-3"
      onSubmit={(event) => void send(event)}
    >
      <FaultsProvider value={faultOf}>
        <Field label="Name">
          <TextInput name="name" value={draft.name} onChange={(name) => form.setValue('name', name)} />
        </Field>
        <Field label="E-mail">
          <TextInput
            name="email"
            type="email"
            className="w-60"
            value={draft.email}
            onChange={(email) => form.setValue('email', email)}
          />
        </Field>
        <Field label="May">
          <GrantFields
            grants={draft.grants}
            places={places}
            onChange={(grants) => form.setValue('grants', grants)}
          />
        </Field>
      </FaultsProvider>
      <Button type="submit" kind="primary" className="mt-4" disabled={busy}>
        Invite
      </Button>
      {(problem && !['input.name', 'input.email'].includes(problem.path)) || faultOf('grants') ? (
        <p role="alert" className="text-gap w-full font-semibold">
          {faultOf('grants') ?? asSentence(problem!.message)}
        </p>
      ) : null}
    </form>
  );
}
