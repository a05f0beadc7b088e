import { useState } from 'react';
import { CLOCK_RULE_SETS, type ClockRules, rulesOn } from '@/core/clock/clock-rules';
import { ROUNDING_STEPS, type Rounding, type RoundingWay } from '@/core/clock/rounding';
import { CLOCK_RULE_TOPICS, clockRuleText } from '@/core/clock/rules-text';
import { formatLongDay } from '@/core/time/format';
import type { SetupPayload } from '@/server/site/payload';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Button } from '../kit/button';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { CountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TimeInput } from '../kit/inputs/time-input';
import { Table } from '../kit/table';

type Rules = Omit<ClockRules, 'since'>;

/** How a site counts what was clocked, from a date on; older days keep the rules of their date. */
export function ClockSection({ setup }: { readonly setup: SetupPayload }) {
  const { id: site, clockRules, today } = setup;
  const current = rulesOn(clockRules, today);
  const [since, setSince] = useState(today);
  const { since: _begun, ...rules } = rulesOn(clockRules, since);
  const form = useCommandForm('clock.rules', {
    stored: { site, since, rules },
    key: `clock ${site} ${since}`,
  });
  const draft = form.values.rules ?? rules;
  const set = (part: Partial<Rules>) => form.change({ rules: { ...draft, ...part } });
  return (
    <CommandForm form={form} className="grid max-w-[1240px] grid-cols-2 gap-12 max-[1000px]:grid-cols-1">
      <section>
        <h2 className="font-serif text-lg font-semibold">How it counts</h2>
        <p className="text-muted mb-2 text-sm leading-[17px]">
          {current.since === null
            ? 'These rules held from the beginning.'
            : `These hold from ${formatLongDay(current.since)}.`}{' '}
          What is changed holds from the date below; days before it keep what held then.
        </p>
        <Field label="Holds from">
          <DateInput isNeeded value={since} onChange={(day) => day !== null && setSince(day)} />
        </Field>
        <p className="mt-3 flex flex-wrap items-center gap-2 text-sm">
          Begin from
          {CLOCK_RULE_SETS.map(({ id, name, rules: { since: _none, ...its } }) => (
            <Button key={id} kind="small" onClick={() => form.change({ rules: its })}>
              {name}
            </Button>
          ))}
        </p>
        <Sentences rules={draft} setup={setup} onChange={set} />
      </section>
      <Comparison rules={draft} setup={setup} />
    </CommandForm>
  );
}

