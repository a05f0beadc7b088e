'use client';

import { useForm, useWatch } from 'react-hook-form';
import { formatAmount } from '@/core/leave/leave-type';
import { asSentence } from '@/core/sentence';
import { civilOf, dayOf } from '@/core/time/day';
import { counted } from '@/core/time/format';
import type { RequestsPage } from '@/server/requests/page';
import type { BalancesPage, GrantedTo } from '@/server/leave/payload';
import { useCommand, usePreview } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';
import { Table } from '../kit/table';
import { LeaveAmountInput } from '../leave/amount-input';

type Kind = GrantedTo['kind'];
interface Values {
  readonly kind: Kind;
  readonly groups: readonly string[];
  readonly amount: number | null;
  readonly sign: 1 | -1;
  readonly date: number;
  readonly note: string;
  readonly later: boolean;
}

/** Grants leave to those who are chosen, to groups or to all; every line is shown before it is posted. */
export function GrantForm({
  page,
  balances,
  type,
  chosen,
  onClose,
}: {
  readonly page: RequestsPage;
  readonly balances: BalancesPage;
  readonly type: BalancesPage['types'][number];
  readonly chosen: BalancesPage['people'];
  readonly onClose: () => void;
}) {
  const groups = [...new Set(balances.people.flatMap((one) => one.groups))].sort();
  const form = useForm<Values>({
    defaultValues: {
      ...{ kind: chosen.length > 0 ? 'people' : 'all', groups: [], amount: null, sign: 1 },
      ...{ date: dayOf(civilOf(page.today).year, 1, 1), note: '', later: false },
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const { kind, sign, date, note } = values;
  const to: GrantedTo =
    kind === 'people'
      ? { kind, people: chosen.map(({ id }) => id) }
      : kind === 'groups'
        ? { kind, groups: values.groups }
        : { kind };
  const among =
    kind === 'people'
      ? chosen
      : balances.people.filter(
          (one) => kind === 'all' || one.groups.some((group) => values.groups.includes(group)),
        );
  // Who is hired later gets nothing yet.
  const people = among.filter(({ from }) => from === null || from <= Math.max(date, page.today));
  const amount = (values.amount ?? 0) * sign;
  const isReady = amount !== 0 && people.length > 0;
  const input = {
    ...{ site: page.site, type: type.id, to, amount, date, note },
    later: values.later && kind !== 'people',
  };
  const preview = usePreview('leave.grant', isReady ? input : null);
  const { run, busy, problem } = useCommand();
  const grant = async () => {
    const said = `${formatAmount(amount, type.unit)} of ${type.name} to ${counted(people.length, 'person', 'people')}`;
    if (await run('leave.grant', input, said)) onClose();
  };
  const refused = preview && !preview.ok ? preview.problem.message : problem?.message;
  return (
    <section aria-label={`Grant ${type.name}`} className="flex flex-col gap-3">
      <div className="flex items-start">
        <h2 className="mr-auto font-serif text-xl font-semibold">Grant {type.name}</h2>
        <Button onClick={onClose}>Close</Button>
      </div>
      <Segmented
        label="To whom"
        value={kind}
        onChange={(next) => form.setValue('kind', next)}
        options={[
          ...(chosen.length > 0 ? [{ value: 'people' as const, name: `The ${chosen.length} chosen` }] : []),
          ...(groups.length > 0 ? [{ value: 'groups' as const, name: 'Groups' }] : []),
          { value: 'all' as const, name: 'Everybody here' },
        ]}
      />
      {kind === 'groups' && (
        <fieldset aria-label="Groups" className="flex flex-wrap gap-x-3 gap-y-1">
          {groups.map((group) => (
            <Checkbox
              key={group}
              checked={values.groups.includes(group)}
              onChange={(on) =>
                form.setValue(
                  'groups',
                  on ? [...values.groups, group] : values.groups.filter((one) => one !== group),
                )
              }
            >
              {group}
            </Checkbox>
          ))}
        </fieldset>
      )}
      <div className="flex flex-wrap items-end gap-3">
        <Field label="How much">
          <LeaveAmountInput
            unit={type.unit}
            value={values.amount}
            onChange={(next) => form.setValue('amount', next)}
          />
        </Field>
        <Segmented
          label="Given or taken off"
          value={sign}
          onChange={(next) => form.setValue('sign', next)}
          options={[
            { value: 1, name: 'Give' },
            { value: -1, name: 'Take off' },
          ]}
        />
        <Field label="Counts from">
          <DateInput
            isNeeded
            value={date}
            onChange={(next) => next !== null && form.setValue('date', next)}
          />
        </Field>
      </div>
      <Field label="Note">
        <TextInput
          className="w-full"
          maxLength={1000}
          value={note}
          onChange={(next) => form.setValue('note', next)}
        />
      </Field>
      {kind !== 'people' && (
        <Checkbox checked={values.later} onChange={(later) => form.setValue('later', later)}>
          Who joins later gets their share of the year
        </Checkbox>
      )}
      {refused && <p className="text-gap font-semibold">{asSentence(refused)}</p>}
      {preview?.ok &&
        preview.remarks.map((text) => (
          <p key={text} className="border-brass border-l-4 pl-3">
            {text}
          </p>
        ))}
      {isReady && (
        <div className="border-rule max-h-[320px] overflow-y-auto border">
          <Table>
            <thead>
              <tr>
                <th scope="col">{counted(people.length, 'person', 'people')}</th>
                <th scope="col" className="text-right">
                  Left now
                </th>
                <th scope="col" className="text-right">
                  Then
                </th>
              </tr>
            </thead>
            <tbody>
              {people.map(({ id, name, cells }) => {
                const left = cells[type.id]?.left ?? 0;
                return (
                  <tr key={id}>
                    <td>{name}</td>
                    <td className="text-right">{formatAmount(left, type.unit)}</td>
                    <td className="text-right font-semibold">{formatAmount(left + amount, type.unit)}</td>
                  </tr>
                );
              })}
            </tbody>
          </Table>
        </div>
      )}
      <Button
        kind="primary"
        disabled={!isReady || busy || preview === null || !preview.ok}
        onClick={() => void grant()}
      >
        {sign > 0 ? 'Grant' : 'Take off'} {amount === 0 ? '' : formatAmount(Math.abs(amount), type.unit)}{' '}
        {sign > 0 ? 'to' : 'from'} {counted(people.length, 'person', 'people')}
      </Button>
    </section>
  );
}
