'use client';

import { ChevronLeft, ChevronRight } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { formatDate } from '@/core/time/day';
import { counted, formatDay, formatDays } from '@/core/time/format';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import type { HoursPage, HoursRow } from '@/server/hours/payload';
import { useCommand } from '../commands/use-command';
import { Button, buttonClass } from '../kit/button';
import { Segmented } from '../kit/inputs/segmented';
import { TextInput } from '../kit/inputs/text-input';
import { SplitPanel } from '../kit/page';
import { EmptyState, Refused } from '../kit/states';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { HoursTable } from './hours-table';
import { ImportDialog } from './import-dialog';
import { PayrollDialog } from './payroll-dialog';
import { PeriodPanel } from './period-panel';
import { SheetPanel } from './sheet-panel';
import { STATE_WORDS } from './words';

type Filter = 'look' | 'asked' | HoursRow['state'];

const FILTERS: readonly (readonly [Filter, string, (row: HoursRow) => boolean])[] = [
  ['look', 'with something to look at', ({ look }) => look > 0],
  ['asked', 'with a question', ({ asked }) => asked > 0],
  ...(['open', 'submitted', 'approved', 'locked'] as const).map(
    (state) => [state, STATE_WORDS[state], (row: HoursRow) => row.state === state] as const,
  ),
];

/** The hours of a site in a period of pay: what was worked beside what was planned, put right, approved and handed to payroll. */
export function HoursScreen({ header, page }: { readonly header: ShellFrame; readonly page: HoursPage }) {
  useLivePage(page.site, page.asOf, true);
  const { period, rows } = page;
  const [figures, setFigures] = useState<HoursRules['figures']>(page.figures);
  const [filter, setFilter] = useState<Filter | null>(null);
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [isMaking, setMaking] = useState(false);
  const [isImporting, setImporting] = useState(false);
  const { run, busy, problem } = useCommand();
  const test = FILTERS.find(([one]) => one === filter)?.[2] ?? (() => true);
  const words = text.trim().toLocaleLowerCase().split(/\s+/);
  const shown = rows.filter(
    (row) =>
      test(row) &&
      words.every((word) => [row.name, ...row.groups].join(' ').toLocaleLowerCase().includes(word)),
  );
  const plain = rows.filter(
    ({ state, look, asked }) => (state === 'open' || state === 'submitted') && look === 0 && asked === 0,
  );
  const approved = rows.filter(({ state }) => state === 'approved');
  const isOver = period.first + period.days <= page.today;
  const step = (kind: 'hours.approve' | 'hours.lock', people: readonly HoursRow[]) =>
    run(kind, { site: page.site, first: period.first, people: people.map(({ id }) => id) });
  const person = rows.find(({ id }) => id === chosen) ?? null;
  const at = (date: number) => `/hours/${encodeURIComponent(page.site)}?on=${formatDate(date)}`;
  return (
    <AppLayout
      header={header}
      site={page.site}
      area="hours"
      strip={
        <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1">
          <div className="flex items-center gap-1">
            <Link className={buttonClass('quiet')} aria-label="The period before" href={at(period.first - 1)}>
              <ChevronLeft size={16} aria-hidden />
            </Link>
            <h1 className="font-serif text-xl font-semibold whitespace-nowrap">
              {formatDays(period.first, period.days)}
            </h1>
            <Link
              className={buttonClass('quiet')}
              aria-label="The next period"
              href={at(period.first + period.days)}
            >
              <ChevronRight size={16} aria-hidden />
            </Link>
          </div>
          <p className="text-muted text-sm whitespace-nowrap">
            period {period.number} of {period.of}
          </p>
          <div role="group" aria-label="Show only" className="flex flex-wrap gap-1">
            {FILTERS.map(([one, name, isOf]) => {
              const count = rows.filter(isOf).length;
              if (count === 0 && filter !== one) return null;
              return (
                <Button
                  key={one}
                  kind={filter === one ? 'chosen' : 'quiet'}
                  className="w-auto px-2 font-normal"
                  aria-pressed={filter === one}
                  onClick={() => setFilter(filter === one ? null : one)}
                >
                  <strong>{count}</strong> {name}
                </Button>
              );
            })}
          </div>
          <div className="ml-auto flex flex-wrap items-center gap-2">
            <TextInput
              label="Find a person or a group"
              placeholder="Find…"
              className="w-[110px]"
              value={text}
              onChange={setText}
            />
            <Segmented
              label="Hours are written"
              value={figures}
              onChange={setFigures}
              options={[
                { value: 'fractions', name: '7½ h' },
                { value: 'clock', name: '7:30' },
                { value: 'decimal', name: '7.50' },
              ]}
            />
            {page.canReport && (
              <Link
                className={buttonClass('plain')}
                href={`/hours/${encodeURIComponent(page.site)}/report?from=${formatDate(period.first)}&to=${formatDate(period.first + period.days - 1)}`}
              >
                Report
              </Link>
            )}
            {page.canApprove && plain.length > 0 && (
              <Button busy={busy} onClick={() => void step('hours.approve', plain)}>
                Approve {plain.length} without exceptions
              </Button>
            )}
            {page.canLock && isOver && approved.length > 0 && (
              <Button busy={busy} onClick={() => void step('hours.lock', approved)}>
                Lock {approved.length} approved
              </Button>
            )}
            {page.canLock && (
              <Button
                kind="primary"
                disabled={!rows.some(({ state }) => state === 'approved' || state === 'locked')}
                title={
                  rows.some(({ state }) => state === 'approved' || state === 'locked')
                    ? undefined
                    : 'Nothing is approved yet'
                }
                onClick={() => setMaking(true)}
              >
                Hand to payroll
              </Button>
            )}
          </div>
          <Refused problem={problem} className="w-full" />
        </div>
      }
    >
      <SplitPanel
        label={person ? person.name : 'The period'}
        className="w-[380px]"
        isFlush
        side={
          person ? (
            <SheetPanel
              key={person.id}
              person={person.id}
              name={person.name}
              on={period.first}
              figures={figures}
              asOf={page.asOf}
              onClose={() => setChosen(null)}
            />
          ) : (
            <PeriodPanel page={page} figures={figures} onImport={() => setImporting(true)} />
          )
        }
      >
        <main className="min-w-0" aria-label="Hours">
          {rows.length === 0 ? (
            <EmptyState title="Nobody is at home here in this period">
              Hours stand at the home site of whoever worked them.
            </EmptyState>
          ) : shown.length === 0 ? (
            <EmptyState title="Nobody is like that">
              <Button
                onClick={() => {
                  setFilter(null);
                  setText('');
                }}
              >
                Show all {counted(rows.length, 'person', 'people')}
              </Button>
            </EmptyState>
          ) : (
            <HoursTable {...{ page, figures, chosen }} rows={shown} onChoose={setChosen} />
          )}
          {page.today > page.deadline && rows.some(({ state }) => state === 'open') && (
            <p className="text-muted px-4 py-2 text-sm">
              Hours were to be submitted by {formatDay(page.deadline)}.
            </p>
          )}
        </main>
      </SplitPanel>
      {isImporting && <ImportDialog site={page.site} onClose={() => setImporting(false)} />}
      {isMaking && <PayrollDialog page={page} onClose={() => setMaking(false)} />}
    </AppLayout>
  );
}