function Sentences({
  rules,
  setup,
  onChange,
}: {
  readonly rules: Rules;
  readonly setup: SetupPayload;
  readonly onChange: (part: Partial<Rules>) => void;
}) {
  const { windows, early, late, leaving, missing, overtime, breaks, rounding } = rules;
  const { hourFormat: format, blockMinutes: step } = setup.site;
  const count = (label: string, value: number, name: string, change: (minutes: number) => void) => (
    <>
      <CountInput label={label} name={`rules.${name}`} value={value} most={1440} onChange={change} /> min
    </>
  );
  const edge = (label: string, key: keyof Rules['windows']) =>
    count(label, windows[key], `windows.${key}`, (minutes) =>
      onChange({ windows: { ...windows, [key]: minutes } }),
    );
  const round = (label: string, value: Rounding, change: (value: Rounding) => void) => (
    <>
      <Select
        label={`${label}, which way`}
        value={value.way}
        onChange={(way) => change({ ...value, way })}
        options={WAYS}
      />
      <Select
        label={`${label}, to how many minutes`}
        value={value.step}
        onChange={(minutes) => change({ ...value, step: minutes })}
        options={ROUNDING_STEPS.map(
          (minutes) => [minutes, minutes === 1 ? 'the minute' : `${minutes} min`] as const,
        )}
      />
    </>
  );
  return (
    <ul className="mt-2">
      <Line name="Which shift">
        In from {edge('Before the start', 'beforeStart')} before to {edge('After the start', 'afterStart')}{' '}
        after the start; out from {edge('Before the end', 'beforeEnd')} before to{' '}
        {edge('After the end', 'afterEnd')} after the end. Where two meet, the middle divides.
      </Line>
      <Line name="Coming early">
        <Select
          label="Coming early"
          value={early.kind}
          onChange={(kind) => onChange({ early: kind === 'refused' ? { kind, minutes: 15 } : { kind } })}
          options={[
            ['counted', 'counts as clocked'],
            ['from-start', 'counts from the start'],
            ['refused', 'is not let in before'],
          ]}
        />
        {early.kind === 'refused' &&
          count('Not let in before', early.minutes, 'early.minutes', (minutes) =>
            onChange({ early: { kind: 'refused', minutes } }),
          )}
      </Line>
      {(
        [
          ['late', 'Late', 'after the start', late],
          ['leaving', 'Leaving early', 'before the end', leaving],
        ] as const
      ).map(([key, name, where, rule]) => (
        <Line key={key} name={name}>
          More than{' '}
          {count(`${name} by more than`, rule.grace, `${key}.grace`, (grace) =>
            onChange({ [key]: { ...rule, grace } }),
          )}{' '}
          {where},
          <Select
            label={`${name} is counted from`}
            value={rule.from}
            onChange={(from) => onChange({ [key]: { ...rule, from } })}
            options={[
              ['planned', 'counted in full'],
              ['grace', 'counted from there'],
            ]}
          />
        </Line>
      ))}
      <Line name="A missing in or out">
        <Select
          label="A missing in or out"
          value={missing.kind}
          onChange={(kind) => onChange({ missing: kind === 'left' ? { kind } : { kind, minutes: 60 } })}
          options={[
            ['left', 'is left for a person to fill in'],
            ['counted', 'counts as late or early by'],
          ]}
        />
        {missing.kind === 'counted' &&
          count('Late or early by', missing.minutes, 'missing.minutes', (minutes) =>
            onChange({ missing: { kind: 'counted', minutes } }),
          )}
      </Line>
      <Line name="Still in">
        Is told as a missing out{' '}
        {count('Told after the end', rules.openAfterEnd, 'openAfterEnd', (openAfterEnd) =>
          onChange({ openAfterEnd }),
        )}{' '}
        after the end.
      </Line>
      <Line name="Staying longer">
        <Select
          label="Staying longer"
          value={overtime.kind}
          onChange={(kind) =>
            onChange({ overtime: kind === 'after-end' ? { kind, minutes: 15 } : { kind, time: 1080 } })
          }
          options={[
            ['after-end', 'counts from so long after the end'],
            ['after-time', 'counts after a time of day'],
          ]}
        />
        {overtime.kind === 'after-end' ? (
          count('From how long after the end', overtime.minutes, 'overtime.minutes', (minutes) =>
            onChange({ overtime: { kind: 'after-end', minutes } }),
          )
        ) : (
          <TimeInput
            label="After which time"
            value={overtime.time}
            step={step}
            hourFormat={format}
            onChange={(time) => time !== null && onChange({ overtime: { kind: 'after-time', time } })}
          />
        )}
      </Line>
      <Line name="Breaks">
        <Select
          label="Breaks"
          value={breaks.kind}
          onChange={(kind) => onChange({ breaks: { ...breaks, kind } })}
          options={[
            ['clocked', 'count as clocked'],
            ['rule', 'count by the rule for breaks'],
            ['longer', 'count as the longer of both'],
          ]}
        />
        paid up to{' '}
        {count('Paid up to', breaks.paidUpTo, 'breaks.paidUpTo', (paidUpTo) =>
          onChange({ breaks: { ...breaks, paidUpTo } }),
        )}
      </Line>
      <Line name="Rounding">
        <Select
          label="What is rounded"
          value={rounding.of}
          onChange={(of) => {
            const exact = { step: 1, way: 'nearest' } as const;
            onChange({ rounding: of === 'day' ? { of, total: exact } : { of, in: exact, out: exact } });
          }}
          options={[
            ['punch', 'each time'],
            ['day', "the day's total"],
          ]}
        />
        {rounding.of === 'day' ? (
          round('The total', rounding.total, (total) => onChange({ rounding: { of: 'day', total } }))
        ) : (
          <>
            in {round('In', rounding.in, (value) => onChange({ rounding: { ...rounding, in: value } }))}
            out {round('Out', rounding.out, (value) => onChange({ rounding: { ...rounding, out: value } }))}
          </>
        )}
      </Line>
    </ul>
  );
}

const WAYS: readonly (readonly [RoundingWay, string])[] = [
  ['nearest', 'to the nearest'],
  ['up', 'up to'],
  ['down', 'down to'],
];

function Line({ name, children }: { readonly name: string; readonly children: React.ReactNode }) {
  return (
    <li className="border-fine border-t py-2">
      <p className="font-semibold">{name}</p>
      <div className="mt-1 flex flex-wrap items-center gap-x-1.5 gap-y-1.5">{children}</div>
    </li>
  );
}

function Comparison({ rules, setup }: { readonly rules: Rules; readonly setup: SetupPayload }) {
  const columns = [{ id: 'here', name: 'Here', rules: { ...rules, since: null } }, ...CLOCK_RULE_SETS];
  return (
    <section>
      <h2 className="mb-2 font-serif text-lg font-semibold">Beside what one can begin from</h2>
      <Table isFlush>
        <thead>
          <tr>
            <th>
              <span className="sr-only">Rule</span>
            </th>
            {columns.map(({ id, name }) => (
              <th key={id}>{name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {CLOCK_RULE_TOPICS.map(({ key, name }) => (
            <tr key={key} className="align-top">
              <th scope="row" className="font-semibold whitespace-normal">
                {name}
              </th>
              {columns.map((column) => (
                <td
                  key={column.id}
                  className={`whitespace-normal ${column.id === 'here' ? 'font-semibold' : ''}`}
                >
                  {clockRuleText(column.rules, key, setup.site.hourFormat)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}
