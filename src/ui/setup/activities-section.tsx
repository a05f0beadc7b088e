import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { Activity, ClockAsks } from '@/core/clock/activity';
import { formatHours } from '@/core/time/format';
import type { ActivitiesSetup } from '@/server/clock/activity-hours';
import type { SetupPayload } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { useAnswer } from '../commands/use-answer';
import { useCommand } from '../commands/use-command';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { ParsedInput } from '../kit/inputs/parsed-input';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';
import { Page } from '../kit/page';
import { RemoveButton } from '../kit/remove-button';
import { EmptyState, ErrorState, Refused } from '../kit/states';
import { Table } from '../kit/table';

/** Where what is worked at is read from. */
export function activitiesAddress(site: string): string {
  return `/api/setup/${encodeURIComponent(site)}/activities`;
}

const ASKS: readonly { readonly value: ClockAsks; readonly name: string }[] = [
  { value: 'never', name: 'not asked' },
  { value: 'offered', name: 'can be said' },
  { value: 'asked', name: 'has to be said' },
];

/** What people work at besides their roles, at every site, and whether the clock of this one asks for it. */
export function ActivitiesSection({ setup }: { readonly setup: SetupPayload }) {
  // Asked for anew after each change.
  const [turn, setTurn] = useState(0);
  const { answer, failed } = useAnswer<ActivitiesSetup>(activitiesAddress(setup.id), turn);
  if (failed && !answer)
    return (
      <Page>
        <ErrorState>What is worked at could not be read.</ErrorState>
      </Page>
    );
  if (!answer)
    return (
      <Page>
        <p className="text-muted" aria-busy>
          Adding up what was worked …
        </p>
      </Page>
    );
  return <Activities key={setup.id} {...{ setup }} known={answer} onChanged={() => setTurn(turn + 1)} />;
}

