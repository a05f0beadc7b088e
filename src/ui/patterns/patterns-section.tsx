'use client';

import { useState } from 'react';
import { groupedBy } from '@/core/grouped';
import { describeRule } from '@/core/patterns/rule';
import type { Pattern } from '@/core/patterns/pattern';
import { lastDayOf } from '@/core/patterns/scope';
import { startOfWeek } from '@/core/time/day';
import { formatLongDay, counted } from '@/core/time/format';
import type { RecurringPayload } from '@/server/week/payload';
import { newId } from '../commands/new-id';
import { PatternForm } from './pattern-form';
import { Button } from '../kit/button';
import { EmptyState } from '../kit/states';

/** The patterns of a site: cycles and recurring shifts, who works them, and the form that changes one. */
export function PatternsSection({ recurring }: { readonly recurring: RecurringPayload }) {
  const { patterns } = recurring;
  const [chosen, choose] = useState<string | null>(patterns[0]?.id ?? null);
  const [fresh, setFresh] = useState<Pattern | null>(null);
  const shown = fresh ?? patterns.find((one) => one.id === chosen) ?? null;
  const start = (rule: string | null) => {
    const nextWeek = startOfWeek(recurring.today, recurring.site.weekStart) + 7;
    setFresh({
      id: newId(),
      name: '',
      anchor: nextWeek,
      since: nextWeek,
      until: null,
      weeks: 1,
      rule,
      shifts: [],
      members: [],
      endings: [],
    });
  };
  return (
    <div className="flex min-h-0 flex-1 phone:flex-col">
      <nav
        aria-label="Patterns"
        className="border-rule w-[250px] shrink-0 overflow-y-auto border-r px-4 py-5 max-[900px]:w-[190px] phone:max-h-[38vh] phone:w-full phone:border-r-0 phone:border-b"
      >
        <h1 className="font-serif text-lg font-semibold mb-2">Patterns</h1>
        {patterns.length === 0 && (
          <p className="text-muted mb-2">
            None yet. A pattern is a cycle of 1 to 8 weeks, or a shift that recurs, for one person or a crew.
          </p>
        )}
        <ul>
          {byName(patterns).map(([name, parts]) => (
            <li key={name} className="border-fine border-b py-1.5">
              <span className="block pl-2 font-semibold">{name}</span>
              {parts.map((one) => (
                <button
                  key={one.id}
                  type="button"
                  aria-label={`${name}, ${summaryOf(one)}`}
                  aria-current={shown?.id === one.id ? 'true' : undefined}
                  className={`text-muted block min-h-6 w-full py-0.5 pl-2 text-left text-sm leading-4 ${shown?.id === one.id ? 'bg-sheet border-l-ink border-l-2' : ''}`}
                  onClick={() => {
                    setFresh(null);
                    choose(one.id);
                  }}
                >
                  {summaryOf(one)}
                </button>
              ))}
            </li>
          ))}
        </ul>
        <div className="mt-3 flex flex-col items-start gap-1.5">
          <Button onClick={() => start(null)}>New cycle</Button>
          <Button onClick={() => start('FREQ=WEEKLY;BYDAY=TU')}>New recurring shift</Button>
        </div>
      </nav>
      {shown ? (
        <PatternForm
          key={`${shown.id} ${fresh ? 'new' : JSON.stringify(shown)}`}
          recurring={recurring}
          stored={shown}
          isNew={fresh !== null}
          onSaved={(id) => {
            setFresh(null);
            choose(id);
          }}
          onGone={() => {
            setFresh(null);
            choose(null);
          }}
        />
      ) : (
        <main className="flex-1">
          <EmptyState title="No pattern is chosen.">Choose one, or begin one.</EmptyState>
        </main>
      )}
    </div>
  );
}

/** A pattern that was changed from a date on is one name with its parts, by when they begin. */
function byName(patterns: readonly Pattern[]): [string, Pattern[]][] {
  return [...groupedBy(patterns, ({ name }) => name)].map(([name, parts]) => [
    name,
    parts.sort((a, b) => a.since - b.since),
  ]);
}

function summaryOf(pattern: Pattern): string {
  const { rule, anchor, weeks, members, since } = pattern;
  const last = lastDayOf(pattern);
  const what = rule === null ? counted(weeks, 'week') : describeRule(rule, anchor);
  const who = counted(members.length, 'person', 'people');
  return `${what}, ${who}, from ${formatLongDay(since)}${last === null ? '' : ` to ${formatLongDay(last)}`}`;
}
