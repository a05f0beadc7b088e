import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';
import { postJson } from './post-json';

/** Pairs a device by a code that whoever sets up the site has in front of them. */
export function PairForm() {
  const form = useForm({ defaultValues: { code: '' } });
  const { code = '' } = useWatch({ control: form.control });
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const pair = async () => {
    setBusy(true);
    const answer = await postJson('/api/clock/pair', { code });
    setBusy(false);
    if (answer?.ok) window.location.reload();
    else setProblem(answer?.problem.message ?? 'There is no connection just now.');
  };
  return (
    <form
      className="max-w-[420px]"
      onSubmit={(event) => {
        event.preventDefault();
        void pair();
      }}
    >
      <p className="mb-4 text-lg">
        In Set-up, under Devices, add this device and show its code. It holds for a quarter of an hour.
      </p>
      <Field label="Code">
        <TextInput
          className="h-14 w-full text-2xl uppercase"
          placeholder="XXXX-XXXX-XXXX"
          autoComplete="off"
          value={code}
          onChange={(text) => form.setValue('code', text)}
        />
      </Field>
      {problem && (
        <p role="alert" className="text-gap mt-2 font-semibold">
          {asSentence(problem)}
        </p>
      )}
      <Button
        kind="primary"
        type="submit"
        className="mt-4 h-14 w-full text-xl"
        busy={busy}
        disabled={code.trim() === ''}
      >
        Pair
      </Button>
    </form>
  );
}