function Activities({
  setup,
  known,
  onChanged,
}: {
  readonly setup: SetupPayload;
  readonly known: ActivitiesSetup;
  readonly onChanged: () => void;
}) {
  const { asks, groups, worked, canChange } = known;
  const form = useCommandForm('activities.save', {
    stored: { activities: known.activities },
    key: 'activities',
    onSaved: onChanged,
  });
  const activities = form.values.activities ?? known.activities;
  const set = (next: readonly Activity[]) => form.change({ activities: next });
  const change = (at: number, part: Partial<Activity>) =>
    set(activities.map((one, i) => (i === at ? { ...one, ...part } : one)));
  return (
    <CommandForm form={form} className="flex flex-col gap-8">
      <Asks site={setup.id} asks={asks} onChanged={onChanged} />
      <section>
        <h2 className="font-serif text-lg font-semibold">What is worked at, at every site</h2>
        <p className="text-muted mb-2 text-sm">
          Stock-taking, training, an event: whatever hours are to be told apart by, besides roles.
          {!canChange && ' Who sets up the whole business changes them.'}
        </p>
        {activities.length === 0 ? (
          <EmptyState title="There is no activity yet.">Hours are told apart by roles.</EmptyState>
        ) : (
          <Table isFlush>
            <thead>
              <tr>
                <th scope="col">Code</th>
                <th scope="col">Name</th>
                <th scope="col">Budget</th>
                <th scope="col" className="text-right">
                  Worked so far
                </th>
                {groups.length > 0 && <th scope="col">For (nothing ticked: everybody)</th>}
                <th scope="col">Offered</th>
                <th aria-label="Remove" />
              </tr>
            </thead>
            <tbody>
              {activities.map((one, i) => (
                <tr key={one.id}>
                  <td>
                    <TextInput
                      name={`activities.${i}.code`}
                      label={`Code, ${i + 1}`}
                      className="w-[76px]"
                      maxLength={12}
                      disabled={!canChange}
                      value={one.code}
                      onChange={(code) => change(i, { code })}
                    />
                  </td>
                  <td>
                    <TextInput
                      name={`activities.${i}.name`}
                      label={`Name, ${i + 1}`}
                      className="w-[180px]"
                      disabled={!canChange}
                      value={one.name}
                      onChange={(name) => change(i, { name })}
                    />
                  </td>
                  <td>
                    <BudgetInput at={i} value={one.budgetMinutes} disabled={!canChange} onChange={change} />
                  </td>
                  <td className="text-right whitespace-nowrap">
                    <Progress worked={worked[one.id] ?? 0} budget={one.budgetMinutes} />
                  </td>
                  {groups.length > 0 && (
                    <td>
                      <span className="flex flex-wrap gap-x-3">
                        {[...new Set([...groups, ...one.groups])].map((group) => (
                          <Checkbox
                            key={group}
                            checked={one.groups.includes(group)}
                            disabled={!canChange}
                            onChange={(isOn) =>
                              change(i, {
                                groups: isOn
                                  ? [...one.groups, group]
                                  : one.groups.filter((other) => other !== group),
                              })
                            }
                          >
                            {group}
                          </Checkbox>
                        ))}
                      </span>
                    </td>
                  )}
                  <td>
                    <Checkbox
                      checked={!one.isRetired}
                      disabled={!canChange}
                      onChange={(isOn) => change(i, { isRetired: !isOn })}
                      aria-label={`${one.name} is offered`}
                    />
                  </td>
                  <td>
                    {canChange && (
                      <RemoveButton
                        label={`Take away ${one.name}`}
                        onClick={() => set(activities.filter((_, at) => at !== i))}
                      />
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        {canChange && (
          <Button
            className="mt-3"
            onClick={() =>
              set([
                ...activities,
                { id: newId(), code: '', name: '', budgetMinutes: null, groups: [], isRetired: false },
              ])
            }
          >
            <Plus size={14} aria-hidden /> Add an activity
          </Button>
        )}
      </section>
    </CommandForm>
  );
}

function Asks({
  site,
  asks,
  onChanged,
}: {
  readonly site: string;
  readonly asks: ClockAsks;
  readonly onChanged: () => void;
}) {
  const { run, busy, problem } = useCommand();
  const say = async (next: ClockAsks) => {
    if (await run('clock.asks', { site, asks: next })) onChanged();
  };
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">At the clock here</h2>
      <Field label="What one works at">
        <Segmented
          label="What one works at"
          value={asks}
          options={ASKS}
          onChange={(next) => !busy && void say(next)}
        />
      </Field>
      <Refused problem={problem} />
    </section>
  );
}

/** Whole hours, or nothing. */
function BudgetInput({
  at,
  value,
  disabled,
  onChange,
}: {
  readonly at: number;
  readonly value: number | null;
  readonly disabled: boolean;
  readonly onChange: (at: number, part: Partial<Activity>) => void;
}) {
  return (
    <ParsedInput
      name={`activities.${at}.budgetMinutes`}
      label={`Budget in hours, ${at + 1}`}
      className="w-[84px]"
      placeholder="no limit"
      inputMode="numeric"
      disabled={disabled}
      value={value}
      format={(minutes) => (minutes === null ? '' : String(Math.round(minutes / 60)))}
      parse={(text) => {
        const typed = text.trim().replace(/\s*h$/, '');
        if (typed === '') return { value: null };
        return /^\d{1,6}$/.test(typed) && Number(typed) > 0
          ? { value: Number(typed) * 60 }
          : { wrong: 'whole hours' };
      }}
      onChange={(budgetMinutes) => onChange(at, { budgetMinutes })}
    />
  );
}

function Progress({ worked, budget }: { readonly worked: number; readonly budget: number | null }) {
  if (budget === null) return <>{formatHours(worked)}</>;
  const share = worked / budget;
  return (
    <span className="inline-flex flex-col items-end gap-0.5">
      <span className={share > 1 ? 'text-gap font-semibold' : undefined}>
        {formatHours(worked)} <span className="text-muted font-normal">of {formatHours(budget)}</span>
      </span>
      <progress
        className="progress progress-primary h-1 w-[110px]"
        aria-label="Share of the budget"
        max={1}
        value={Math.min(1, share)}
      />
    </span>
  );
}
