'use client';

import Link from 'next/link';
import { useState } from 'react';
import type { OwnPage } from '@/server/staff/payload';
import { buttonClass } from '../kit/button';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { StaffPage } from './own-screen';
import { FootBar } from './staff-frame';
import { type StaffPart, StaffProvider } from './staff-context';

const PARTS: readonly StaffPart[] = ['shifts', 'news', 'you'];

/** The pages of somebody as they see them, only to be looked at. `back`: where one came from. */
export function PageOf({
  header,
  page,
  site,
  back,
}: {
  readonly header: ShellFrame;
  readonly page: OwnPage;
  readonly site: string | null;
  readonly back: string;
}) {
  const [part, show] = useState<StaffPart>('shifts');
  const nothing = () => undefined;
  const staff = { page, isReadOnly: true, mark: async () => undefined, patch: nothing, go: show };
  return (
    <AppLayout
      header={header}
      site={site}
      area="people"
      strip={
        <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-5 border-b px-4 py-1">
          <h1 className="font-serif text-lg font-semibold">As {page.name} sees it</h1>
          <span className="text-muted">Only to be looked at: what is published, and nothing of drafts.</span>
          <Link className={buttonClass('plain', 'ml-auto')} href={back} prefetch={false}>
            Back to {page.name}
          </Link>
        </div>
      }
    >
      <StaffProvider value={staff}>
        <StaffPage part={part} />
        <FootBar part={part} parts={PARTS} counts={{}} hrefOf={() => '#'} onGo={show} />
      </StaffProvider>
    </AppLayout>
  );
}
