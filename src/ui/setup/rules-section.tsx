'use client';

import { Badge } from '../kit/badge';
import { useState } from 'react';
import { DEFAULT_RULES, type Rules, type Severity } from '@/core/plan/types';
import type { RuleRow, SetupPayload } from '@/server/site/payload';
import { CountInput, LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { CommandForm } from '../forms/command-form';
import { type Part, useCommandForm } from '../forms/use-command-form';
import { Breaks, Overtime, type RulesPart, Young } from './rule-editors';
import { Button } from '../kit/button';
import { Table } from '../kit/table';

const SEVERITIES: readonly (readonly [Severity | 'off', string])[] = [
  ['stop', 'stop'],
  ['warn', 'warn'],
  ['note', 'note'],
  ['off', 'off'],
];

/** Every check of the site with its limit and severity, as sentences; and sets to start from. */
export function RulesSection({ setup }: { readonly setup: SetupPayload }) {
  const form = useCommandForm('rules.save', {
    stored: { site: setup.id, rules: setup.rules },
    key: `rules ${setup.id}`,
    clean: ({ site, rules }) => ({ site, rules: said(rules) }),
  });
  const { draft, change } = form.part('rules') as Part<Rules>;
  return (
    <CommandForm form={form} className="grid grid-cols-[minmax(0,1fr)_400px] gap-12 max-[900px]:grid-cols-1">
      <section>
        <h2 className="font-serif text-lg font-semibold">What is checked</h2>
        <p className="text-muted mb-2">
          A severity is advice, not a lock: a plan may be saved with snags, after seeing them.
        </p>
        <Table isFlush>
          <tbody>
            {setup.checks.map((check) => (
              <CheckLine key={check.code} check={check} rules={draft} change={change} />
            ))}
            <tr>
              <td>
                While the place is open and no need for everybody says otherwise, at least{' '}
                <CountInput
                  name="rules.minimumOn"
                  label="Fewest people while open"
                  value={draft.minimumOn}
                  most={1000}
                  onChange={(minimumOn) => change({ minimumOn })}
                />{' '}
                {draft.minimumOn === 1 ? 'person is' : 'people are'} needed
              </td>
              <td />
            </tr>
          </tbody>
        </Table>
      </section>
      <div className="flex flex-col gap-7">
        <StartingSets setup={setup} change={change} />
        <Breaks rules={draft} change={change} />
        <Overtime rules={draft} change={change} />
        <Young rules={draft} change={change} format={setup.site.hourFormat} />
      </div>
    </CommandForm>
  );
}

/** What differs from the usual values; the rest follows them. */
function said(rules: Partial<Rules>): Partial<Rules> {
  return Object.fromEntries(
    Object.entries(rules).filter(
      ([key, value]) => JSON.stringify(value) !== JSON.stringify(DEFAULT_RULES[key as keyof Rules]),
    ),
  );
}

function CheckLine({ check, rules, change }: RulesPart & { readonly check: RuleRow }) {
  const off = rules.off.includes(check.code);
  const now = off ? 'off' : (rules.severity[check.code] ?? check.usual);
  const set = (value: Severity | 'off') => {
    const { [check.code]: _old, ...severity } = rules.severity;
    change({
      off: value === 'off' ? [...rules.off, check.code] : rules.off.filter((code) => code !== check.code),
      severity: value === 'off' || value === check.usual ? severity : { ...severity, [check.code]: value },
    });
  };
  const [before, after] = check.ruleText.split('{}');
  const { limit } = check;
  return (
    <tr className={off ? 'text-muted' : ''}>
      <td>
        {before}
        {limit?.unit === 'hours' && (
          <LengthInput
            name={`rules.${limit.key}`}
            label={check.title}
            value={rules[limit.key]}
            onChange={(minutes) => minutes !== null && change({ [limit.key]: minutes })}
          />
        )}
        {limit && limit.unit !== 'hours' && (
          <>
            <CountInput
              name={`rules.${limit.key}`}
              label={check.title}
              value={rules[limit.key]}
              most={1000}
              onChange={(count) => change({ [limit.key]: count })}
            />{' '}
            <span className="text-muted">{limit.unit}</span>
          </>
        )}
        {after}
      </td>
      <td className="w-[110px] text-right">
        <span className="inline-flex items-center gap-1.5">
          {!off && <Badge severity={now === 'off' ? undefined : now} aria-hidden className="size-2.5 p-0" />}
          <Select
            label={`Severity of ${check.title}`}
            value={now}
            onChange={set}
            options={check.code === 'overlap' ? SEVERITIES.slice(0, 3) : SEVERITIES}
          />
        </span>
      </td>
    </tr>
  );
}

function StartingSets({ setup, change }: Pick<RulesPart, 'change'> & { readonly setup: SetupPayload }) {
  const [shown, show] = useState<string | null>(null);
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Start from a set</h2>
      <p className="text-muted mb-1">
        Figures from published rules. They are a beginning, not legal advice; everything can be changed.
      </p>
      <ul>
        {setup.sets.map((set) => (
          <li key={set.id} className="border-fine border-t py-1.5">
            <span className="flex items-baseline justify-between gap-2">
              <button
                type="button"
                className="text-left font-semibold"
                aria-expanded={shown === set.id}
                onClick={() => show(shown === set.id ? null : set.id)}
              >
                {set.name}
              </button>
              <Button kind="link" onClick={() => change(set.rules)}>
                Use it
              </Button>
            </span>
            {shown === set.id && <span className="block text-sm">{set.description}</span>}
            <span className="text-muted block text-xs">{set.source}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
