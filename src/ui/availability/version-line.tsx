'use client';

import { segmentsOf } from '@/core/availability/versions';
import { formatDays, formatLongDay } from '@/core/time/format';
import type { VersionDraft } from '@/server/people/payload';
import { Button } from '../kit/button';

/** Days before and after today that the line shows at least. */
const BACK = 60;
const AHEAD = 150;

/** A person's versions on a line of time: each where it counts, with today marked. */
export function VersionLine({
  versions,
  chosen,
  today,
  onChoose,
}: {
  readonly versions: readonly VersionDraft[];
  readonly chosen: string | null;
  readonly today: number;
  readonly onChoose: (id: string) => void;
}) {
  const edges = versions.flatMap(({ since, until }) => [since ?? today, until ?? today]);
  const first = Math.max(Math.min(today - BACK, ...edges.map((day) => day - 10)), today - 400);
  const last = Math.min(Math.max(today + AHEAD, ...edges.map((day) => day + 30)), today + 800);
  const x = (day: number) => ((day - first) / (last - first)) * 100;
  const segments = segmentsOf(versions, first, last - 1);
  const hidden = versions.filter((version) => !segments.some((segment) => segment.version === version));
  return (
    <div>
      <div
        className="border-rule bg-[var(--closed)] relative h-[44px] border"
        role="group"
        aria-label="Versions of availability"
      >
        {segments.map(({ version, since, until }) => {
          const counts = since <= today && today <= until;
          return (
            <button
              key={`${version.id} ${since}`}
              type="button"
              aria-pressed={version.id === chosen}
              onClick={() => onChoose(version.id)}
              title={titleOf(version)}
              className={`absolute inset-y-0 flex flex-col items-start justify-center overflow-hidden border-r px-2 text-left whitespace-nowrap ${
                version.id === chosen ? 'border-ink bg-ink text-sheet' : 'border-rule bg-sheet'
              }`}
              style={{ left: `${x(since)}%`, width: `${x(until + 1) - x(since)}%` }}
            >
              <span className="leading-4 font-semibold">{rangeOf(version)}</span>
              <span className="text-xs leading-4">
                {counts ? 'counts today' : since > today ? 'counts later' : 'counted before'}
              </span>
            </button>
          );
        })}
        <span
          aria-hidden
          className="border-gap pointer-events-none absolute inset-y-0 border-l-2"
          style={{ left: `${x(today)}%` }}
        />
        {segments.length === 0 && (
          <span className="text-muted absolute inset-0 flex items-center justify-center">
            nothing said: any time
          </span>
        )}
      </div>
      <div className="text-muted relative h-4 text-xs" aria-hidden>
        <span className="absolute left-0">{formatDays(first, 1, true)}</span>
        <span className="text-gap absolute -translate-x-1/2 font-semibold" style={{ left: `${x(today)}%` }}>
          today
        </span>
        <span className="absolute right-0">{formatDays(last, 1, true)}</span>
      </div>
      {hidden.length > 0 && (
        <p className="text-muted mt-1 flex flex-wrap gap-x-3">
          Not counting at any time shown:
          {hidden.map((version) => (
            <Button
              key={version.id}

              kind="link"
              aria-pressed={version.id === chosen}
              onClick={() => onChoose(version.id)}
            >
              {titleOf(version)}
            </Button>
          ))}
        </p>
      )}
    </div>
  );
}

function rangeOf({ since, until }: VersionDraft): string {
  if (since === null && until === null) return 'Always';
  if (until === null) return `From ${formatLongDay(since!)}`;
  return since === null
    ? `Until ${formatLongDay(until)}`
    : `${formatLongDay(since)} to ${formatLongDay(until)}`;
}

function titleOf(version: VersionDraft): string {
  return version.comment ? `${rangeOf(version)}: ${version.comment}` : rangeOf(version);
}
