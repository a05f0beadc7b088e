import { Plus } from 'lucide-react';
import { PAYROLL_COLUMNS, type HourFigures, type HoursRules } from '@/core/timesheet/hours-rules';
import { type PayPeriodKind, payPeriodOn } from '@/core/timesheet/pay-period';
import { payKindKey, payKindName, type PayKind } from '@/core/timesheet/pay-kind';
import { formatDays } from '@/core/time/format';
import type { SetupPayload } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { AttendanceUnits } from './attendance-units';
import { GroupModels } from './group-models';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field, FieldGroup } from '../kit/inputs/field';
import { CountInput, AmountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { Table } from '../kit/table';

export const PERIOD_NAMES: Readonly<Record<PayPeriodKind, string>> = {
  weekly: 'weekly',
  fortnightly: 'every two weeks',
  'half-monthly': 'twice a month',
  monthly: 'monthly',
};

const PERIODS = Object.entries(PERIOD_NAMES) as [PayPeriodKind, string][];

const FIGURES: readonly (readonly [HourFigures, string])[] = [
  ['fractions', '7½ h'],
  ['clock', '7:30'],
  ['decimal', '7.50'],
];

/** How hours become pay: periods, when they are due, kinds of pay and what payroll calls them, and the columns of its file. */
export function PayrollSection({ setup }: { readonly setup: SetupPayload }) {
  const { id: site, hoursRules, today } = setup;
  const form = useCommandForm('hours.rules', { stored: { site, rules: hoursRules }, key: `payroll ${site}` });
  const rules = form.values.rules ?? hoursRules;
  const set = (part: Partial<HoursRules>) => form.change({ rules: { ...rules, ...part } });
  const period = payPeriodOn(rules.periods, today);
  return (
    <CommandForm form={form} className="grid max-w-[1240px] grid-cols-2 gap-12 max-[1000px]:grid-cols-1">
      <div className="flex flex-col gap-6">
        <section>
          <h2 className="font-serif text-lg font-semibold">Periods of pay</h2>
          <p className="text-muted mb-2 text-sm">
            This one is {formatDays(period.first, period.days)}, {period.number} of {period.of}. What was
            submitted keeps its period.
          </p>
          <Periods {...{ rules, set }} today={today} />
          <div className="mt-3 flex flex-wrap items-end gap-3">
            <Field label="Due so many days after the end">
              <CountInput
                name="rules.deadlineDays"
                value={rules.deadlineDays}
                most={31}
                onChange={(deadlineDays) => set({ deadlineDays })}
              />
            </Field>
            <Field label="Hours are written">
              <Select value={rules.figures} onChange={(figures) => set({ figures })} options={FIGURES} />
            </Field>
          </div>
          <Checkbox
            className="mt-3"
            checked={rules.ownPunches}
            onChange={(ownPunches) => set({ ownPunches })}
          >
            People may put right what they clocked until they submit it; otherwise they ask
          </Checkbox>
        </section>
        <section>
          <h2 className="font-serif text-lg font-semibold">Kinds of pay of your own</h2>
          <p className="text-muted mb-2 text-sm">
            Besides regular hours, overtime, holidays and leave: on call, travel, training. They are typed.
          </p>
          <OwnKinds {...{ rules, set }} />
        </section>
        <section>
          <h2 className="font-serif text-lg font-semibold">What hours are measured by</h2>
          <p className="text-muted mb-2 text-sm">
            By shifts, unless it is said otherwise of a group here, or of somebody on their page. Of several
            groups the first listed counts.
          </p>
          <GroupModels {...{ rules, set, setup }} />
        </section>
      </div>
      <div className="flex flex-col gap-6">
        <section>
          <h2 className="mb-2 font-serif text-lg font-semibold">What payroll calls them</h2>
          <Codes {...{ rules, set, setup }} />
        </section>
        <section>
          <h2 className="font-serif text-lg font-semibold">Figures of attendance</h2>
          <p className="text-muted mb-2 text-sm">
            In what unit each is given in reports, and how finely; a day is that of the clock’s rules.
          </p>
          <AttendanceUnits {...{ rules, set, setup }} />
        </section>
        <FieldGroup title="Columns of a payroll file">
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {PAYROLL_COLUMNS.map(({ id, name }) => (
              <Checkbox
                key={id}
                checked={rules.columns.includes(id)}
                onChange={(isOn) =>
                  set({
                    columns: isOn ? [...rules.columns, id] : rules.columns.filter((one) => one !== id),
                  })
                }
              >
                {name}
              </Checkbox>
            ))}
          </div>
        </FieldGroup>
      </div>
    </CommandForm>
  );
}

interface Part {
  readonly rules: HoursRules;
  readonly set: (part: Partial<HoursRules>) => void;
}

function Periods({ rules, set, today }: Part & { readonly today: number }) {
  const change = (at: number, part: Partial<HoursRules['periods'][number]>) =>
    set({ periods: rules.periods.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  return (
    <ul className="flex flex-col gap-2">
      {rules.periods.map(({ since, kind }, i) => (
        <li key={i} className="flex flex-wrap items-center gap-2">
          <Select
            label={`Periods, ${i + 1}`}
            value={kind}
            onChange={(one) => change(i, { kind: one })}
            options={PERIODS}
          />
          {i === 0 && rules.periods.length > 1 ? 'first, counted from' : 'from'}
          <DateInput
            label={`The first begins on, ${i + 1}`}
            value={since}
            onChange={(day) => change(i, { since: day })}
          />
          {rules.periods.length > 1 && (
            <RemoveButton
              label={`Take away periods ${i + 1}`}
              onClick={() => set({ periods: rules.periods.filter((_, at) => at !== i) })}
            />
          )}
        </li>
      ))}
      <li>
        <Button
          kind="small"
          onClick={() =>
            set({ periods: [...rules.periods, { since: today + 7, kind: rules.periods.at(-1)!.kind }] })
          }
        >
          <Plus size={12} aria-hidden /> Others from a date on
        </Button>
      </li>
    </ul>
  );
}

function OwnKinds({ rules, set }: Part) {
  const change = (at: number, part: Partial<HoursRules['kinds'][number]>) =>
    set({ kinds: rules.kinds.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  return (
    <>
      {rules.kinds.length > 0 && (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Times the plain rate</th>
              <th scope="col">Offered</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {rules.kinds.map((kind, i) => (
              <tr key={kind.id}>
                <td>
                  <TextInput
                    name={`rules.kinds.${i}.name`}
                    label={`Name, ${i + 1}`}
                    value={kind.name}
                    onChange={(name) => change(i, { name })}
                  />
                </td>
                <td>
                  <AmountInput
                    name={`rules.kinds.${i}.multiplier`}
                    label={`Times the plain rate, ${i + 1}`}
                    value={kind.multiplier}
                    onChange={(multiplier) => change(i, { multiplier: multiplier ?? 0 })}
                  />
                </td>
                <td>
                  <Checkbox
                    checked={!kind.isRetired}
                    onChange={(isOn) => change(i, { isRetired: !isOn })}
                    aria-label={`${kind.name} is offered`}
                  />
                </td>
                <td>
                  <RemoveButton
                    label={`Take away ${kind.name}`}
                    onClick={() => set({ kinds: rules.kinds.filter((_, at) => at !== i) })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Button
        kind="small"
        className="mt-2"
        onClick={() =>
          set({ kinds: [...rules.kinds, { id: newId(), name: '', multiplier: 1, isRetired: false }] })
        }
      >
        <Plus size={12} aria-hidden /> Add a kind of pay
      </Button>
    </>
  );
}

/** A code for each kind of pay that can come up here. */
function Codes({ rules, set, setup }: Part & { readonly setup: SetupPayload }) {
  const { overtime } = setup.rules;
  const multipliers = overtime
    ? [
        ...(overtime.weekMinutes === null ? [] : [overtime.multiplier]),
        ...overtime.day.map(({ multiplier }) => multiplier),
        ...overtime.after.map(({ multiplier }) => multiplier),
      ]
    : [];
  const types = setup.leave.types.filter(({ isRetired }) => !isRetired);
  const kinds: PayKind[] = [
    { kind: 'regular' },
    ...[...new Set(multipliers)].sort().map((multiplier) => ({ kind: 'overtime' as const, multiplier })),
    ...(overtime ? [{ kind: 'time-off' as const }] : []),
    { kind: 'holiday-off' },
    ...types.map(({ id }) => ({ kind: 'leave' as const, type: id })),
    ...rules.kinds.map(({ id }) => ({ kind: 'own' as const, id })),
  ];
  const listed = new Set(kinds.map(payKindKey));
  const others = Object.keys(rules.codes).filter((key) => !listed.has(key));
  const change = (key: string, code: string) => set({ codes: { ...rules.codes, [key]: code } });
  const line = (key: string, name: string) => (
    <tr key={key}>
      <th scope="row" className="font-normal">
        {name}
      </th>
      <td>
        <TextInput
          label={`Code of ${name}`}
          className="w-[110px]"
          value={rules.codes[key] ?? ''}
          maxLength={40}
          onChange={(code) => change(key, code)}
        />
      </td>
    </tr>
  );
  return (
    <Table isFlush>
      <thead>
        <tr>
          <th scope="col">Kind of pay</th>
          <th scope="col">Code</th>
        </tr>
      </thead>
      <tbody>
        {kinds.map((kind) =>
          line(payKindKey(kind), payKindName(kind, { own: rules.kinds, leaveTypes: types })),
        )}
        {others.map((key) => line(key, key.replace(':', ' × ')))}
      </tbody>
    </Table>
  );
}
