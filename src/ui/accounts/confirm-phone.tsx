import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { postJson } from '../clock/post-json';
import { notify } from '../commands/notify';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';

const UNREACHED = { message: 'there is no connection just now' };

/** Says that a number has to be confirmed before a message goes to it, and does that with a code. */
export function ConfirmPhone({
  phone,
  onConfirmed,
}: {
  readonly phone: string;
  readonly onConfirmed: () => void;
}) {
  const [step, setStep] = useState<'new' | 'sent' | 'done'>('new');
  const [code, setCode] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const ask = async (path: string, input: object) => {
    setBusy(true);
    const answer = await postJson(path, input);
    setBusy(false);
    setProblem(answer?.ok ? null : (answer?.problem ?? UNREACHED).message);
    return answer?.ok === true;
  };
  const send = async () => {
    if (await ask('/api/me/phone', { phone })) setStep('sent');
  };
  const confirm = async () => {
    if (!(await ask('/api/me/phone/confirm', { code }))) return;
    setStep('done');
    notify({ text: `${phone} is confirmed.` });
    onConfirmed();
  };
  if (step === 'done') return <p className="text-muted text-sm">{phone} is confirmed.</p>;
  return (
    <form
      className="mt-1 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void (step === 'new' ? send() : confirm());
      }}
    >
      <p className="w-full text-sm">
        {step === 'new'
          ? 'No message goes to it before it is confirmed to be yours.'
          : `A code was sent to ${phone}.`}
      </p>
      {step === 'new' ? (
        <Button type="submit" className="phone:min-h-11" busy={busy}>
          Send a code
        </Button>
      ) : (
        <>
          <Field label="The code, 6 figures">
            <TextInput
              inputMode="numeric"
              autoComplete="one-time-code"
              className="w-[110px] phone:h-11"
              value={code}
              onChange={(text) => setCode(text.replace(/\D/g, '').slice(0, 6))}
            />
          </Field>
          <Button type="submit" className="phone:min-h-11" busy={busy} disabled={code.length < 6}>
            Confirm
          </Button>
          <Button kind="link" className="phone:min-h-11" busy={busy} onClick={() => void send()}>
            Send another
          </Button>
        </>
      )}
      {problem && (
        <p role="alert" className="text-gap w-full font-semibold">
          {asSentence(problem)}
        </p>
      )}
    </form>
  );
}
