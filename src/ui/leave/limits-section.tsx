'use client';

import type { AwayLimit } from '@/core/leave/away-limits';
import { SHORT_WEEKDAYS } from '@/core/time/format';
import type { SetupPayload } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { CountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { Table } from '../kit/table';

/** How many may be away at once at a site, days on which nobody is given leave, and what a sudden absence does. */
export function LeaveLimitsSection({ setup }: { readonly setup: SetupPayload }) {
  const { id: site, today, leave } = setup;
  const { limits: storedLimits, closed: storedClosed, absenceOpens: storedOpens } = leave;
  const form = useCommandForm('leave.limits', {
    stored: { site, limits: storedLimits, closed: storedClosed, absenceOpens: storedOpens },
    key: `leave limits ${site}`,
    clean: (input) => ({ ...input, closed: input.closed.filter(({ reason }) => reason.trim() !== '') }),
  });
  const { limits, closed, absenceOpens } = form.values;
  const set = (i: number, part: Partial<AwayLimit>) =>
    form.change({ limits: limits.map((one, at) => (at === i ? { ...one, ...part } : one)) });
  const areas = setup.site.areas.flatMap(({ id, name }) =>
    id === null ? [] : [[`area ${id}`, name] as const],
  );
  const roles = setup.roles.flatMap(({ id, name, retired }) =>
    id === null || retired ? [] : [[`role ${id}`, name] as const],
  );
  return (
    <CommandForm form={form}>
      <h2 className="mb-1 font-serif text-lg font-semibold">Away at once at {setup.site.name}</h2>
      <p className="text-muted mb-3 max-w-[760px]">
        Who asks for leave sees that a limit is reached, and who decides may pass it after seeing it. Of
        several that hold on a day the smallest counts. People count at their home site.
      </p>
      {limits.length > 0 && (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Of</th>
              <th scope="col">At most</th>
              <th scope="col">On</th>
              <th scope="col">From</th>
              <th scope="col">Last day</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {limits.map((limit, i) => (
              <tr key={limit.id}>
                <td>
                  <Select
                    name={`limits.${i}.of`}
                    label={`Whom limit ${i + 1} is about`}
                    value={limit.of.kind === 'site' ? 'site' : `${limit.of.kind} ${limit.of.id}`}
                    options={[['site', 'everybody'], ...areas, ...roles]}
                    onChange={(of) => set(i, { of: ofText(of) })}
                  />
                </td>
                <td>
                  <CountInput
                    name={`limits.${i}.most`}
                    label={`At most, of limit ${i + 1}`}
                    value={limit.most}
                    onChange={(most) => set(i, { most })}
                  />
                </td>
                <td>
                  <WeekdayChoice
                    label={`Days of limit ${i + 1}`}
                    value={limit.weekdays}
                    weekStart={setup.site.weekStart}
                    onChange={(weekdays) => set(i, { weekdays })}
                  />
                </td>
                <td>
                  <DateInput
                    name={`limits.${i}.from`}
                    label={`First day of limit ${i + 1}`}
                    value={limit.from}
                    onChange={(from) => set(i, { from })}
                  />
                </td>
                <td>
                  <DateInput
                    name={`limits.${i}.to`}
                    label={`Last day of limit ${i + 1}`}
                    value={limit.to}
                    onChange={(to) => set(i, { to })}
                  />
                </td>
                <td>
                  <RemoveButton
                    label={`Remove limit ${i + 1}`}
                    onClick={() => form.change({ limits: limits.filter((_, at) => at !== i) })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Button
        className="mt-2"
        onClick={() =>
          form.change({
            limits: [
              ...limits,
              { id: newId(), of: { kind: 'site' }, most: 3, weekdays: null, from: null, to: null },
            ],
          })
        }
      >
        Add a limit
      </Button>
      <h2 className="mt-6 mb-1 font-serif text-lg font-semibold">No leave</h2>
      <p className="text-muted mb-3 max-w-[760px]">
        On these days nobody can ask for leave; the reason is shown to whoever tries. A scheduler can still
        enter it.
      </p>
      {closed.length > 0 && (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Reason</th>
              <th scope="col">From</th>
              <th scope="col">Last day</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {closed.map((period, i) => {
              const change = (part: Partial<typeof period>) =>
                form.change({ closed: closed.map((one, at) => (at === i ? { ...one, ...part } : one)) });
              return (
                <tr key={period.id}>
                  <td>
                    <TextInput
                      name={`closed.${i}.reason`}
                      label={`Why there is no leave, ${i + 1}`}
                      className="w-64"
                      maxLength={120}
                      value={period.reason}
                      placeholder="Regatta week"
                      onChange={(reason) => change({ reason })}
                    />
                  </td>
                  <td>
                    <DateInput
                      isNeeded
                      name={`closed.${i}.from`}
                      label={`First day without leave, ${i + 1}`}
                      value={period.from}
                      onChange={(from) => from !== null && change({ from, to: Math.max(from, period.to) })}
                    />
                  </td>
                  <td>
                    <DateInput
                      isNeeded
                      name={`closed.${i}.to`}
                      label={`Last day without leave, ${i + 1}`}
                      value={period.to}
                      onChange={(to) => to !== null && change({ to })}
                    />
                  </td>
                  <td>
                    <RemoveButton
                      label={`Remove ${period.reason || 'these days'}`}
                      onClick={() => form.change({ closed: closed.filter((_, at) => at !== i) })}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      <Button
        className="mt-2"
        onClick={() =>
          form.change({
            closed: [...closed, { id: newId(), from: today, to: today + 6, reason: 'Busy days' }],
          })
        }
      >
        Add days without leave
      </Button>
      <h2 className="mt-6 mb-1 font-serif text-lg font-semibold">Who cannot come</h2>
      <Checkbox checked={absenceOpens} onChange={(on) => form.change({ absenceOpens: on })}>
        Shifts of whoever says that they cannot come turn open at once, and staff see it
      </Checkbox>
    </CommandForm>
  );
}

function ofText(text: string): AwayLimit['of'] {
  if (text === 'site') return { kind: 'site' };
  const [kind, ...id] = text.split(' ');
  return { kind: kind === 'area' ? 'area' : 'role', id: id.join(' ') };
}

/** Weekdays to choose; all of them is every day. */
function WeekdayChoice({
  label,
  value,
  weekStart,
  onChange,
}: {
  readonly label: string;
  readonly value: readonly boolean[] | null;
  readonly weekStart: number;
  readonly onChange: (value: readonly boolean[] | null) => void;
}) {
  const flags = value ?? Array<boolean>(7).fill(true);
  const order = Array.from({ length: 7 }, (_, i) => (weekStart + i) % 7);
  return (
    <fieldset aria-label={label} className="flex flex-wrap gap-x-2">
      {order.map((weekday) => (
        <Checkbox
          key={weekday}
          checked={flags[weekday]}
          onChange={(on) => {
            const next = flags.map((flag, i) => (i === weekday ? on : flag));
            onChange(next.every(Boolean) ? null : next);
          }}
        >
          {SHORT_WEEKDAYS[weekday]}
        </Checkbox>
      ))}
    </fieldset>
  );
}
