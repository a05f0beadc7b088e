'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useOptimistic, useState, useTransition } from 'react';
import { formatMoney } from '@/core/checks/shared/messages';
import { toMajor } from '@/core/hours/money';
import { asSentence } from '@/core/sentence';
import { formatDate } from '@/core/time/day';
import { counted, formatCount } from '@/core/time/format';
import { differenceFigure, hoursFigure } from '@/core/timesheet/figures';
import {
  MOST_GROUPS,
  REPORT_GROUPS,
  REPORT_GROUP_NAMES,
  type ReportFigures,
  type ReportGroup,
} from '@/core/timesheet/report';
import type { ReportAsk, ReportPage } from '@/server/hours/report';
import { buttonClass } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { Page } from '../kit/page';
import { EmptyState, ErrorState } from '../kit/states';
import { Table } from '../kit/table';
import { AppLayout, type ShellFrame } from '../layout/app-layout';

/** How many lines are drawn; a file has all. */
const MOST_LINES = 1000;

const SOURCES = [
  ['', 'from anywhere'],
  ['clock', 'clocked'],
  ['typed', 'typed'],
  ['plan', 'confirmed'],
] as const;

/** What was worked at a site against what was planned, grouped, and the attendance of its people. */
export function ReportScreen({
  header,
  ask: answered,
  page,
  trouble = null,
}: {
  readonly header: ShellFrame;
  readonly ask: ReportAsk;
  /** null: it cannot be made; `trouble` says why. */
  readonly page: ReportPage | null;
  readonly trouble?: string | null;
}) {
  const router = useRouter();
  const [isAsking, begin] = useTransition();
  // What was chosen stands at once, so that the next choice goes on from it.
  const [ask, choose] = useOptimistic(answered);
  const [what, setWhat] = useState<'hours' | 'attendance'>('hours');
  const [hasMore, setMore] = useState(false);
  const go = (part: Partial<ReportAsk>) =>
    begin(() => {
      const next = { ...ask, ...part };
      choose(next);
      router.replace(`?${searchOf(next)}`, { scroll: false });
    });
  const file = (form: string) =>
    `/api/hours/report/${encodeURIComponent(ask.site)}?${searchOf(ask)}&what=${what}&form=${form}`;
  return (
    <AppLayout
      header={header}
      site={ask.site}
      area="hours"
      strip={
        <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1">
          <h1 className="font-serif text-xl font-semibold">Report of hours</h1>
          <div className="flex items-center gap-1.5">
            <DateInput
              isNeeded
              label="First day"
              value={ask.from}
              onChange={(from) => from !== null && go({ from })}
            />
            to
            <DateInput
              isNeeded
              label="Last day"
              value={ask.to}
              onChange={(to) => to !== null && go({ to })}
            />
          </div>
          <Segmented
            label="What is shown"
            value={what}
            onChange={setWhat}
            options={[
              { value: 'hours', name: 'Hours' },
              { value: 'attendance', name: 'Attendance' },
            ]}
          />
          <p className="ml-auto flex items-center gap-3 text-sm">
            {page &&
              (['csv', 'xlsx'] as const).map((form) => (
                <a key={form} className="link link-primary font-semibold" href={file(form)}>
                  {form.toUpperCase()}
                </a>
              ))}
            <Link
              className={buttonClass('plain')}
              href={`/hours/${encodeURIComponent(ask.site)}?on=${formatDate(ask.from)}`}
            >
              Hours by day
            </Link>
          </p>
        </div>
      }
    >
      <Page>
        <div className="mx-auto max-w-[1120px]" aria-busy={isAsking}>
          <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
            {what === 'hours' && <Groups by={ask.by} onChange={(by) => go({ by })} />}
            {page && page.sites > 1 && (
              <Field label="At home at">
                <Select
                  value={ask.isAll ? 'all' : 'one'}
                  onChange={(which) => go({ isAll: which === 'all' })}
                  options={[
                    ['one', page.siteName],
                    ['all', `all ${page.sites} sites`],
                  ]}
                />
              </Field>
            )}
            {page && page.groups.length > 0 && (
              <Field label="Of">
                <Select
                  value={ask.group ?? ''}
                  onChange={(group) => go({ group: group || null })}
                  options={[['', 'everybody'], ...page.groups.map((one) => [one, one] as const)]}
                />
              </Field>
            )}
            <Field label="Hours">
              <Select
                value={ask.source ?? ''}
                onChange={(source) => go({ source: source || null })}
                options={SOURCES}
              />
            </Field>
            <Checkbox className="h-9" checked={ask.look} onChange={(look) => go({ look })}>
              only days with something to look at
            </Checkbox>
            {what === 'hours' && (
              <Checkbox className="h-9" checked={hasMore} onChange={setMore}>
                shifts and attendance
              </Checkbox>
            )}
          </div>
          <div className="mt-4">
            {trouble !== null && <ErrorState>{asSentence(trouble)}</ErrorState>}
            {page && what === 'hours' && <HoursTable {...{ page, hasMore }} />}
            {page && what === 'attendance' && <AttendanceTable page={page} />}
          </div>
        </div>
      </Page>
    </AppLayout>
  );
}

