import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { OwnVisit } from '@/server/jobs/own-jobs';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { AmountInput } from '../kit/inputs/parsed-input';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { Refused } from '../kit/states';

/** What was used for a job, and what it cost. */
export function Materials({
  visit,
  isFixed,
  onSaid,
}: {
  readonly visit: OwnVisit;
  readonly isFixed: boolean;
  readonly onSaid: () => void;
}) {
  const [turn, setTurn] = useState(0);
  const { run, busy, problem } = useCommand();
  const form = useForm<{ name: string; cost: number | null }>({ defaultValues: { name: '', cost: null } });
  const { name, cost } = useWatch({ control: form.control }) as { name: string; cost: number | null };
  const add = async () => {
    const input = { id: newId(), site: visit.site, job: visit.job, name: name.trim(), cost };
    if (!(await run('job.material', input, 'Written down'))) return;
    form.reset();
    setTurn(turn + 1);
    onSaid();
  };
  const remove = async (material: string) => {
    if (await run('job.material.remove', { site: visit.site, material })) onSaid();
  };
  return (
    <section aria-label="Materials">
      <h3 className="text-sm font-semibold">Materials</h3>
      {visit.materials.length > 0 && (
        <ul>
          {visit.materials.map((one) => (
            <li key={one.id} className="border-fine flex min-h-11 items-center gap-2 border-b text-sm">
              <span className="mr-auto">{one.name}</span>
              <span className={one.cost === null ? 'text-muted' : undefined}>
                {one.cost === null ? 'no cost yet' : one.cost.toFixed(2)}
              </span>
              {!isFixed && <RemoveButton label={`Not ${one.name}`} onClick={() => void remove(one.id)} />}
            </li>
          ))}
        </ul>
      )}
      {!isFixed && (
        <div className="mt-1 flex flex-wrap items-center gap-2">
          <TextInput
            label="What was used"
            placeholder="What was used"
            className="min-h-11 min-w-0 flex-1"
            maxLength={120}
            value={name}
            onChange={(text) => form.setValue('name', text)}
          />
          <AmountInput
            key={turn}
            label="What it cost"
            placeholder="cost"
            className="min-h-11 w-[84px] text-right"
            value={cost}
            onChange={(amount) => form.setValue('cost', amount)}
          />
          <Button className="min-h-11" busy={busy} disabled={name.trim() === ''} onClick={() => void add()}>
            Add
          </Button>
        </div>
      )}
      <Refused problem={problem} />
    </section>
  );
}
