'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { counted } from '@/core/time/format';
import { sendWaiting } from './sender';
import { type WaitingEdit, dropEdit, onWaiting, waitingEdits } from './waiting-edits';
import { Button } from '../kit/button';

/** How long to wait before sending is tried again, in milliseconds. */
const RETRY_MS = 5000;

/**
 * Sends edits of plans that wait in this browser, on whatever page it is, and says so where their own plan is not on
 * the screen. One that the server did not take is told with the way to its week.
 */
export function WaitingNote() {
  const path = usePathname();
  const [edits, setEdits] = useState<readonly WaitingEdit[]>([]);
  useEffect(() => {
    let gone = false;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const look = () =>
      void waitingEdits().then((found) => {
        if (!gone) setEdits(found);
      });
    const send = async () => {
      if (timer) clearTimeout(timer);
      timer = null;
      const waiting = (await waitingEdits()).some((edit) => edit.refused === null);
      const sent = waiting ? await sendWaiting() : { done: true };
      if (!sent.done && !gone) timer = setTimeout(() => void send(), RETRY_MS);
    };
    const deaf = onWaiting((announcement) => announcement.kind === 'changed' && look());
    const online = () => void send();
    window.addEventListener('online', online);
    look();
    void send();
    return () => {
      gone = true;
      if (timer) clearTimeout(timer);
      deaf();
      window.removeEventListener('online', online);
    };
  }, [path]);
  const elsewhere = edits.filter((edit) => pageOf(edit) !== path);
  const refused = elsewhere.find((edit) => edit.refused !== null);
  const waiting = elsewhere.filter((edit) => edit.refused === null).length;
  if (!refused && waiting === 0) return null;
  return (
    <div
      role="status"
      className="border-ink bg-sheet fixed bottom-3 left-3 z-50 flex max-w-[560px] items-center gap-4 border-[1.5px] px-3 py-2"
    >
      {refused ? (
        <>
          <span>An edit that was waiting was not saved: {refused.refused!.message}.</span>
          <Link className="shrink-0 underline" href={pageOf(refused)}>
            Open its week
          </Link>
          <Button onClick={() => void dropEdit(refused.id)}>Discard it</Button>
        </>
      ) : (
        <span>{counted(waiting, 'edit')} of a plan not sent yet, saved in this browser.</span>
      )}
    </div>
  );
}

/** The page of the plan that an edit belongs to. */
function pageOf({ address }: WaitingEdit): string {
  return address.replace(/^\/api/, '');
}
