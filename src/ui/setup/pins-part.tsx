import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import { counted } from '@/core/time/format';
import type { MadePins } from '@/server/clock/pins';
import type { SetupPayload } from '@/server/site/payload';
import { postJson } from '../clock/post-json';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Field } from '../kit/inputs/field';
import { CountInput } from '../kit/inputs/parsed-input';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { Table } from '../kit/table';

interface PinForm {
  readonly who: string;
  readonly how: 'random' | 'phone';
  readonly digits: number;
}

/** Makes PINs for whoever has none, for a group or for all, and shows them this once. */
export function PinsPart({
  setup,
  groups,
}: {
  readonly setup: SetupPayload;
  readonly groups: readonly string[];
}) {
  const router = useRouter();
  const { pinPeople: people } = setup;
  const without = people.filter(({ hasPin }) => !hasPin);
  const form = useForm<PinForm>({ defaultValues: { who: 'without', how: 'random', digits: 4 } });
  const { who, how, digits } = useWatch({ control: form.control }) as PinForm;
  const [made, setMade] = useState<MadePins | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const chosen =
    who === 'without'
      ? without
      : who === 'all'
        ? people
        : people.filter(
            ({ id, groups: its }) => `person ${id}` === who || its.some((group) => `group ${group}` === who),
          );
  const replaced = chosen.filter(({ hasPin }) => hasPin).length;
  const make = async () => {
    setBusy(true);
    setProblem(null);
    const input = { site: setup.id, people: chosen.map(({ id }) => id), how, digits };
    const answer = await postJson<{ pins: MadePins }>('/api/clock/pins', input);
    setBusy(false);
    if (answer?.ok) {
      setMade(answer.pins);
      router.refresh();
    } else setProblem(answer?.problem.message ?? 'There is no connection just now.');
  };
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">PINs</h2>
      <p className="text-muted mb-2 text-sm">
        {people.length - without.length} of {counted(people.length, 'person', 'people')} have one. People
        change theirs on their own page. A PIN of six figures and more can be used without a name where up to
        50 people use a device.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="For">
          <Select
            value={who}
            onChange={(one) => form.setValue('who', one)}
            options={[
              ['without', `${without.length} without a PIN`],
              ['all', `all ${people.length}`],
              ...groups.map((group) => [`group ${group}`, group] as const),
              ...people.map(({ id, name }) => [`person ${id}`, name] as const),
            ]}
          />
        </Field>
        <Segmented
          label="Made"
          value={how}
          onChange={(one) => form.setValue('how', one)}
          options={[
            { value: 'random', name: 'At random' },
            { value: 'phone', name: 'Last figures of the phone' },
          ]}
        />
        <Field label="Figures">
          <CountInput
            value={digits}
            least={4}
            most={8}
            onChange={(count) => form.setValue('digits', count)}
          />
        </Field>
      </div>
      {replaced > 0 && (
        <p className="text-brass mt-2 text-sm font-semibold">
          {counted(replaced, 'person has', 'people have')} one already, which then no longer counts.
        </p>
      )}
      {problem && (
        <p role="alert" className="text-gap mt-2 font-semibold">
          {asSentence(problem)}
        </p>
      )}
      <Button className="mt-3" busy={busy} disabled={chosen.length === 0} onClick={() => void make()}>
        Make {counted(chosen.length, 'PIN')}
      </Button>
      {made && (
        <Dialog
          title="PINs, shown this once"
          className="w-[520px]"
          tools={<Button onClick={() => window.print()}>Print</Button>}
          onClose={() => setMade(null)}
        >
          {made.made.length > 0 && (
            <Table isFlush>
              <thead>
                <tr>
                  <th scope="col">Name</th>
                  <th scope="col">Number</th>
                  <th scope="col">PIN</th>
                </tr>
              </thead>
              <tbody>
                {made.made.map(({ name, number, pin }) => (
                  <tr key={name}>
                    <th scope="row" className="font-normal">
                      {name}
                    </th>
                    <td>{number}</td>
                    <td className="font-semibold tracking-widest">{pin}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
          {made.left.length > 0 && (
            <>
              <h3 className="mt-3 font-semibold">Without</h3>
              <ul>
                {made.left.map(({ name, why }) => (
                  <li key={name}>
                    {name} {why}.
                  </li>
                ))}
              </ul>
            </>
          )}
        </Dialog>
      )}
    </section>
  );
}
