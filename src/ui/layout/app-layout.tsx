'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useSyncExternalStore } from 'react';
import type { ActorFrame, FramedSite } from '@/server/access/frame';
import type { DateHabits } from '@/core/time/typed-date';
import { DEFAULT_DATES, DateHabitsProvider } from '../kit/inputs/date-habits';
import { type Area, TopBar } from './top-bar';

const Toasts = dynamic(() => import('../kit/toast'), { ssr: false });

/** What stands around every page but the plan. */
export interface ShellFrame {
  readonly sites: readonly (FramedSite & { readonly dates: DateHabits })[];
  readonly actor: ActorFrame;
}

/** A page with the bar over it. */
export function AppLayout({
  header,
  site,
  area,
  strip,
  children,
}: {
  readonly header: ShellFrame;
  readonly site: string | null;
  /** `own`: one's own shifts; null: a page outside the areas. */
  readonly area: Area | 'own' | null;
  readonly strip?: React.ReactNode;
  readonly children: React.ReactNode;
}) {
  const ready = useReady();
  const dates = (header.sites.find(({ id }) => id === site) ?? header.sites[0])?.dates;
  return (
    <div className="bg-paper text-ink flex h-dvh min-h-[480px] flex-col" data-ready={ready} inert={!ready}>
      <TopBar sites={header.sites} site={site} area={area} actor={header.actor} />
      {strip}
      <DateHabitsProvider value={dates ?? DEFAULT_DATES}>
        <div className="flex min-h-0 flex-1 flex-col">{children}</div>
      </DateHabitsProvider>
      <Toasts />
    </div>
  );
}

/** Whether the page can hear what is typed: before that it would be lost, so nothing can be typed until then. */
export function useReady(): boolean {
  return useSyncExternalStore(never, isHere, isNotHere);
}

function never(): () => void {
  return () => undefined;
}

function isHere(): boolean {
  return true;
}

function isNotHere(): boolean {
  return false;
}

export interface StripItem {
  readonly href: string;
  readonly name: string;
  readonly note: string;
  /** Something is still missing here. */
  readonly open?: boolean;
}

/** The parts of an area, in the form of the strip of weeks: each with a word on how it stands. */
export function Strip({
  label,
  items,
  current,
  children,
}: {
  readonly label: string;
  readonly items: readonly StripItem[];
  readonly current: string;
  readonly children?: React.ReactNode;
}) {
  // So many stand in two rows on a desk: what is beside the edge would not be found.
  const isLong = items.length > 12;
  return (
    <div
      className={`border-rule bg-sheet flex shrink-0 items-stretch overflow-x-auto border-b ${isLong ? 'max-lg:h-[50px]' : 'h-[50px]'}`}
    >
      <nav aria-label={label} className={isLong ? 'flex lg:flex-wrap' : 'flex'}>
        {items.map(({ href, name, note, open }) => (
          <Link
            key={href}
            href={href}
            prefetch={false}
            aria-current={href === current ? 'page' : undefined}
            className={`border-rule flex h-[49px] flex-col justify-center border-r ${isLong ? 'px-3' : 'px-3.5'} whitespace-nowrap ${
              href === current ? 'bg-paper' : 'hover:bg-paper'
            }`}
          >
            <span
              className={
                href === current ? 'font-serif text-lg leading-5 font-semibold' : 'leading-4 font-semibold'
              }
            >
              {name}
            </span>
            <span
              className={`border-b-2 pb-[3px] text-xs leading-4 ${
                open ? 'border-brass text-brass border-dashed' : 'border-ink text-muted border-solid'
              }`}
            >
              {note}
            </span>
          </Link>
        ))}
      </nav>
      {children}
    </div>
  );
}
