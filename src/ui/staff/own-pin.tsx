import { useState } from 'react';
import { asSentence } from '@/core/sentence';
import { postJson } from '../clock/post-json';
import { notify } from '../commands/notify';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { TextInput } from '../kit/inputs/text-input';

/** Sets one's own PIN for the device at the door. */
export function OwnPin() {
  const [pin, setPin] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const save = async () => {
    setBusy(true);
    const answer = await postJson('/api/me/pin', { pin });
    setBusy(false);
    if (!answer?.ok) return setProblem(answer?.problem.message ?? 'There is no connection just now.');
    setProblem(null);
    setPin('');
    notify({ text: 'Your PIN is set.' });
  };
  return (
    <form
      className="mt-3 flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Field label="A new PIN for the clock at the door" hint="4 to 8 figures">
        <TextInput
          type="password"
          inputMode="numeric"
          autoComplete="off"
          className="h-11 w-[140px]"
          value={pin}
          fault={problem && asSentence(problem)}
          onChange={(text) => setPin(text.replace(/\D/g, '').slice(0, 8))}
        />
      </Field>
      <Button type="submit" className="min-h-11" busy={busy} disabled={pin.length < 4}>
        Set
      </Button>
    </form>
  );
}
