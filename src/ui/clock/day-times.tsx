import { Camera, Plus } from 'lucide-react';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { PunchKind, StandingPunch } from '@/core/clock/punch';
import type { Day } from '@/core/time/day';
import { type HourFormat, formatTime } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import type { ActivityName } from '@/server/clock/activities';
import type { PunchCorrection } from '@/server/clock/schema';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { TimeInput } from '../kit/inputs/time-input';
import { RemoveButton } from '../kit/remove-button';
import { Refused } from '../kit/states';

export const PUNCH_NAMES: Readonly<Record<PunchKind, string>> = {
  in: 'In',
  out: 'Out',
  'break-begins': 'Break begins',
  'break-ends': 'Break ends',
  change: 'Other work',
};

const KINDS = Object.entries(PUNCH_NAMES) as [PunchKind, string][];
/** With what somebody says what they work at. */
const saysWork = (kind: PunchKind) => kind === 'in' || kind === 'change';

/** A punch with what was written to it. */
type Noted = Pick<StandingPunch, 'id' | 'at' | 'kind' | 'replaces'> & {
  readonly recordedBy: string | null;
  readonly note: string | null;
  readonly hasPhoto?: true;
};

interface Props {
  readonly site: string;
  readonly person: string;
  readonly date: Day;
  /** Those of the date that stand, by time. */
  readonly standing: readonly StandingPunch[];
  /** All of them, those that were corrected too. */
  readonly punches: readonly Noted[];
  /** What is likeliest to be missing. */
  readonly missing: PunchKind;
  /** From when on times of the date are, in minutes from its midnight. */
  readonly from?: number;
  readonly clock: ZoneClock;
  readonly blockMinutes: number;
  readonly hourFormat: HourFormat;
  readonly canChange: boolean;
  readonly activities: readonly ActivityName[];
  /** What else can be done with the date. */
  readonly children?: React.ReactNode;
}