function searchOf({ isAll, from, to, by, group, source, look }: ReportAsk): string {
  return new URLSearchParams({
    ...{ from: formatDate(from), to: formatDate(to), by: by.join(',') },
    ...(group === null ? {} : { group }),
    ...(source === null ? {} : { source }),
    ...(look ? { look: '1' } : {}),
    ...(isAll ? { all: '1' } : {}),
  }).toString();
}

/** What by, one inside another. */
function Groups({
  by,
  onChange,
}: {
  readonly by: readonly ReportGroup[];
  readonly onChange: (by: readonly ReportGroup[]) => void;
}) {
  const places = Math.min(MOST_GROUPS, by.length + 1);
  return (
    <>
      {Array.from({ length: places }, (_, i) => (
        <Field key={i} label={i === 0 ? 'By' : 'and inside it'}>
          <Select
            value={by[i] ?? ''}
            onChange={(group) =>
              onChange(
                group === ''
                  ? by.slice(0, i)
                  : [...by.slice(0, i), group, ...by.slice(i + 1).filter((one) => one !== group)],
              )
            }
            options={[
              ...(i === 0 ? [] : [['', 'nothing more'] as const]),
              ...REPORT_GROUPS.filter((one) => !by.slice(0, i).includes(one)).map(
                (one) => [one, REPORT_GROUP_NAMES[one].toLocaleLowerCase()] as const,
              ),
            ]}
          />
        </Field>
      ))}
    </>
  );
}

function HoursTable({ page, hasMore }: { readonly page: ReportPage; readonly hasMore: boolean }) {
  const { lines, total, figures, money, people } = page;
  if (people === 0)
    return <EmptyState title="Nobody is in it.">Choose other days, or people of another group.</EmptyState>;
  const hours = (minutes: number) => (minutes === 0 ? '' : hoursFigure(minutes, figures));
  const amount = (minor: number) =>
    minor === 0 || !money ? '' : formatMoney(toMajor(minor, money.decimals), money.currency);
  // What has more inside it stands out.
  const isHead = (depth: number) => depth === 0 && page.ask.by.length > 1;
  const cells = ({ worked, planned, cost, plannedCost, ...its }: ReportFigures) => (
    <>
      <td className="text-right">{hours(worked)}</td>
      <td className="text-right">{hours(planned)}</td>
      <td className="text-right">{differenceFigure(worked - planned, figures)}</td>
      {money && (
        <>
          <td className="text-right">{amount(cost)}</td>
          <td className="text-right">{amount(plannedCost)}</td>
        </>
      )}
      {hasMore && (
        <>
          <td className="text-right">{its.shifts || ''}</td>
          <td className="text-right">{its.shifts > 0 && hours(Math.round(its.shiftMinutes / its.shifts))}</td>
          <td className="text-right">{its.late || ''}</td>
          <td className="text-right">{its.early || ''}</td>
          <td className="text-right">{its.absent || ''}</td>
        </>
      )}
    </>
  );
  return (
    <>
      <Table isFlush className="tabular-nums">
        <thead>
          <tr>
            <th scope="col">{page.ask.by.map((group) => REPORT_GROUP_NAMES[group]).join(', ')}</th>
            {['Worked', 'Planned', 'Difference', ...(money ? ['Cost', 'Planned cost'] : [])].map(head)}
            {hasMore && ['Shifts', 'Mean length', 'Late', 'Left early', 'Absent'].map(head)}
          </tr>
        </thead>
        <tbody>
          {lines.slice(0, MOST_LINES).map(({ id, depth, name, figures: its }) => (
            <tr key={id} className={isHead(depth) ? 'font-semibold' : undefined}>
              <th
                scope="row"
                className={isHead(depth) ? 'font-semibold' : 'font-normal'}
                style={{ paddingLeft: depth * 20 }}
              >
                {name}
              </th>
              {cells(its)}
            </tr>
          ))}
          <tr className="border-ink text-ink border-t font-semibold">
            <th scope="row" className="font-semibold">
              Together, {counted(people, 'person', 'people')}
            </th>
            {cells(total)}
          </tr>
        </tbody>
      </Table>
      {lines.length > MOST_LINES && (
        <p className="text-muted mt-2 text-sm">
          The first {formatCount(MOST_LINES)} of {formatCount(lines.length)} lines; the files have all.
        </p>
      )}
    </>
  );
}

function head(name: string) {
  return (
    <th key={name} scope="col" className="text-right">
      {name}
    </th>
  );
}

function AttendanceTable({ page: { attendance, people } }: { readonly page: ReportPage }) {
  if (people === 0)
    return <EmptyState title="Nobody is in it.">Choose other days, or people of another group.</EmptyState>;
  return (
    <>
      <Table isFlush className="tabular-nums">
        <thead>
          <tr>
            <th scope="col">Person</th>
            {attendance.heads.map(head)}
          </tr>
        </thead>
        <tbody>
          {attendance.lines.slice(0, MOST_LINES).map(({ id, name, figures }) => (
            <tr key={id}>
              <th scope="row" className="font-normal">
                {name}
              </th>
              {figures.map((figure, i) => (
                <td key={i} className="text-right">
                  {figure === '0' ? '' : figure}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="text-muted mt-2 text-sm">
        The unit, the step and the rounding of each column are set under Set-up, Payroll.
      </p>
    </>
  );
}
