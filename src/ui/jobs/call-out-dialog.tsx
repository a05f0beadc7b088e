import { useForm, useWatch } from 'react-hook-form';
import type { Day } from '@/core/time/day';
import { counted } from '@/core/time/format';
import type { RoundLine, RoundsPage } from '@/server/jobs/rounds-page';
import { useCommand, usePreview } from '../commands/use-command';
import { ImpactList } from '../commands/week-impacts';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { TimeInput } from '../kit/inputs/time-input';
import { Refused } from '../kit/states';
import { CrewChecks } from './crew-checks';

interface Values {
  readonly date: Day;
  readonly at: number;
  readonly crews: readonly string[];
}

/** When crews usually are called out: in the evening. */
const USUAL_AT = 18 * 60;

/** Calls crews out for all places of a round at once. */
export function CallDialog({
  page,
  round,
  onClose,
}: {
  readonly page: RoundsPage;
  readonly round: RoundLine;
  readonly onClose: () => void;
}) {
  const form = useForm<Values>({
    defaultValues: {
      ...{ date: page.today, at: USUAL_AT },
      crews: round.crew === null ? page.crews.map(({ id }) => id) : [round.crew],
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const input = { site: page.site, round: round.id, ...values };
  const preview = usePreview('round.call', values.crews.length > 0 ? input : null);
  const { run, busy, problem } = useCommand();
  const refused = problem ?? (preview?.ok === false ? preview.problem : null);
  return (
    <Dialog title={`Call out: ${round.name}`} className="w-[520px]" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <p>
          All {counted(round.places.length, 'place')} are planned at once, in the order of the round: each
          goes to the crew that can be there first, whatever its usual hours are.
        </p>
        <div className="flex flex-wrap gap-3">
          <Field label="Date">
            <DateInput
              isNeeded
              value={values.date}
              onChange={(date) => date !== null && form.setValue('date', date)}
            />
          </Field>
          <Field label="From">
            <TimeInput
              label="From"
              step={15}
              hourFormat={page.hourFormat}
              value={values.at}
              onChange={(at) => at !== null && form.setValue('at', at)}
            />
          </Field>
        </div>
        <CrewChecks
          legend="Who goes"
          crews={page.crews}
          value={values.crews}
          onChange={(ids) => form.setValue('crews', ids)}
        />
        <Refused problem={refused} />
        {preview?.ok && <ImpactList answer={preview} named={8} />}
        <div>
          <Button
            kind="primary"
            busy={busy}
            disabled={!preview?.ok || values.crews.length === 0}
            onClick={() => void run('round.call', input).then((done) => done && onClose())}
          >
            Call out
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
