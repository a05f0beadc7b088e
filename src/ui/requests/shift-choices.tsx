'use client';

import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { formatHours } from '@/core/time/format';
import type { CoverOffer } from '@/server/leave/cover';
import type { ShiftChoice, TouchedShift } from '@/server/leave/payload';
import { queryClient } from '../commands/query-client';
import { Button } from '../kit/button';
import { Segmented } from '../kit/inputs/segmented';

/** What becomes of shifts within leave: they stay, turn open, or go to somebody in the same step. */
export function ShiftChoices({
  touched,
  choices,
  onChoices,
}: {
  readonly touched: readonly TouchedShift[];
  readonly choices: readonly ShiftChoice[];
  readonly onChoices: (choices: readonly ShiftChoice[]) => void;
}) {
  return (
    <section aria-label="Shifts within it">
      <h3 className="font-semibold">
        {touched.length === 1 ? 'A shift lies within it' : `${touched.length} shifts lie within it`}
      </h3>
      <ul className="border-rule mt-1 border-t">
        {touched.map((shift) => (
          <li key={shift.id} className="border-fine border-b py-2">
            <Choice
              shift={shift}
              choice={choices.find(({ id }) => id === shift.id) ?? null}
              onChoice={(next) => onChoices(choices.map((one) => (one.id === next.id ? next : one)))}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

function Choice({
  shift,
  choice,
  onChoice,
}: {
  readonly shift: TouchedShift;
  readonly choice: ShiftChoice | null;
  readonly onChoice: (choice: ShiftChoice) => void;
}) {
  const [name, setName] = useState<string | null>(null);
  const { text, siteName, isPublished, hasOtherDraft } = shift;
  return (
    <>
      <p>
        <b>{text}</b>{' '}
        <span className="text-muted">
          {siteName}
          {isPublished ? '' : ', a draft'}
        </span>
      </p>
      {hasOtherDraft && (
        <p className="text-muted text-sm">The plan has another draft of it, which stays on top.</p>
      )}
      {choice ? (
        <Segmented
          label={`What becomes of ${text}`}
          isSmall
          value={choice.become}
          onChange={(become) => onChoice({ ...choice, become, to: become === 'given' ? choice.to : null })}
          options={[
            { value: 'open', name: 'Turns open' },
            { value: 'given', name: name && choice.become === 'given' ? `To ${name}` : 'Who can cover?' },
            { value: 'kept', name: 'Stays theirs' },
          ]}
        />
      ) : (
        <p className="text-muted text-sm">Whoever plans there decides what becomes of it.</p>
      )}
      {choice?.become === 'given' && (
        <Offers
          shift={shift}
          chosen={choice.to}
          onChoose={(one) => {
            setName(one.name);
            onChoice({ ...choice, become: 'given', to: one.id });
          }}
        />
      )}
    </>
  );
}

function Offers({
  shift,
  chosen,
  onChoose,
}: {
  readonly shift: TouchedShift;
  readonly chosen: string | null;
  readonly onChoose: (offer: CoverOffer) => void;
}) {
  const { data, isError } = useQuery(
    {
      queryKey: ['cover for leave', shift.site, shift.id],
      gcTime: 0,
      queryFn: async ({ signal }) => {
        const asked = new URLSearchParams({ site: shift.site, shift: shift.id });
        const response = await fetch(`/api/leave/cover?${asked}`, { signal });
        if (!response.ok) throw new Error(String(response.status));
        return ((await response.json()) as { offers: readonly CoverOffer[] }).offers;
      },
    },
    queryClient(),
  );
  if (isError) return <p className="text-gap">Who could cover it cannot be found out just now.</p>;
  if (!data) return <p className="text-muted">Looking at everybody …</p>;
  if (data.length === 0) return <p className="text-muted">Nobody who could work it.</p>;
  return (
    <ul aria-label={`Who can cover ${shift.text}`} className="mt-1">
      {data.map((one) => (
        <li key={one.id}>
          <Button
            kind="quiet"
            aria-pressed={one.id === chosen}
            className={`h-auto w-full justify-start py-1 text-left ${one.id === chosen ? 'bg-paper font-semibold' : 'font-normal'}`}
            onClick={() => onChoose(one)}
          >
            <span className="flex-1">
              <span className="block">
                {one.name}, <span className="text-muted">{formatHours(one.week)} that week</span>
              </span>
              {one.snags.length > 0 && (
                <span className="text-brass block text-sm font-normal">
                  {one.snags[0]}
                  {one.snags.length > 1 && ` and ${one.snags.length - 1} more`}
                </span>
              )}
            </span>
          </Button>
        </li>
      ))}
    </ul>
  );
}
