import { ArrowDown, ArrowUp } from 'lucide-react';
import { GOALS, type GoalKey, goalsSentence } from '@/core/propose/goals';
import type { Proposing } from '@/core/propose/proposing';
import type { SetupPayload } from '@/server/site/payload';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { LengthInput } from '../kit/inputs/parsed-input';
import { TimeInput } from '../kit/inputs/time-input';

/** What proposals of a site go by and in which order, and what counts there as a burden that is shared out. */
export function GoalsSection({ setup }: { readonly setup: SetupPayload }) {
  const { id: site, proposing: stored } = setup;
  const form = useCommandForm('proposing.save', {
    stored: { site, proposing: stored },
    key: `proposing ${site}`,
  });
  const { proposing } = form.values;
  const set = (part: Partial<Proposing>) => form.change({ proposing: { ...proposing, ...part } });
  return (
    <CommandForm form={form} className="grid max-w-[1040px] grid-cols-2 gap-12 max-[900px]:grid-cols-1">
      <Goals goals={proposing.goals} onChange={(goals) => set({ goals })} />
      <Limits
        limits={proposing.limits}
        format={setup.site.hourFormat}
        step={setup.site.blockMinutes}
        onChange={(limits) => set({ limits })}
      />
    </CommandForm>
  );
}

function Goals({
  goals,
  onChange,
}: {
  readonly goals: readonly GoalKey[];
  readonly onChange: (goals: readonly GoalKey[]) => void;
}) {
  const off = GOALS.filter(({ key }) => !goals.includes(key));
  const moved = (at: number, by: number) => {
    const next = goals.slice();
    next.splice(at + by, 0, ...next.splice(at, 1));
    onChange(next);
  };
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">What a proposal goes by</h2>
      <p className="border-ink my-2 border-l-2 pl-3">
        As little as can be is missing before all else. {goalsSentence(goals)}
      </p>
      <p className="text-muted mb-3 text-sm leading-[17px]">
        They are weighed against each other: one that is moved up a place counts twice as much, one that is
        moved down half.
      </p>
      <ol>
        {goals.map((key, at) => {
          const { name, says } = GOALS.find((goal) => goal.key === key)!;
          return (
            <li key={key} className="border-fine flex items-center gap-2 border-t py-1">
              <span className="min-w-0 flex-1">
                <Checkbox checked onChange={() => onChange(goals.filter((one) => one !== key))}>
                  <span className="font-semibold first-letter:uppercase">{name}</span>
                </Checkbox>
                <span className="text-muted block pl-6 text-sm leading-[17px]">{says}</span>
              </span>
              <Button
                kind="quiet"
                aria-label={`Move ${name} up`}
                disabled={at === 0}
                onClick={() => moved(at, -1)}
              >
                <ArrowUp size={16} aria-hidden />
              </Button>
              <Button
                kind="quiet"
                aria-label={`Move ${name} down`}
                disabled={at === goals.length - 1}
                onClick={() => moved(at, 1)}
              >
                <ArrowDown size={16} aria-hidden />
              </Button>
            </li>
          );
        })}
      </ol>
      {off.length > 0 && (
        <ul aria-label="Left out">
          {off.map(({ key, name, says }) => (
            <li key={key} className="border-fine border-t py-1">
              <Checkbox checked={false} onChange={() => onChange([...goals, key])}>
                <span className="first-letter:uppercase">{name}</span>
              </Checkbox>
              <span className="text-muted block pl-6 text-sm leading-[17px]">{says}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Limits({
  limits,
  format,
  step,
  onChange,
}: {
  readonly limits: Proposing['limits'];
  readonly format: SetupPayload['site']['hourFormat'];
  readonly step: number;
  readonly onChange: (limits: Proposing['limits']) => void;
}) {
  const time = (
    label: string,
    key: 'late' | 'early' | 'nightFrom' | 'nightTo',
    within: { readonly from: number; readonly to: number },
  ) => (
    <Field label={label}>
      <TimeInput
        label={label}
        value={limits[key]}
        within={within}
        step={step}
        hourFormat={format}
        onChange={(minute) => minute !== null && onChange({ ...limits, [key]: minute })}
      />
    </Field>
  );
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">What is a burden</h2>
      <p className="text-muted mb-3 text-sm leading-[17px]">
        Such shifts are counted for everybody and shared out: see <em>Fairness</em> under People.
      </p>
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        {time('A late end is at or after', 'late', { from: 720, to: 1440 })}
        {time('An early start is before', 'early', { from: 0, to: 720 })}
      </div>
      <div className="mt-3 flex flex-wrap gap-x-6 gap-y-3">
        {time('The night begins at', 'nightFrom', { from: 720, to: 1439 })}
        {time('The night ends at', 'nightTo', { from: 0, to: 720 })}
        <Field label="A night has at least">
          <LengthInput
            name="proposing.limits.nightMinutes"
            label="A night has at least"
            value={limits.nightMinutes}
            onChange={(nightMinutes) => onChange({ ...limits, nightMinutes: nightMinutes ?? 1 })}
          />
        </Field>
      </div>
    </section>
  );
}
