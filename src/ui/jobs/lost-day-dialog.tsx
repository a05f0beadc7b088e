import { useForm, useWatch } from 'react-hook-form';
import type { Day } from '@/core/time/day';
import { formatDay } from '@/core/time/format';
import type { JobsPage } from '@/server/jobs/payload';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { Refused } from '../kit/states';
import { CrewChecks } from './crew-checks';
import type { CrewDays } from './use-crew-days';

type How = 'room' | 'onward' | 'forward';

interface Values {
  readonly date: Day;
  readonly crews: readonly string[];
  readonly round: string;
  readonly how: How;
  readonly until: Day | null;
  readonly reason: string;
}

const EXPLAINED: Readonly<Record<How, string>> = {
  onward:
    'Each day’s visits move to the next working day, in their order and at their times, until a free day takes them up.',
  room: 'Only the visits of that day move, each to where its crew has room.',
  forward: 'The day became free: each later day’s visits move a working day forward.',
};

/** A day on which nothing can be done, or that became free: what moves and which promises break is told before anything does. */
export function LostDayDialog({
  page,
  days,
  date,
  onClose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  readonly date: Day;
  readonly onClose: () => void;
}) {
  const { crews } = days.work;
  const form = useForm<Values>({
    defaultValues: {
      date,
      crews: crews.map(({ id }) => id),
      round: '',
      how: 'onward',
      until: null,
      reason: 'storm',
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const { round, ...rest } = values;
  const input = {
    site: page.site,
    ...rest,
    reason: rest.reason.trim(),
    rounds: round === '' ? null : [round],
  };
  const preview = usePreview('day.move', values.crews.length > 0 ? input : null);
  const { run, busy, problem } = useCommand();
  const refused = problem ?? (preview?.ok === false ? preview.problem : null);
  const isForward = values.how === 'forward';
  return (
    <Dialog title={isForward ? 'Bring visits forward' : 'A lost day'} className="w-[620px]" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <div className="flex flex-wrap items-end gap-3">
          <Field label={isForward ? 'The free day' : 'The day'}>
            <DateInput
              isNeeded
              value={values.date}
              onChange={(day) => day !== null && form.setValue('date', day)}
            />
          </Field>
          {!isForward && (
            <Field label="Why">
              <TextInput
                className="w-[140px]"
                maxLength={60}
                value={values.reason}
                onChange={(text) => form.setValue('reason', text)}
              />
            </Field>
          )}
          <Field label="No further than">
            <DateInput value={values.until} onChange={(day) => form.setValue('until', day)} />
          </Field>
          {page.rounds.length > 0 && (
            <Field label="Visits">
              <Select
                value={values.round}
                onChange={(id) => form.setValue('round', id)}
                options={[['', 'all'], ...page.rounds.map(({ id, name }) => [id, `only ${name}`] as const)]}
              />
            </Field>
          )}
        </div>
        <CrewChecks
          legend="Whose"
          crews={crews}
          value={values.crews}
          onChange={(ids) => form.setValue('crews', ids)}
        />
        <Segmented<How>
          label="What moves"
          value={values.how}
          onChange={(how) => form.setValue('how', how)}
          options={[
            { value: 'onward', name: 'All moves on' },
            { value: 'room', name: 'Only this day' },
            { value: 'forward', name: 'Bring forward' },
          ]}
        />
        <p className="text-muted text-sm">{EXPLAINED[values.how]} Appointments stay where they are.</p>
        <Refused problem={refused} />
        {preview?.ok && <ImpactList answer={preview} named={8} />}
        <div>
          <Button
            kind="primary"
            busy={busy}
            disabled={!preview?.ok}
            onClick={() => void run('day.move', input).then((done) => done && onClose())}
          >
            {isForward ? 'Bring forward' : `Lose ${formatDay(values.date)}`}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
