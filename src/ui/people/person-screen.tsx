'use client';

import clsx from 'clsx';
import Link from 'next/link';
import { useState } from 'react';
import { formatAvailability } from '@/core/availability/format-availability';
import { versionOn } from '@/core/availability/versions';
import { formatDate } from '@/core/time/day';
import type { PersonPayload } from '@/server/people/payload';
import { buttonClass } from '../kit/button';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { AvailabilityPart } from '../availability/availability-part';
import { PersonCarries } from '../fairness/person-carries';
import { Page } from '../kit/page';
import { HistoryPart } from './history-part';
import { PersonPart } from './person-part';

interface Props {
  readonly header: ShellFrame;
  readonly site: string | null;
  readonly page: PersonPayload;
  /** What of them is shown first. */
  readonly first?: Part;
}

type Part = 'about' | 'availability' | 'carries' | 'history';

/** One person: what is known of them, when they can work, and what was changed by whom. */
export function PersonScreen({ header, site, page, first = 'about' }: Props) {
  const [part, show] = useState<Part>(first);
  const { person, versions, history, choices } = page;
  const now = versionOn(versions, choices.today);
  const place = site ?? person.sites[0];
  const parts: readonly { readonly id: Part; readonly name: string; readonly note: string }[] = [
    { id: 'about', name: 'About', note: person.roles.length === 0 ? 'no role yet' : rolesText(page) },
    {
      id: 'availability',
      name: 'Availability',
      note: now
        ? shortened(formatAvailability(now.blocks, page.hourFormat, page.weekStart, page.openHours))
        : 'any time, nothing set',
    },
    ...(place === undefined
      ? []
      : [{ id: 'carries' as const, name: 'Carries', note: 'late ends, weekends, holidays' }]),
    {
      id: 'history',
      name: 'History',
      note:
        history.length === 0
          ? 'nothing yet'
          : `${history.length} ${history.length === 1 ? 'change' : 'changes'}`,
    },
  ];
  return (
    <AppLayout
      header={header}
      site={site}
      area="people"
      strip={
        <div className="border-rule bg-sheet flex h-[50px] shrink-0 items-stretch overflow-x-auto border-b">
          <div className="border-rule flex min-w-[220px] shrink-0 flex-col phone:max-w-[180px] phone:min-w-0 justify-center border-r px-4">
            <h1 className="truncate font-serif text-lg leading-5 font-semibold">{person.name}</h1>
            <Link
              prefetch={false}
              className="text-muted text-xs leading-4 underline underline-offset-2"
              href={`/people/${encodeURIComponent(site ?? 'all')}`}
            >
              All people
            </Link>
          </div>
          <div role="tablist" aria-label={`Parts of ${person.name}`} className="flex">
            {parts.map(({ id, name, note }) => (
              <button
                key={id}
                type="button"
                role="tab"
                id={`tab-${id}`}
                aria-selected={part === id}
                aria-controls="part"
                onClick={() => show(id)}
                className={`border-rule flex max-w-[340px] flex-col justify-center border-r px-3.5 text-left phone:shrink-0 ${
                  part === id ? 'bg-paper' : 'hover:bg-paper'
                }`}
              >
                <span
                  className={
                    part === id ? 'font-serif text-lg leading-5 font-semibold' : 'leading-4 font-semibold'
                  }
                >
                  {name}
                </span>
                <span className="text-muted max-w-full truncate text-xs leading-4">{note}</span>
              </button>
            ))}
          </div>
          {place !== undefined && (
            <Link
              className={buttonClass('link', 'ml-auto flex items-center px-4 whitespace-nowrap')}
              prefetch={false}
              href={`/print/${encodeURIComponent(place)}/${formatDate(choices.today)}/month/${encodeURIComponent(page.id)}`}
            >
              Month on paper
            </Link>
          )}
          <Link
            className={buttonClass(
              'link',
              clsx('flex items-center px-4 whitespace-nowrap', place === undefined && 'ml-auto'),
            )}
            prefetch={false}
            href={`/people/${encodeURIComponent(site ?? 'all')}/${encodeURIComponent(page.id)}/own-page`}
          >
            As they see it
          </Link>
        </div>
      }
    >
      <div id="part" role="tabpanel" aria-labelledby={`tab-${part}`} className="flex min-h-0 flex-1 flex-col">
        <fieldset
          disabled={!choices.mayChange}
          className="contents [&[disabled]_:is(input,select,textarea)]:text-ink"
        >
          {part === 'about' && <PersonPart page={page} />}
          {part === 'availability' && <AvailabilityPart page={page} />}
        </fieldset>
        {part === 'history' && <HistoryPart page={page} />}
        {part === 'carries' && place !== undefined && (
          <Page>
            <PersonCarries site={place} person={page.id} />
          </Page>
        )}
      </div>
    </AppLayout>
  );
}

function rolesText({ person, choices }: PersonPayload): string {
  return person.roles
    .map((held) => choices.roles.find((role) => role.id === held.role)?.name ?? held.role)
    .join(', ');
}

function shortened(text: string): string {
  return text.length > 60 ? `${text.slice(0, 58)} …` : text;
}
