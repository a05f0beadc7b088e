'use client';

import { useMemo } from 'react';
import type { Pattern } from '@/core/patterns/pattern';
import { LATE_END, patternShares } from '@/core/patterns/summary';
import { bareHours, formatHours, formatTime, counted } from '@/core/time/format';
import type { RecurringPayload } from '@/server/week/payload';
import { Table } from '../kit/table';

/** What a pattern asks of each who works it: hours by week, weekends and late ends over one cycle. */
export function PatternShares({
  draft,
  recurring,
}: {
  readonly draft: Pattern;
  readonly recurring: RecurringPayload;
}) {
  const { site, weekend, breaks, people, hourFormat } = recurring;
  const shares = useMemo(
    () => patternShares(draft, site.weekStart, weekend, breaks),
    [draft, site.weekStart, weekend, breaks],
  );
  const contracts = new Map(people.map((person) => [person.id, person]));
  const count = shares[0]?.weeks.length ?? 0;
  const most = (pick: (share: (typeof shares)[number]) => number) => Math.max(...shares.map(pick));
  const least = (pick: (share: (typeof shares)[number]) => number) => Math.min(...shares.map(pick));
  const uneven = (pick: (share: (typeof shares)[number]) => number) =>
    shares.length > 1 && most(pick) > least(pick);
  return (
    <section className="mt-5">
      <h2 className="font-serif text-lg font-semibold mb-1">Totals</h2>
      <p className="text-muted mb-2">
        Paid hours by week over {counted(count, 'week')} from its first, breaks taken off; a late end is one
        at {formatTime(LATE_END, hourFormat)} or after.
        {uneven((share) => share.weekends) && ' Weekends are not shared evenly.'}
        {uneven((share) => share.lateEnds) && ' Late ends are not shared evenly.'}
      </p>
      <div className="overflow-x-auto">
        <Table isFlush className="w-auto">
          <thead>
            <tr>
              <th scope="col">Person</th>
              {Array.from({ length: count }, (_, i) => (
                <th key={i} scope="col" style={{ textAlign: 'right' }}>
                  Week {i + 1}
                </th>
              ))}
              <th scope="col" style={{ textAlign: 'right' }}>
                On average
              </th>
              <th scope="col" style={{ textAlign: 'right' }}>
                Contract
              </th>
              <th scope="col" style={{ textAlign: 'right' }}>
                Weekends
              </th>
              <th scope="col" style={{ textAlign: 'right' }}>
                Late ends
              </th>
            </tr>
          </thead>
          <tbody>
            {shares.map((share) => {
              const person = share.person === null ? null : contracts.get(share.person);
              const average = Math.round(
                share.weeks.reduce((sum, week) => sum + week, 0) / Math.max(count, 1),
              );
              const contract = person?.contractMinutes ?? null;
              return (
                <tr key={share.member}>
                  <td>{person?.name ?? 'Open shifts'}</td>
                  {share.weeks.map((minutes, i) => (
                    <td key={i} style={{ textAlign: 'right' }}>
                      {bareHours(minutes)}
                    </td>
                  ))}
                  <td
                    style={{ textAlign: 'right' }}
                    className={contract !== null && average > contract ? 'text-brass font-semibold' : ''}
                  >
                    {formatHours(average)}
                  </td>
                  <td style={{ textAlign: 'right' }} className="text-muted">
                    {contract === null ? 'none' : formatHours(contract)}
                  </td>
                  <td style={{ textAlign: 'right' }}>{share.weekends}</td>
                  <td style={{ textAlign: 'right' }}>{share.lateEnds}</td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      </div>
    </section>
  );
}
