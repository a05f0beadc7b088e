import { useForm, useWatch } from 'react-hook-form';
import { standingOf } from '@/core/clock/standing-of';
import type { PunchKind } from '@/core/clock/punch';
import { formatTime } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import type { SheetDayView, SheetPage } from '@/server/hours/payload';
import { PUNCH_NAMES } from '../clock/day-times';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextArea } from '../kit/inputs/text-input';
import { TimeInput } from '../kit/inputs/time-input';
import { Refused } from '../kit/states';

interface Asking {
  /** A punch; empty: one that is missing. */
  readonly punch: string;
  readonly kind: PunchKind | 'away';
  readonly minute: number;
  readonly reason: string;
}

const KINDS: readonly (readonly [PunchKind | 'away', string])[] = [
  ...(['in', 'out', 'break-begins', 'break-ends'] as const).map((kind) => [kind, PUNCH_NAMES[kind]] as const),
];

/** What is likeliest to be missing on a date. */
function missingKind({ look }: SheetDayView): PunchKind {
  if (look.includes('no out')) return 'out';
  return look.includes('no break end') ? 'break-ends' : 'in';
}

/** Asks to have put right what one forgot to clock on a date, or clocked wrongly. */
export function OwnPunchAsk({
  sheet,
  day,
  clock,
  onDone,
}: {
  readonly sheet: SheetPage;
  readonly day: SheetDayView;
  readonly clock: ZoneClock;
  readonly onDone: () => void;
}) {
  const standing = day.entry ? standingOf(day.entry).sort((a, b) => a.at - b.at) : [];
  const midnight = day.date * 1440;
  const end = day.shifts.at(-1);
  const form = useForm<Asking>({
    defaultValues: {
      ...{ punch: '', kind: missingKind(day), reason: '' },
      minute: end ? clock.wall(missingKind(day) === 'in' ? end.start : end.end) - midnight : 540,
    },
  });
  const { punch, kind, minute, reason } = useWatch({ control: form.control }) as Asking;
  const { run, busy, problem } = useCommand();
  const was = standing.find(({ id }) => id === punch) ?? null;
  const first = Math.max(
    0,
    Math.min(
      ...[...standing.map(({ at }) => at), ...day.shifts.map(({ start }) => start)].map(
        (at) => clock.wall(at) - midnight,
      ),
    ) - 180,
  );
  const from = Number.isFinite(first) ? first : 0;
  const send = async () => {
    const isAway = kind === 'away';
    const input = {
      ...{ id: newId(), punch: punch || null, kind: isAway ? null : kind, reason: reason.trim() },
      at: isAway ? was!.at : clock.elapsed(midnight + minute),
    };
    if (await run('clock.ask', input)) onDone();
  };
  return (
    <div role="group" aria-label="Put right" className="mt-2 flex flex-col gap-2">
      <Field label="What">
        <Select
          value={punch}
          onChange={(id) => {
            const its = standing.find((one) => one.id === id);
            form.setValue('punch', id);
            if (its) {
              form.setValue('kind', its.kind ?? 'in');
              form.setValue('minute', clock.wall(its.at) - midnight);
            }
          }}
          options={[
            ['', 'Something is missing'],
            ...standing.map(
              (one) =>
                [
                  one.id,
                  `${one.kind ? PUNCH_NAMES[one.kind] : 'Clocked'} ${formatTime(clock.wall(one.at), sheet.hourFormat)} is wrong`,
                ] as const,
            ),
          ]}
        />
      </Field>
      <div className="flex items-end gap-2">
        <Select
          label="What it was"
          value={kind}
          onChange={(one) => form.setValue('kind', one)}
          options={was ? [...KINDS, ['away', 'Nothing: take it away']] : KINDS}
        />
        {kind !== 'away' && (
          <TimeInput
            label="When it was"
            value={minute}
            within={{ from, to: from + 1440 }}
            step={sheet.blockMinutes}
            hourFormat={sheet.hourFormat}
            onChange={(value) => value !== null && form.setValue('minute', value)}
          />
        )}
      </div>
      <Field label="Why">
        <TextArea value={reason} maxLength={500} onChange={(text) => form.setValue('reason', text)} />
      </Field>
      <Refused problem={problem} />
      <div className="flex gap-2">
        <Button
          kind="primary"
          className="min-h-11"
          busy={busy}
          disabled={reason.trim() === ''}
          onClick={() => void send()}
        >
          {sheet.ownPunches ? 'Put right' : 'Ask'}
        </Button>
        <Button className="min-h-11" disabled={busy} onClick={onDone}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
