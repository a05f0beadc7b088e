'use client';

import { useSyncExternalStore } from 'react';
import { type Control, Controller, type FieldValues, type Path } from 'react-hook-form';
import { Button } from '../kit/button';
import { FaultsProvider } from '../kit/inputs/faults';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { Wordmark } from '../layout/wordmark';
import type { usePostForm } from './use-post-form';

/** A page for who is not signed in yet: one thing to do, under the name of the business. */
export function EntryPage({
  business,
  title,
  beside,
  children,
}: {
  readonly business: string;
  readonly title: string;
  /** What stands beside it where there is room. */
  readonly beside?: React.ReactNode;
  readonly children: React.ReactNode;
}) {
  // What is typed before the page can hear it would be lost, so nothing can be typed until then.
  const ready = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return (
    <div className="bg-paper text-ink min-h-dvh" data-ready={ready} inert={!ready}>
      <header className="border-rule flex h-[46px] items-center gap-4 border-b px-6 phone:px-4">
        <Wordmark />
        <span className="text-muted">{business}</span>
      </header>
      <main className="mx-auto flex w-fit max-w-full flex-wrap justify-center gap-x-20 gap-y-8 px-6 py-12 phone:px-4 phone:py-6">
        <div className="w-[360px] max-w-full">
          <h1 className="mb-4 font-serif text-2xl font-semibold">{title}</h1>
          {children}
        </div>
        {beside}
      </main>
    </div>
  );
}

function never(): () => void {
  return () => undefined;
}

/** A form of a few fields with the one button that sends it. */
export function EntryForm<Input extends FieldValues>({
  form,
  verb,
  busyVerb,
  children,
}: {
  readonly form: ReturnType<typeof usePostForm<Input>>;
  readonly verb: string;
  readonly busyVerb: string;
  readonly children: React.ReactNode;
}) {
  return (
    <form
      noValidate
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        void form.submit();
      }}
    >
      {form.trouble && (
        <p role="alert" className="text-gap font-semibold">
          {form.trouble}
        </p>
      )}
      <FaultsProvider value={form.faultOf}>{children}</FaultsProvider>
      <Button type="submit" kind="primary" busy={form.busy} className="min-h-11">
        {form.busy ? busyVerb : verb}
      </Button>
    </form>
  );
}

/** One line of such a form. */
export function EntryField<Input extends FieldValues>({
  control,
  name,
  label,
  hint,
  ...rest
}: {
  readonly control: Control<Input>;
  readonly name: Path<Input>;
  readonly label: string;
  readonly hint?: string;
} & Omit<React.ComponentProps<typeof TextInput>, 'value' | 'onChange' | 'label' | 'name'>) {
  return (
    <Field label={label} hint={hint}>
      <Controller
        control={control}
        name={name}
        render={({ field }) => (
          <TextInput {...rest} {...field} value={String(field.value ?? '')} className="min-h-11 w-full" />
        )}
      />
    </Field>
  );
}

type Named<Input extends FieldValues> = {
  readonly control: Control<Input>;
  readonly name: Path<Input>;
};

/** What one signs in with. */
export function NameField<Input extends FieldValues>(props: Named<Input>) {
  return (
    <EntryField
      {...props}
      label="E-mail or staff number"
      autoComplete="username"
      autoCapitalize="none"
      spellCheck={false}
    />
  );
}

/** A code from a terminal, a message or a sheet of paper. */
export function CodeField<Input extends FieldValues>({
  label,
  hint,
  ...props
}: Named<Input> & { readonly label: string; readonly hint?: string }) {
  return (
    <EntryField
      {...props}
      label={label}
      hint={hint}
      autoComplete="one-time-code"
      autoCapitalize="characters"
      spellCheck={false}
    />
  );
}

/** A password that is chosen. */
export function NewPasswordField<Input extends FieldValues>({
  label = 'Password',
  ...props
}: Named<Input> & { readonly label?: string }) {
  return (
    <EntryField
      {...props}
      label={label}
      hint="At least 10 characters. A few words are easy to keep in mind."
      type="password"
      autoComplete="new-password"
    />
  );
}
