'use client';

import { useState } from 'react';
import { formatDays, formatSignedHours } from '@/core/time/format';
import type { CommandAnswer, WeekImpact } from '@/server/commands/payload';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';

/** How many snags of one week are named before they are only counted. */
const NAMED = 4;
/** How many remarks are shown before one asks for more. */
const REMARKS = 14;

/** What a command would do to weeks already planned. */
export function ImpactList({
  answer,
  named = NAMED,
}: {
  readonly answer: CommandAnswer | null;
  readonly named?: number;
}) {
  const [all, showAll] = useState(false);
  if (answer === null) return <p className="text-muted">Looking at what would follow …</p>;
  if (!answer.ok) return null;
  const { weekImpacts: following, remarks } = answer;
  return (
    <div>
      {remarks.slice(0, all ? remarks.length : REMARKS).map((remark, i) => (
        <p key={i}>{remark}</p>
      ))}
      {remarks.length > REMARKS && (
        <Button kind="link" onClick={() => showAll(!all)}>
          {all ? `Show only ${REMARKS}` : `Show all ${remarks.length}`}
        </Button>
      )}
      {following.length === 0 && remarks.length === 0 && (
        <p className="text-muted">Nothing changes in weeks already planned.</p>
      )}
      <ul>
        {following.map((week) => (
          <WeekLine key={`${week.site} ${week.week}`} week={week} named={named} />
        ))}
      </ul>
    </div>
  );
}

function WeekLine({ week, named }: { readonly week: WeekImpact; readonly named: number }) {
  const troubles = week.appeared.filter((snag) => snag.severity !== 'note');
  const notes = week.appeared.length - troubles.length;
  const figures = [
    week.paidMinutes === 0 ? '' : formatSignedHours(week.paidMinutes),
    week.cost,
    // Good news first.
    count(week.cleared.length, 'clears', 'clear'),
    count(troubles.length, 'snag appears', 'snags appear'),
    count(notes, 'note more', 'notes more'),
  ].filter(Boolean);
  return (
    <li className="mt-1">
      <span className="font-semibold">
        {week.siteName}, {formatDays(week.week, 7)}:
      </span>{' '}
      {figures.join(' · ')}
      <ul className="mt-0.5 pl-3">
        {troubles.slice(0, named).map(({ severity, text }) => (
          <li key={text} className="text-sm leading-[17px]">
            <Badge severity={severity}>{severity}</Badge> {text}
          </li>
        ))}
        {troubles.length > named && (
          <li className="text-muted text-sm">and {troubles.length - named} more</li>
        )}
      </ul>
    </li>
  );
}

function count(n: number, one: string, many: string): string {
  return n === 0 ? '' : `${n} ${n === 1 ? one : many}`;
}
