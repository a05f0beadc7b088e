import { useForm, useWatch } from 'react-hook-form';
import type { OwnVisit } from '@/server/jobs/own-jobs';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { LengthInput } from '../kit/inputs/parsed-input';
import { TextArea } from '../kit/inputs/text-input';
import { Refused } from '../kit/states';

interface Values {
  readonly note: string;
  readonly isLeft: boolean;
  readonly left: number | null;
}

/** Says that a job is done, with a note, and with what is left over. */
export function DoneForm({
  visit,
  onSaid,
  onClose,
}: {
  readonly visit: OwnVisit;
  readonly onSaid: () => void;
  readonly onClose: () => void;
}) {
  const remaining = Math.max(30, Math.ceil((visit.personMinutes - visit.worked) / 30) * 30);
  const form = useForm<Values>({ defaultValues: { note: '', isLeft: false, left: remaining } });
  const { note, isLeft, left } = useWatch({ control: form.control }) as Values;
  const { run, busy, problem } = useCommand();
  const save = async () => {
    const input = { id: newId(), site: visit.site, job: visit.job, note: note.trim() };
    const done = await run('job.finish', { ...input, left: isLeft ? left : null }, 'Done');
    if (!done) return;
    onClose();
    onSaid();
  };
  return (
    <div className="border-rule flex flex-col gap-3 border p-3">
      <Field label="What was done">
        <TextArea
          label="What was done"
          rows={2}
          maxLength={2000}
          value={note}
          onChange={(text) => form.setValue('note', text)}
        />
      </Field>
      <Checkbox className="min-h-11" checked={isLeft} onChange={(is) => form.setValue('isLeft', is)}>
        Something is left over: it waits to be planned anew
      </Checkbox>
      {isLeft && (
        <Field label="How much, in hours of one person">
          <LengthInput
            label="How much, in hours of one person"
            value={left}
            onChange={(minutes) => form.setValue('left', minutes)}
          />
        </Field>
      )}
      <Refused problem={problem} />
      <div className="flex gap-2">
        <Button
          kind="primary"
          className="min-h-11 flex-1"
          busy={busy}
          disabled={isLeft && left === null}
          onClick={() => void save()}
        >
          It is done
        </Button>
        <Button className="min-h-11" onClick={onClose}>
          Not yet
        </Button>
      </div>
    </div>
  );
}