/** The times of a date that were set by hand, with who set which; all of them are changed together, with one reason. */
export function DayTimes(props: Props) {
  const { standing, punches, clock, hourFormat, canChange, children } = props;
  const [photo, setPhoto] = useState<Noted | null>(null);
  const photos = canChange ? photosOf(props) : [];
  const named = ({ kind, at }: Noted) =>
    `${kind ? PUNCH_NAMES[kind] : 'Clocked'} ${formatTime(clock.wall(at), hourFormat)}`;
  const byHandOnly = standing.filter(({ isByHand }) => isByHand);
  const [isOpen, setOpen] = useState(false);
  if (isOpen) return <TimesForm {...props} onDone={() => setOpen(false)} />;
  return (
    <div className="mt-2 text-sm">
      {byHandOnly.length > 0 && (
        <ul aria-label="Set by hand">
          {byHandOnly.map((punch) => (
            <li key={punch.id} className="border-fine border-t py-0.5">
              {punch.kind ? PUNCH_NAMES[punch.kind] : 'Clocked'}{' '}
              {formatTime(clock.wall(punch.at), hourFormat)}
              <span className="text-muted"> {byHand(punches, punch)}</span>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-1 flex flex-wrap gap-1.5 empty:hidden">
        {canChange && (
          <Button kind="small" onClick={() => setOpen(true)}>
            {standing.length > 0 ? 'Change times' : 'Enter times'}
          </Button>
        )}
        {photos.map((punch) => (
          <Button key={punch.id} kind="small" onClick={() => setPhoto(punch)}>
            <Camera size={12} aria-hidden /> Photo, {named(punch)}
          </Button>
        ))}
        {children}
      </div>
      {photo && (
        <Dialog title={named(photo)} className="w-[420px]" onClose={() => setPhoto(null)}>
          {/* eslint-disable-next-line @next/next/no-img-element -- it is shown as it was taken, to this page alone */}
          <img
            className="w-full"
            src={`/api/clock/photo/${encodeURIComponent(props.site)}/${encodeURIComponent(photo.id)}`}
            alt={`Taken when this was clocked: ${named(photo)}`}
          />
        </Dialog>
      )}
    </div>
  );
}

/** The punches of the date with a photo: those that stand, and those that were corrected since. */
function photosOf({ punches, standing, clock, date }: Props): Noted[] {
  const ids = new Set(standing.map(({ id }) => id));
  const replaced = new Set(punches.map(({ replaces }) => replaces));
  return punches.filter(
    ({ id, at, hasPhoto }) =>
      hasPhoto && (ids.has(id) || (replaced.has(id) && Math.floor(clock.wall(at) / 1440) === date)),
  );
}

/** By whom it was set, and why: `set by Ilse Brandt: left at 15`. */
function byHand(punches: readonly Noted[], { id }: StandingPunch): string {
  const its = punches.find((one) => one.id === id);
  return `set by ${its?.recordedBy ?? 'hand'}${its?.note ? `: ${its.note}` : ''}`;
}

interface TimeRow {
  readonly id: string;
  readonly punch: string | null;
  readonly kind: PunchKind;
  readonly minute: number;
  /** Empty: nothing is said. */
  readonly activity: string;
  readonly isGone: boolean;
}

function TimesForm({
  site,
  person,
  date,
  standing,
  missing,
  from = 0,
  clock,
  blockMinutes,
  hourFormat,
  activities,
  onDone,
}: Props & { readonly onDone: () => void }) {
  const midnight = date * 1440;
  const minuteOf = (at: number) => clock.wall(at) - midnight;
  const first = Math.max(0, Math.min(from, ...standing.map(({ at }) => minuteOf(at))));
  const within = { from: first, to: first + 1440 };
  const fresh = (kind: PunchKind): TimeRow => ({
    ...{ id: newId(), punch: null, kind, minute: Math.max(first, 540), activity: '', isGone: false },
  });
  const rowsOf = () =>
    standing.map((punch): TimeRow => ({
      ...{ id: newId(), punch: punch.id, kind: punch.kind ?? 'in', minute: minuteOf(punch.at) },
      ...{ activity: punch.work?.activity ?? '', isGone: false },
    }));
  const form = useForm<{ rows: TimeRow[]; reason: string }>({
    defaultValues: { rows: standing.length > 0 ? rowsOf() : [fresh(missing)], reason: '' },
  });
  const { rows, reason } = useWatch({ control: form.control }) as { rows: TimeRow[]; reason: string };
  const { run, busy, problem } = useCommand();
  const set = (at: number, part: Partial<TimeRow>) =>
    form.setValue(
      'rows',
      rows.map((row, i) => (i === at ? { ...row, ...part } : row)),
    );
  const changes = rows.flatMap(
    ({ id, punch, kind, minute, activity, isGone }): PunchCorrection['changes'] => {
      const was = standing.find((one) => one.id === punch);
      if (isGone) return was ? [{ id, punch, instead: null }] : [];
      const isSaid = saysWork(kind) && (was?.work?.activity ?? '') !== activity;
      if (was && was.kind === kind && minuteOf(was.at) === minute && !isSaid) return [];
      const work = isSaid ? { activity: activity === '' ? null : activity } : {};
      return [{ id, punch, instead: { kind, at: clock.elapsed(midnight + minute), ...work } }];
    },
  );
  // What is retired stays where it was.
  const offered = (row: TimeRow) =>
    activities.filter(({ id, isRetired }) => !isRetired || id === row.activity);
  const save = async () => {
    if (await run('clock.correct', { site, person, changes, reason: reason.trim() })) onDone();
  };
  return (
    <div role="group" aria-label="Times of the day" className="mt-2 flex flex-col gap-1.5">
      {rows.map((row, i) =>
        row.isGone ? (
          <p key={row.id} className="text-muted flex items-center gap-2 text-sm">
            <s>
              {PUNCH_NAMES[row.kind]} {formatTime(row.minute, hourFormat)}
            </s>
            <Button kind="small" onClick={() => set(i, { isGone: false })}>
              Keep it
            </Button>
          </p>
        ) : (
          <div key={row.id} className="flex flex-wrap items-start gap-1.5">
            <Select
              label={`What it was, ${i + 1}`}
              className="w-[124px]"
              value={row.kind}
              onChange={(kind) => set(i, { kind })}
              options={KINDS.filter(([kind]) => kind !== 'change' || offered(row).length > 0)}
            />
            <TimeInput
              label={`When it was, ${i + 1}`}
              value={row.minute}
              within={within}
              step={blockMinutes}
              hourFormat={hourFormat}
              onChange={(minute) => minute !== null && set(i, { minute })}
            />
            <RemoveButton
              label={`Take away ${PUNCH_NAMES[row.kind]} ${formatTime(row.minute, hourFormat)}`}
              onClick={() =>
                row.punch === null
                  ? form.setValue(
                      'rows',
                      rows.filter((_, at) => at !== i),
                    )
                  : set(i, { isGone: true })
              }
            />
            {saysWork(row.kind) && offered(row).length > 0 && (
              <Select
                label={`What they work at, ${i + 1}`}
                className="w-full"
                value={row.activity}
                onChange={(activity) => set(i, { activity })}
                options={[['', 'as planned'], ...offered(row).map(({ id, name }) => [id, name] as const)]}
              />
            )}
          </div>
        ),
      )}
      <Button
        kind="small"
        className="self-start"
        onClick={() => form.setValue('rows', [...rows, fresh(missing)])}
      >
        <Plus size={12} aria-hidden /> Add a time
      </Button>
      <Field label="Why">
        <TextInput value={reason} maxLength={500} onChange={(text) => form.setValue('reason', text)} />
      </Field>
      <Refused problem={problem} />
      <div className="flex flex-wrap gap-2">
        <Button
          kind="primary"
          busy={busy}
          disabled={changes.length === 0 || reason.trim() === ''}
          onClick={() => void save()}
        >
          Correct
        </Button>
        <Button disabled={busy} onClick={onDone}>
          Cancel
        </Button>
      </div>
    </div>
  );
}
