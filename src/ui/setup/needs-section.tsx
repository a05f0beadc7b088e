'use client';

import { weekFrom } from '@/core/time/day';
import { useMemo, useState } from 'react';
import { minutesAsked, paintNeeds } from '@/core/needs/required-hours';
import { type Painted, paint } from '@/core/time/paint';
import { DAY, type Span, clip, subtract } from '@/core/time/span';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES, formatHours } from '@/core/time/format';
import type { NeedRow, NeedSetDraft, NeedsDraft, SetupPayload } from '@/server/site/payload';
import { Painter } from '../canvas/painter';
import { CountInput } from '../kit/inputs/parsed-input';
import { SaveBar } from '../forms/save-bar';
import { useDraft } from '../forms/use-draft';
import { useSaving } from '../forms/use-saving';
import { FromSales } from './from-sales';
import { Button } from '../kit/button';
import { Sets } from './needs-sets';
import { Select } from '../kit/inputs/select';
import { Kbd } from '../kit/kbd';
import { Page } from '../kit/page';

/** A week of needs by row (the roles, then everybody) and weekday, as it is painted. */
type Cells = Painted<number>[][][];

/** How many people are needed when: a usual week, from dates on, and variants for single dates. */
export function NeedsSection({ setup }: { readonly setup: SetupPayload }) {
  const stored = useMemo(() => withUsual(setup.needs, setup.id), [setup.needs, setup.id]);
  const { draft, change, reset, dirty, saved, base } = useDraft<NeedsDraft>(stored, `needs ${setup.id}`);
  const [chosen, choose] = useState(stored.sets.filter((set) => set.name === null).at(-1)!.id);
  const set = draft.sets.find((one) => one.id === chosen) ?? draft.sets[0];
  const input = dirty ? { site: setup.id, needs: draft } : null;
  // The usual week that was only there to be painted on is made by saving.
  const isStored = setup.needs.sets.some(({ id }) => id === usualId(setup.id));
  const sets = isStored ? base.sets : base.sets.filter(({ id }) => id !== usualId(setup.id));
  const opened = { site: setup.id, needs: { ...base, sets } };
  const saving = useSaving('needs.save', input, { opened, reset, onSaved: saved });
  const replace = (fresh: NeedSetDraft) =>
    change({ sets: draft.sets.map((one) => (one.id === fresh.id ? fresh : one)) });
  return (
    <>
      <Page>
        <Sets draft={draft} change={change} chosen={set.id} choose={choose} />
        <PaintedWeek key={set.id} setup={setup} set={set} onChange={replace} />
      </Page>
      <SaveBar saving={saving} />
    </>
  );
}

function usualId(site: string): string {
  return `usual-${site}`;
}

/** There is always a usual week to paint on. */
function withUsual(needs: NeedsDraft, site: string): NeedsDraft {
  return needs.sets.some((set) => set.name === null)
    ? needs
    : { ...needs, sets: [{ id: usualId(site), name: null, since: null, rows: [] }, ...needs.sets] };
}

