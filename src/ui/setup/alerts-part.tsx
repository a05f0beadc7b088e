import { Plus } from 'lucide-react';
import { useState } from 'react';
import { ALERT_TEXTS, type AlertKind, type AlertRule } from '@/core/today/alerts';
import type { SetupPayload } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { CountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { When } from '../layout/when';
import { Refused } from '../kit/states';

const KINDS: readonly (readonly [AlertKind, string])[] = [
  ['missing', 'Somebody has not come'],
  ['still-in', 'Somebody is still clocked in'],
  ['long-break', 'A break is too long'],
];

const AFTER: Readonly<Record<AlertKind, string>> = {
  missing: 'min after the planned start',
  'still-in': 'min after the planned end',
  'long-break': 'min after it began',
};

const TELLS = [
  ['schedulers', 'who schedules here'],
  ['manager', 'their manager'],
  ['person', 'the person'],
] as const;

/** What is told of a day by itself: after how long, whom, and in which words. */
export function AlertsPart({
  setup,
  groups,
}: {
  readonly setup: SetupPayload;
  readonly groups: readonly string[];
}) {
  const [alerts, setAlerts] = useState<readonly AlertRule[]>(setup.alerts);
  const { run, busy, problem } = useCommand();
  const change = (at: number, part: Partial<AlertRule>) =>
    setAlerts(alerts.map((rule, i) => (i === at ? { ...rule, ...part } : rule)));
  const isSame = JSON.stringify(alerts) === JSON.stringify(setup.alerts);
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Told by itself</h2>
      <p className="text-muted mb-2 text-sm">
        By e-mail and text message, once for each case. A text may hold {'{name}'}, {'{time}'}, {'{minutes}'},{' '}
        {'{site}'} and {'{cover}'}, who could step in.
      </p>
      <ul>
        {alerts.map((rule, i) => (
          <li key={rule.id} className="border-fine border-t py-2">
            <div className="flex flex-wrap items-center gap-1.5">
              <Select
                label={`What is told, ${i + 1}`}
                value={rule.kind}
                onChange={(kind) =>
                  change(i, {
                    kind,
                    text: rule.text === ALERT_TEXTS[rule.kind] ? ALERT_TEXTS[kind] : rule.text,
                  })
                }
                options={KINDS}
              />
              <CountInput
                label={`Minutes, ${i + 1}`}
                value={rule.minutes}
                most={720}
                onChange={(minutes) => change(i, { minutes })}
              />
              {AFTER[rule.kind]}
              <RemoveButton
                label={`Take away what is told ${i + 1}`}
                className="ml-auto"
                onClick={() => setAlerts(alerts.filter((_, at) => at !== i))}
              />
            </div>
            <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
              Tell
              {TELLS.map(([who, name]) => (
                <Checkbox
                  key={who}
                  checked={rule.tells.includes(who)}
                  onChange={(isOn) =>
                    change(i, {
                      tells: isOn ? [...rule.tells, who] : rule.tells.filter((one) => one !== who),
                    })
                  }
                >
                  {name}
                </Checkbox>
              ))}
              <Select
                label={`Somebody else who is told, ${i + 1}`}
                value={rule.people[0] ?? ''}
                onChange={(id) => change(i, { people: id === '' ? [] : [id] })}
                options={[['', 'nobody else'], ...setup.pinPeople.map(({ id, name }) => [id, name] as const)]}
              />
              {groups.length > 0 && (
                <Select
                  label={`Of whom, ${i + 1}`}
                  value={rule.groups[0] ?? ''}
                  onChange={(group) => change(i, { groups: group === '' ? [] : [group] })}
                  options={[['', 'of everybody'], ...groups.map((group) => [group, `of ${group}`] as const)]}
                />
              )}
            </div>
            <TextInput
              label={`Text, ${i + 1}`}
              className="mt-1 w-full"
              maxLength={300}
              value={rule.text}
              onChange={(text) => change(i, { text })}
            />
          </li>
        ))}
      </ul>
      <Button
        kind="small"
        className="mt-1"
        onClick={() =>
          setAlerts([
            ...alerts,
            {
              ...{ id: newId(), kind: 'missing', minutes: 20, groups: [], tells: ['schedulers'], people: [] },
              text: ALERT_TEXTS.missing,
            },
          ])
        }
      >
        <Plus size={12} aria-hidden /> Tell something
      </Button>
      <Refused problem={problem} className="mt-2" />
      <div className="mt-3">
        <Button
          kind="primary"
          busy={busy}
          disabled={isSame}
          onClick={() => void run('clock.alerts', { site: setup.id, alerts })}
        >
          Save
        </Button>
      </div>
      {setup.told.length > 0 && (
        <>
          <h3 className="mt-4 font-semibold">What was told</h3>
          <ul className="text-sm">
            {setup.told.map(({ id, at, message, told }) => (
              <li key={id} className="border-fine border-t py-1">
                <When at={at} className="text-muted" /> {message}{' '}
                <span className="text-muted">
                  {told.length > 0 ? `To ${told.join(', ')}.` : 'To nobody.'}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
