import { useState } from 'react';
import { type Compared, comparedWeeks } from '@/core/availability/compare';
import type { SupplyChange } from '@/core/availability/supply';
import type { WeekBlock } from '@/core/availability/week-blocks';
import { weekFrom, weekdayOf } from '@/core/time/day';
import {
  type HourFormat,
  WEEKDAY_NAMES,
  formatAxisTime,
  formatDays,
  formatShortSpan,
} from '@/core/time/format';
import { DAY, type Span } from '@/core/time/span';
import type { ProposalSupply } from '@/server/staff/payload';
import { Select } from '../kit/inputs/select';

/** What a place takes for granted where a week of availability is shown. */
export interface WeekHabits {
  readonly hourFormat: HourFormat;
  readonly weekStart: number;
  readonly openHours: readonly Span[];
}

const HOURS = [0, 6, 12, 18, 24];

/** What becomes of a stretch: its look, and its word in the key. Time that nobody can work before or after has none. */
const LOOKS = {
  stays: ['border-kelp bg-paper border', 'stays'],
  gone: ['border-gap hatched border border-dashed', 'gone'],
  new: ['border-kelp bg-kelp border', 'new'],
  rather: ['border-muted dotted border border-dashed', 'rather not'],
} as const;

function lookOf({ was, is }: Compared): keyof typeof LOOKS | null {
  if (is === 'not-available') return was === 'not-available' ? null : 'gone';
  if (is === 'rather-not') return 'rather';
  return was === 'not-available' ? 'new' : 'stays';
}

/** A usual week painted over the one that stands, and under each day how many could work where that changes. */
export function ComparedWeek({
  name,
  before,
  after,
  habits: { hourFormat, weekStart },
  supply,
}: {
  readonly name: string;
  readonly before: readonly WeekBlock[];
  readonly after: readonly WeekBlock[];
  readonly habits: WeekHabits;
  /** Null: not known yet. */
  readonly supply: ProposalSupply | null;
}) {
  const [chosen, choose] = useState<number | null>(null);
  const days = comparedWeeks(before, after);
  const rows = supply ? [...new Set(supply.changes.map((one) => one.row))] : [];
  const row = chosen !== null && rows.includes(chosen) ? chosen : worstRow(supply?.changes ?? []);
  const changes = (supply?.changes ?? []).filter((one) => one.row === row);
  const short = changes.filter((one) => one.after < one.needed && one.after < one.before);
  const on = (weekday: number) =>
    supply ? changes.filter(({ day }) => weekdayOf(supply.from + day) === weekday) : [];
  const left = (minute: number) => `${(minute / DAY) * 100}%`;
  return (
    <section aria-label={`When ${name} could work then, over how it stands`}>
      <div className="text-muted relative ml-10 h-4 text-xs" aria-hidden>
        {HOURS.map((hour) => (
          <span
            key={hour}
            className={`absolute ${hour === 0 ? '' : hour === 24 ? '-translate-x-full' : '-translate-x-1/2'}`}
            style={{ left: left(hour * 60) }}
          >
            {hour === 24 && hourFormat === '24' ? '24' : formatAxisTime(hour * 60, hourFormat)}
          </span>
        ))}
      </div>
      <ul>
        {weekFrom(weekStart).map((weekday) => (
          <li
            key={weekday}
            className="flex items-start"
            aria-label={inWords(days[weekday], weekday, hourFormat)}
          >
            <span className="w-10 shrink-0 text-sm leading-5">{WEEKDAY_NAMES[weekday].slice(0, 3)}</span>
            <span className="border-rule relative block h-9 flex-1 border-l" aria-hidden>
              {HOURS.map((hour) => (
                <span
                  key={hour}
                  className="border-rule absolute inset-y-0 border-r"
                  style={{ left: left(hour * 60) }}
                />
              ))}
              {days[weekday].map((piece) => {
                const look = lookOf(piece);
                return (
                  look && (
                    <span
                      key={piece.from}
                      className={`absolute top-0.5 h-4 ${LOOKS[look][0]}`}
                      style={{ left: left(piece.from), width: left(piece.to - piece.from) }}
                    />
                  )
                );
              })}
              {on(weekday).map(({ from, to, after: then, needed }) => (
                <span
                  key={from}
                  className={`absolute top-[18px] overflow-hidden border-x border-[var(--color-fine)] text-center text-xs leading-4 ${
                    then < needed ? 'text-gap font-bold' : 'text-muted'
                  }`}
                  style={{ left: left(from), width: left(to - from) }}
                >
                  {to - from >= 45 * String(then).length && then}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ul>
      <p className="text-muted mt-1 flex flex-wrap items-center gap-x-3 text-xs" aria-hidden>
        {Object.values(LOOKS).map(([look, word]) => (
          <span key={word} className="flex items-center gap-1">
            <span className={`inline-block h-3 w-5 ${look}`} /> {word}
          </span>
        ))}
      </p>
      {supply && rows.length > 0 && (
        <div className="mt-2 flex flex-wrap items-center gap-x-2">
          <span>Figures: how many could work then as</span>
          <Select
            label="Counted as"
            className="w-auto"
            value={row}
            onChange={choose}
            options={rows.map((one) => [one, supply.rows[one]] as const)}
          />
          <span className="text-muted">in the week {formatDays(supply.from, 7)}</span>
        </div>
      )}
      {supply &&
        (short.length > 0 ? (
          <ul aria-label="Fewer than needed" className="mt-1">
            {short.map(({ day, from, to, before: had, after: then, needed }) => (
              <li key={`${day} ${from}`} className="text-gap">
                {WEEKDAY_NAMES[weekdayOf(supply.from + day)].slice(0, 3)}{' '}
                {formatShortSpan(from, to, hourFormat)}: <b>{then}</b> could work, {had} without it; {needed}{' '}
                needed
              </li>
            ))}
          </ul>
        ) : (
          <p className="text-muted mt-1">
            {rows.length === 0
              ? 'It changes nothing in how many could work.'
              : 'Nowhere does it leave fewer than are needed.'}
          </p>
        ))}
    </section>
  );
}

/** The row that is left worst, of equals the first: what is looked at first. */
function worstRow(changes: readonly SupplyChange[]): number {
  const missing = new Map<number, number>();
  for (const { row, after, before, needed, from, to } of changes)
    missing.set(
      row,
      (missing.get(row) ?? 0) + (after < before ? Math.max(needed - after, 0) * (to - from) : 0),
    );
  return [...missing].sort(([, a], [, b]) => b - a)[0]?.[0] ?? 0;
}

function inWords(pieces: readonly Compared[], weekday: number, hourFormat: HourFormat): string {
  const said = pieces.flatMap((piece) => {
    const look = lookOf(piece);
    return look ? [`${formatShortSpan(piece.from, piece.to, hourFormat)} ${LOOKS[look][1]}`] : [];
  });
  return `${WEEKDAY_NAMES[weekday]}: ${said.length > 0 ? said.join(', ') : 'not available'}`;
}
