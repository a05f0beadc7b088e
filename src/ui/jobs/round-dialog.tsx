import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { Day } from '@/core/time/day';
import { bareHours, counted } from '@/core/time/format';
import type { RoundLine, RoundsPage } from '@/server/jobs/rounds-page';
import { newId } from '../commands/new-id';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Combobox } from '../kit/inputs/combobox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { CountInput, LengthInput } from '../kit/inputs/parsed-input';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { Refused } from '../kit/states';
import { RuleFields } from '../patterns/rule-fields';

interface Values {
  readonly name: string;
  readonly service: string;
  readonly crew: string;
  readonly places: readonly string[];
  readonly how: 'rule' | 'called';
  readonly rule: string;
  readonly since: Day;
  readonly until: Day | null;
  readonly days: number;
  readonly personMinutes: number | null;
  readonly reach: 'all' | 'later';
  readonly from: Day;
}

/** Writes a round: which places, in which order, how often; what that does to its jobs is told before. */
export function RoundDialog({
  page,
  round,
  onClose,
  onSaved,
}: {
  readonly page: RoundsPage;
  /** null: a new one. */
  readonly round: RoundLine | null;
  readonly onClose: () => void;
  readonly onSaved: (id: string) => void;
}) {
  const [id] = useState(() => round?.id ?? newId());
  const form = useForm<Values>({
    defaultValues: {
      ...{ name: round?.name ?? '', service: round?.service ?? '', crew: round?.crew ?? '' },
      ...{ places: round?.places ?? [], how: round && round.rule === null ? 'called' : 'rule' },
      ...{ rule: round?.rule ?? 'FREQ=WEEKLY;BYDAY=MO', since: round?.since ?? page.today },
      ...{ until: round?.until ?? null, days: round?.days ?? 5, personMinutes: round?.personMinutes ?? null },
      ...{ reach: 'all', from: page.today },
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const { places, how } = values;
  const input =
    values.name.trim() === '' || places.length === 0
      ? null
      : {
          site: page.site,
          round: {
            ...{ id, name: values.name.trim(), places, since: values.since, until: values.until },
            ...{ service: values.service || null, crew: values.crew || null },
            ...{ rule: how === 'rule' ? values.rule : null, days: values.days },
            personMinutes: values.personMinutes,
          },
          from: round && values.reach === 'later' ? values.from : null,
        };
  const preview = usePreview('round.save', input);
  const { run, busy, problem } = useCommand();
  const ending = useCommand();
  const refused =
    problem ??
    ending.problem ??
    (preview?.ok === false && preview.problem.code !== 'nothing' ? preview.problem : null);
  const usual = page.services.find((one) => one.id === values.service)?.personMinutes ?? 60;
  const free = page.places.filter((one) => !one.isRetired && !places.includes(one.id));
  const move = (at: number, by: number) => {
    const next = [...places];
    [next[at], next[at + by]] = [next[at + by], next[at]];
    form.setValue('places', next);
  };
  const nameOf = (place: string) => page.places.find((one) => one.id === place)?.name ?? place;
  return (
    <Dialog title={round ? round.name : 'New round'} className="w-[680px]" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <div className="flex flex-wrap gap-3">
          <Field label="Name" className="min-w-0 flex-1">
            <TextInput
              className="w-full"
              maxLength={120}
              value={values.name}
              onChange={(name) => form.setValue('name', name)}
            />
          </Field>
          <Field label="Service">
            <Select
              value={values.service}
              onChange={(service) => form.setValue('service', service)}
              options={[
                ['', 'None'],
                ...page.services
                  .filter((one) => !one.isRetired || one.id === round?.service)
                  .map((one) => [one.id, one.name] as const),
              ]}
            />
          </Field>
          <Field label="Person-hours each">
            <LengthInput
              label="Person-hours each"
              placeholder={bareHours(usual)}
              value={values.personMinutes}
              onChange={(minutes) => form.setValue('personMinutes', minutes)}
            />
          </Field>
          <Field label="Usual crew">
            <Select
              value={values.crew}
              onChange={(crew) => form.setValue('crew', crew)}
              options={[['', 'None'], ...page.crews.map((one) => [one.id, one.name] as const)]}
            />
          </Field>
        </div>
        <Segmented<'rule' | 'called'>
          label="When"
          value={how}
          onChange={(next) => form.setValue('how', next)}
          options={[
            { value: 'rule', name: 'On dates by a rule' },
            { value: 'called', name: 'When it is called out' },
          ]}
        />
        {how === 'rule' && (
          <div className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-6 gap-y-3 max-md:grid-cols-1">
            <RuleFields
              rule={values.rule}
              anchor={values.since}
              onChange={(rule) => form.setValue('rule', rule)}
            />
            <div className="flex flex-col gap-3">
              <Field label="From">
                <DateInput
                  isNeeded
                  value={values.since}
                  onChange={(since) => since !== null && form.setValue('since', since)}
                />
              </Field>
              <Field label="Until (empty: no end)">
                <DateInput value={values.until} onChange={(until) => form.setValue('until', until)} />
              </Field>
              <Field label="Done within, in days">
                <CountInput
                  label="Done within, in days"
                  least={1}
                  most={60}
                  value={values.days}
                  onChange={(days) => form.setValue('days', days)}
                />
              </Field>
            </div>
          </div>
        )}
        <fieldset>
          <legend className="text-muted mb-1 text-sm">
            {places.length === 0
              ? 'Places, in the order of the round'
              : `${counted(places.length, 'place')}, in this order`}
          </legend>
          {places.length > 0 && (
            <ol className="border-fine max-h-[180px] overflow-y-auto border">
              {places.map((place, i) => (
                <li key={place} className="border-fine flex items-center gap-1 border-b px-2 last:border-b-0">
                  <span className="text-muted w-7 text-sm">{i + 1}</span>
                  <span className="mr-auto">{nameOf(place)}</span>
                  <Button
                    kind="quiet"
                    disabled={i === 0}
                    aria-label={`${nameOf(place)} earlier`}
                    onClick={() => move(i, -1)}
                  >
                    <ArrowUp size={14} aria-hidden />
                  </Button>
                  <Button
                    kind="quiet"
                    disabled={i === places.length - 1}
                    aria-label={`${nameOf(place)} later`}
                    onClick={() => move(i, 1)}
                  >
                    <ArrowDown size={14} aria-hidden />
                  </Button>
                  <RemoveButton
                    label={`Without ${nameOf(place)}`}
                    onClick={() =>
                      form.setValue(
                        'places',
                        places.filter((one) => one !== place),
                      )
                    }
                  />
                </li>
              ))}
            </ol>
          )}
          <Combobox
            key={places.length}
            className="mt-1 w-[240px]"
            value=""
            placeholder="Add a place"
            options={free.map((one) => ({ value: one.id, name: one.name }))}
            onChange={(place) => place !== '' && form.setValue('places', [...places, place])}
          />
        </fieldset>
        {round && how === 'rule' && (
          <div className="flex flex-wrap items-end gap-3">
            <Segmented<'all' | 'later'>
              label="Which jobs change"
              value={values.reach}
              onChange={(reach) => form.setValue('reach', reach)}
              options={[
                { value: 'all', name: 'All that are not begun' },
                { value: 'later', name: 'From a date on' },
              ]}
            />
            {values.reach === 'later' && (
              <DateInput
                isNeeded
                label="From which date on"
                value={values.from}
                onChange={(from) => from !== null && form.setValue('from', from)}
              />
            )}
          </div>
        )}
        <Refused problem={refused} />
        {preview?.ok && <ImpactList answer={preview} named={6} />}
        <div className="flex flex-wrap gap-2">
          <Button
            kind="primary"
            busy={busy}
            disabled={!preview?.ok || input === null}
            onClick={() =>
              void run('round.save', input!).then((done) => {
                if (!done) return;
                onSaved(id);
                onClose();
              })
            }
          >
            Save
          </Button>
          {round && (round.until === null || round.until >= page.today) && (
            <Button
              kind="danger"
              busy={ending.busy}
              onClick={() =>
                void ending.run('round.end', { site: page.site, round: id }).then((done) => done && onClose())
              }
            >
              End the round
            </Button>
          )}
        </div>
        {round && (
          <p className="text-muted text-sm">
            What was begun, done or changed by hand stays as it is. A single job is changed in Crew days.
          </p>
        )}
      </div>
    </Dialog>
  );
}
