import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { DeviceView, SetupPayload } from '@/server/site/payload';
import { asSentence } from '@/core/sentence';
import { postJson } from '../clock/post-json';
import { activityText } from '@/core/clock/activity';
import type { ActivitiesSetup } from '@/server/clock/activity-hours';
import { newId } from '../commands/new-id';
import { useAnswer } from '../commands/use-answer';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field, FieldGroup } from '../kit/inputs/field';
import { CountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { Page } from '../kit/page';
import { EmptyState, Refused } from '../kit/states';
import { Table } from '../kit/table';
import { activitiesAddress } from './activities-section';
import { AlertsPart } from './alerts-part';
import { PhonesPart } from './phones-part';
import { PhotosPart } from './photos-part';
import { PinsPart } from './pins-part';
import { When } from '../layout/when';

/** The devices at the door of a site, and the PINs with which people clock at them. */
export function DevicesSection({ setup }: { readonly setup: SetupPayload }) {
  const [open, setOpen] = useState<DeviceView | 'new' | null>(null);
  const [code, setCode] = useState<DeviceView | null>(null);
  const groups = [...new Set(setup.pinPeople.flatMap((person) => person.groups))].sort();
  return (
    <Page>
      <div className="grid max-w-[1240px] grid-cols-2 gap-12 max-[1000px]:grid-cols-1">
        <div className="flex flex-col gap-8">
          <section>
            <h2 className="font-serif text-lg font-semibold">Devices at the door</h2>
            <p className="text-muted mb-2 text-sm">
              A tablet or an old phone that stands at the site: open <b>/clock</b> on it and pair it with its
              code.
            </p>
            {setup.devices.length === 0 ? (
              <EmptyState title="There is no device yet.">
                People clock by whoever plans, in Today.
              </EmptyState>
            ) : (
              <Table isFlush>
                <thead>
                  <tr>
                    <th scope="col">Name</th>
                    <th scope="col">For</th>
                    <th scope="col">Paired</th>
                    <th aria-label="Change" />
                  </tr>
                </thead>
                <tbody>
                  {setup.devices.map((device) => (
                    <tr key={device.id}>
                      <th scope="row" className="font-semibold">
                        {device.name}
                        {device.keeper && (
                          <span className="text-muted block text-sm font-normal">
                            looked after by{' '}
                            {setup.pinPeople.find(({ id }) => id === device.keeper)?.name ?? 'somebody'}
                          </span>
                        )}
                      </th>
                      <td>{device.groups.length === 0 ? 'everybody' : device.groups.join(', ')}</td>
                      <td>
                        {device.pairedAt ? <When at={device.pairedAt} /> : 'not yet'}
                        {device.endsAt && (
                          <span className="text-muted block text-sm">
                            until <When at={device.endsAt} />
                          </span>
                        )}
                      </td>
                      <td className="text-right whitespace-nowrap">
                        <Button kind="small" onClick={() => setCode(device)}>
                          Show a code
                        </Button>{' '}
                        <Button kind="small" onClick={() => setOpen(device)}>
                          Change
                        </Button>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
            )}
            <Button className="mt-3" onClick={() => setOpen('new')}>
              <Plus size={14} aria-hidden /> Add a device
            </Button>
          </section>
          <AlertsPart setup={setup} groups={groups} />
        </div>
        <div className="flex flex-col gap-8">
          <PinsPart setup={setup} groups={groups} />
          <PhonesPart setup={setup} groups={groups} />
          <PhotosPart setup={setup} />
        </div>
      </div>
      {open && (
        <DeviceDialog
          setup={setup}
          groups={groups}
          device={open === 'new' ? null : open}
          onClose={() => setOpen(null)}
        />
      )}
      {code && <CodeDialog site={setup.id} device={code} onClose={() => setCode(null)} />}
    </Page>
  );
}

interface DeviceForm {
  readonly name: string;
  readonly groups: string[];
  readonly keeper: string;
  readonly activity: string;
  readonly clocksBreaks: boolean;
  readonly ends: boolean;
  readonly hours: number;
}

function DeviceDialog({
  setup,
  groups,
  device,
  onClose,
}: {
  readonly setup: SetupPayload;
  readonly groups: readonly string[];
  readonly device: DeviceView | null;
  readonly onClose: () => void;
}) {
  const form = useForm<DeviceForm>({
    defaultValues: {
      ...{ name: device?.name ?? '', groups: [...(device?.groups ?? [])], keeper: device?.keeper ?? '' },
      activity: device?.activity ?? '',
      ...{ clocksBreaks: device?.clocksBreaks ?? true, ends: (device?.hoursValid ?? null) !== null },
      hours: device?.hoursValid ?? 720,
    },
  });
  const values = useWatch({ control: form.control }) as DeviceForm;
  const { answer } = useAnswer<ActivitiesSetup>(activitiesAddress(setup.id));
  const offered = (answer?.activities ?? []).filter((one) => !one.isRetired || one.id === device?.activity);
  const [id] = useState(() => device?.id ?? newId());
  const { run, busy, problem } = useCommand();
  const save = async () => {
    const { name, keeper, clocksBreaks, ends, hours } = values;
    const done = await run('device.save', {
      ...{ id, site: setup.id, name: name.trim(), groups: values.groups, clocksBreaks },
      ...{ keeper: keeper || null, hoursValid: ends ? hours : null, activity: values.activity || null },
    });
    if (done) onClose();
  };
  const end = async () => {
    if (await run('device.end', { site: setup.id, id })) onClose();
  };
  return (
    <Dialog title={device ? device.name : 'A device at the door'} className="w-[480px]" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <Field label="Name">
          <TextInput value={values.name} maxLength={80} onChange={(name) => form.setValue('name', name)} />
        </Field>
        {groups.length > 0 && (
          <FieldGroup title="For (nothing ticked: everybody here)">
            <div className="flex flex-wrap gap-x-4 gap-y-1">
              {groups.map((group) => (
                <Checkbox
                  key={group}
                  checked={values.groups.includes(group)}
                  onChange={(isOn) =>
                    form.setValue(
                      'groups',
                      isOn ? [...values.groups, group] : values.groups.filter((one) => one !== group),
                    )
                  }
                >
                  {group}
                </Checkbox>
              ))}
            </div>
          </FieldGroup>
        )}
        <Field label="Looked after by">
          <Select
            value={values.keeper}
            onChange={(keeper) => form.setValue('keeper', keeper)}
            options={[
              ['', 'nobody in particular'],
              ...setup.pinPeople.map(({ id: who, name }) => [who, name] as const),
            ]}
          />
        </Field>
        {offered.length > 0 && (
          <Field label="Worked at where nobody says">
            <Select
              value={values.activity}
              onChange={(activity) => form.setValue('activity', activity)}
              options={[['', 'as planned'], ...offered.map((one) => [one.id, activityText(one)] as const)]}
            />
          </Field>
        )}
        <Checkbox checked={values.clocksBreaks} onChange={(isOn) => form.setValue('clocksBreaks', isOn)}>
          Breaks are clocked at it
        </Checkbox>
        <div className="flex items-center gap-2">
          <Checkbox checked={values.ends} onChange={(isOn) => form.setValue('ends', isOn)}>
            It ends by itself
          </Checkbox>
          {values.ends && (
            <>
              <CountInput
                label="Hours until it ends"
                value={values.hours}
                least={1}
                most={100_000}
                onChange={(hours) => form.setValue('hours', hours)}
              />{' '}
              hours after it is paired
            </>
          )}
        </div>
      </div>
      <Refused problem={problem} className="mt-3" />
      <div className="mt-4 flex gap-2">
        <Button kind="primary" busy={busy} disabled={values.name.trim() === ''} onClick={() => void save()}>
          Save
        </Button>
        {device && (
          <Button kind="danger" className="ml-auto" disabled={busy} onClick={() => void end()}>
            End this device
          </Button>
        )}
      </div>
    </Dialog>
  );
}

function CodeDialog({
  site,
  device,
  onClose,
}: {
  readonly site: string;
  readonly device: DeviceView;
  readonly onClose: () => void;
}) {
  const [code, setCode] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const show = async () => {
    setBusy(true);
    const answer = await postJson<{ code: string }>('/api/clock/code', { site, device: device.id });
    setBusy(false);
    if (answer?.ok) setCode(answer.code);
    else setProblem(answer?.problem.message ?? 'There is no connection just now.');
  };
  return (
    <Dialog title={`Pair ${device.name}`} className="w-[440px]" onClose={onClose}>
      {code ? (
        <>
          <p>Open /clock on the device and type this code within a quarter of an hour:</p>
          <p className="mt-3 font-serif text-3xl font-semibold tracking-wider" data-code>
            {code}
          </p>
        </>
      ) : (
        <>
          <p>
            {device.pairedAt
              ? 'Whatever is paired as this device now is so no longer once the code is used.'
              : 'The code is shown once, and holds for a quarter of an hour.'}
          </p>
          {problem && (
            <p role="alert" className="text-gap mt-2 font-semibold">
              {asSentence(problem)}
            </p>
          )}
          <Button kind="primary" className="mt-3" busy={busy} onClick={() => void show()}>
            Show the code
          </Button>
        </>
      )}
    </Dialog>
  );
}
