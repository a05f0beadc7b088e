'use client';

import { useState } from 'react';
import { groupedBy } from '@/core/grouped';
import type { Day } from '@/core/time/day';
import { counted, formatDays } from '@/core/time/format';
import type { CommandAnswer, ImpactSnag, WeekImpact } from '@/server/commands/payload';
import { Badge } from '../kit/badge';
import { Button } from '../kit/button';

/** How many snags of one week are named before they are only counted. */
const NAMED = 4;
/** How many remarks are shown before one asks for more. */
const REMARKS = 14;

/**
 * What a command would do to weeks already planned. Where it is meant for one week, `week` (its first day) stands
 * apart from the others.
 */
export function ImpactList({
  answer,
  named = NAMED,
  week = null,
}: {
  readonly answer: CommandAnswer | null;
  readonly named?: number;
  readonly week?: Day | null;
}) {
  const [all, showAll] = useState(false);
  if (answer === null) return <p className="text-muted">Looking at what would follow …</p>;
  if (!answer.ok) return null;
  const { weekImpacts, remarks } = answer;
  const own = weekImpacts.filter((one) => one.week === week);
  const others = weekImpacts.filter((one) => one.week !== week);
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
      {weekImpacts.length === 0 && remarks.length === 0 && (
        <p className="text-muted">Nothing changes in weeks already planned.</p>
      )}
      <WeekList weeks={own} named={named} />
      {week !== null && others.length > 0 && (
        <h3 className="border-rule mt-3 border-t pt-2 text-sm font-semibold">
          {others.every((one) => one.week > week) ? 'In later weeks' : 'In other weeks'}
        </h3>
      )}
      <WeekList weeks={others} named={named} />
    </div>
  );
}

function WeekList({ weeks, named }: { readonly weeks: readonly WeekImpact[]; readonly named: number }) {
  if (weeks.length === 0) return null;
  return (
    <ul>
      {weeks.map((week) => (
        <WeekLine key={`${week.site} ${week.week}`} week={week} named={named} />
      ))}
    </ul>
  );
}

function WeekLine({ week, named }: { readonly week: WeekImpact; readonly named: number }) {
  const [isOpen, open] = useState(false);
  const troubles = week.appeared.filter((snag) => snag.severity !== 'note');
  const kinds = [...groupedBy(troubles, (snag) => snag.code).values()];
  // Each kind is named with its first, before any is named with its second.
  const shown = isOpen ? troubles.length : Math.max(1, Math.floor(named / Math.max(kinds.length, 1)));
  const hidden = kinds.reduce((sum, snags) => sum + Math.max(snags.length - shown, 0), 0);
  return (
    <li className="mt-1">
      <span className="font-semibold">
        {week.siteName}, {formatDays(week.week, 7)}:
      </span>{' '}
      {week.summary ?? notesOf(week)}
      <ul className="mt-0.5 pl-3">
        {kinds.map((snags) => (
          <KindLine key={snags[0].code} snags={snags} shown={shown} />
        ))}
      </ul>
      {(hidden > 0 || isOpen) && (
        <Button kind="link" className="ml-3 text-sm" onClick={() => open(!isOpen)}>
          {isOpen ? 'Show fewer' : `Show ${hidden} more`}
        </Button>
      )}
    </li>
  );
}

/** What is said where only notes come or go. */
function notesOf({ appeared, cleared }: WeekImpact): string {
  const parts = [
    cleared.length > 0 ? `clears ${counted(cleared.length, 'note')}` : '',
    appeared.length > 0 ? counted(appeared.length, 'new note') : '',
  ];
  return parts.filter(Boolean).join(' · ');
}

/** The snags of one kind under its name. */
function KindLine({ snags, shown }: { readonly snags: readonly ImpactSnag[]; readonly shown: number }) {
  const [{ severity, title }] = snags;
  return (
    <li className="mt-0.5 text-sm leading-[17px]">
      <Badge severity={severity}>{severity}</Badge> <span className="font-semibold">{title}</span>
      {snags.length > 1 && <span className="text-muted"> × {snags.length}</span>}
      <ul className="pl-3">
        {snags.slice(0, shown).map(({ text }) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </li>
  );
}