function PaintedWeek({
  setup,
  set,
  onChange,
}: {
  readonly setup: SetupPayload;
  readonly set: NeedSetDraft;
  readonly onChange: (set: NeedSetDraft) => void;
}) {
  const { site } = setup;
  const roles = setup.roles.filter((role) => !role.retired || set.rows.some((row) => row.role === role.id));
  const order = useMemo(() => weekFrom(site.weekStart), [site.weekStart]);
  const ids = useMemo(() => [...roles.map((role) => role.id!), null], [roles]);
  const cells = useMemo(() => cellsOf(set.rows, ids, order), [set.rows, ids, order]);
  const [count, setCount] = useState(1);
  const [source, setSource] = useState(0);
  const hours = useMemo(() => shownHours(setup, cells), [setup, cells]);
  const most = cells.map((row) => Math.max(1, ...row.flat().map((span) => span.value)));
  const put = (fresh: Cells) => onChange({ ...set, rows: rowsOfCells(fresh, ids, order) });
  const onPaint = (row: number, column: number, span: Span, value: number | null) =>
    put(
      cells.map((days, r) =>
        r !== row ? days : days.map((spans, c) => (c === column ? paint(spans, span, value) : spans)),
      ),
    );
  const open = (column: number) => site.hours.at(-1)?.days[order[column]] ?? [];
  const asked = order.map((_, c) =>
    minutesAsked(
      cells.slice(0, -1).map((row) => row[c]),
      cells.at(-1)![c],
    ),
  );
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <span className="flex flex-wrap items-center gap-1.5">
          Drag paints
          <CountInput label="People a drag asks for" value={count} onChange={setCount} most={999} />
          people; <Kbd>0</Kbd> to <Kbd>9</Kbd> set the chosen span, <Kbd>Del</Kbd> wipes it,{' '}
          <Kbd>Shift →</Kbd> widens it.
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-1.5">
          <Select
            label="Day to copy"
            value={source}
            onChange={setSource}
            options={order.map((day, c) => [c, WEEKDAY_NAMES[day]] as const)}
          />
          <Button onClick={() => put(cells.map((row) => row.map(() => row[source])))}>
            Every day as {WEEKDAY_NAMES[order[source]]}
          </Button>
          <Button
            onClick={() =>
              put(
                cells.map((row) =>
                  row.map((spans, c) => (site.weekend.includes(order[c]) ? spans : row[source])),
                ),
              )
            }
          >
            Weekdays as {WEEKDAY_NAMES[order[source]]}
          </Button>
        </span>
      </div>
      {roles.length === 0 && (
        <p className="text-muted mb-2">
          There are no roles yet; needs can be painted for everybody together.
        </p>
      )}
      <Painter<number>
        label="Needs of the week: how many people, by role"
        rows={[
          ...roles.map((role) => ({ id: role.id!, name: role.name, head: <RowHead name={role.name} /> })),
          { id: 'everybody', name: 'everybody', head: <RowHead name="Everybody" note="whatever the role" /> },
        ]}
        columns={order.map((day) => ({ name: SHORT_WEEKDAYS[day] }))}
        hours={hours}
        step={site.blockMinutes}
        hourFormat={site.hourFormat}
        cells={cells}
        rowHeight={roles.length > 6 ? 44 : 58}
        brush={count === 0 ? null : count}
        valueOfKey={(key) => (/^\d$/.test(key) ? (key === '0' ? null : Number(key)) : undefined)}
        onPaint={onPaint}
        behind={(_row, column) => ({
          spans: site.neverClosed ? [] : subtract([hours], clip(open(column), hours)),
          className: 'bg-[var(--closed)]',
        })}
        styleOf={(value, row, width) => ({
          text: width === 0 || width > String(value).length * 8 ? String(value) : '',
          name: `${value} ${value === 1 ? 'person' : 'people'}`,
          className: 'items-end border border-b-0 border-[var(--role)] bg-[var(--tint)] text-[var(--role)]',
          ink: roles[row]?.ink ?? 'slate',
          share: Math.max(0.42, value / most[row]),
        })}
      />
      <Asked setup={setup} asked={asked} order={order} />
      {setup.seesPay && (
        <FromSales
          setup={setup}
          order={order}
          rows={[...roles.map((role) => role.name), 'Everybody']}
          onSuggest={(row, days) => put(cells.map((old, r) => (r === row ? days : old)))}
        />
      )}
    </>
  );
}

function RowHead({ name, note }: { readonly name: string; readonly note?: string }) {
  return (
    <span className="min-w-0 leading-4">
      <span className="block truncate font-semibold">{name}</span>
      {note && <span className="text-muted block text-xs">{note}</span>}
    </span>
  );
}

/** The hours that the painted week asks for, against the budget. */
function Asked({
  setup,
  asked,
  order,
}: {
  readonly setup: SetupPayload;
  readonly asked: readonly number[];
  readonly order: readonly number[];
}) {
  const total = asked.reduce((sum, minutes) => sum + minutes, 0);
  const budget = setup.site.budgets.at(-1)?.minutes ?? null;
  const over = budget !== null && total > budget;
  return (
    <dl className="border-ink mt-1 flex border-t-[1.5px] pt-1">
      <div style={{ width: 151 }} className="pl-3">
        <dt className="text-muted text-xs">Asked for</dt>
        <dd className={`font-semibold ${over ? 'text-brass' : ''}`}>
          {formatHours(total)}
          {budget !== null && ` of ${formatHours(budget)}`}
        </dd>
      </div>
      {asked.map((minutes, c) => (
        <div key={order[c]} className="min-w-0 flex-1 pl-1.5">
          <dt className="text-muted text-xs">{SHORT_WEEKDAYS[order[c]]}</dt>
          <dd className="font-semibold">{formatHours(minutes)}</dd>
        </div>
      ))}
    </dl>
  );
}

function cellsOf(rows: readonly NeedRow[], ids: readonly (string | null)[], order: readonly number[]): Cells {
  return ids.map((id) =>
    order.map((weekday) => paintNeeds(rows.filter((row) => row.role === id && row.weekday === weekday))),
  );
}

function rowsOfCells(cells: Cells, ids: readonly (string | null)[], order: readonly number[]): NeedRow[] {
  return cells.flatMap((days, r) =>
    days.flatMap((spans, c) =>
      spans
        .filter((span) => span.from < DAY)
        .map(({ from, to, value }) => ({ role: ids[r], weekday: order[c], from, to, count: value })),
    ),
  );
}

/** From the earliest to the latest of opening hours and needs; without either, a working day. */
function shownHours({ site }: SetupPayload, cells: Cells): Span {
  const { before, after } = site.margins;
  // Before it opens and after it closes there is work too, where the site says so.
  const open = site.hours
    .flatMap(({ days }) => days.flat())
    .map(({ from, to }) => ({ from: Math.max(from - before, 0), to: to + after }));
  const spans = [...open, ...cells.flat(2)];
  if (site.neverClosed || spans.length === 0) return { from: site.neverClosed ? 0 : 360, to: DAY };
  const from = Math.floor(Math.min(...spans.map((span) => span.from)) / 60) * 60;
  const to = Math.ceil(Math.max(...spans.map((span) => span.to)) / 60) * 60;
  return { from, to: Math.min(Math.max(to, from + 480), from + DAY) };
}
