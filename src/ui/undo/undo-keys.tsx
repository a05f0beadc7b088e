'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useSyncExternalStore } from 'react';
import { undo } from '@/server/actions';
import { Button } from '../kit/button';
import { Tooltip } from '../kit/tooltip';
import { tabHistory } from './history';
import { connect, redoLast, undoLast } from './take-back';

/** Ctrl Z and Ctrl Shift Z on every page: the last thing done in this tab, whatever it was. */
export function UndoKeys() {
  const router = useRouter();
  useEffect(() => {
    tabHistory.takeUp();
    connect({ undo, refresh: () => router.refresh() });
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || !(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      if ((key !== 'z' && key !== 'y') || isTypedInto(event.target)) return;
      event.preventDefault();
      void (event.shiftKey || key === 'y' ? redoLast() : undoLast());
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [router]);
  return null;
}

/** A field has an undo of its own for what is typed in it. */
function isTypedInto(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest(
      'textarea, select, [contenteditable], input:not([type=checkbox], [type=radio], [type=file])',
    ) !== null
  );
}

/** What would be taken back and done again next; null: nothing. */
export function useTabHistory(): { readonly undo: string | null; readonly redo: string | null } {
  const { done, undone, local } = useSyncExternalStore(tabHistory.subscribe, tabHistory.get, tabHistory.get);
  return {
    undo: local.some((one) => one.undo) ? 'the last stroke' : (done.at(-1)?.title ?? null),
    redo: local.some((one) => one.redo) ? 'the stroke' : (undone.at(-1)?.title ?? null),
  };
}

/** Takes back the last thing done in this tab, and says what that is. */
export function UndoButton({ isShort = false }: { readonly isShort?: boolean }) {
  const { undo } = useTabHistory();
  if (undo === null && isShort) return null;
  return (
    <Told what={undo} verb="Undo" keys="Ctrl Z">
      <Button kind={isShort ? 'quiet' : 'plain'} disabled={undo === null} onClick={() => void undoLast()}>
        Undo
      </Button>
    </Told>
  );
}

/** Does again what was taken back last, and says what that is. */
export function RedoButton() {
  const { redo } = useTabHistory();
  return (
    <Told what={redo} verb="Redo" keys="Ctrl Shift Z">
      <Button disabled={redo === null} onClick={() => void redoLast()}>
        Redo
      </Button>
    </Told>
  );
}

function Told({
  what,
  verb,
  keys,
  children,
}: {
  readonly what: string | null;
  readonly verb: string;
  readonly keys: string;
  readonly children: React.ReactElement<Record<string, unknown>>;
}) {
  return what === null ? children : <Tooltip text={`${verb}: ${what} (${keys})`}>{children}</Tooltip>;
}
