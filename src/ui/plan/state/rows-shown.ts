import { useMemo, useSyncExternalStore } from 'react';
import { UNFILTERED } from '@/core/grid/arrangement';
import { personIdOf } from '@/core/grid/cell';
import type { ViewState } from './view-store';

/** Keeps who is shown of a week while a filter is on, for the page on which just these can be published. */
export function keepRowsShown(site: string, { arrangement, rows }: ViewState): void {
  const isFiltered = Object.entries(UNFILTERED).some(
    ([key, usual]) => arrangement[key as keyof typeof UNFILTERED] !== usual,
  );
  const people = rows.order.map(personIdOf).filter((id) => id !== null);
  try {
    if (isFiltered && arrangement.rowKind === 'people')
      sessionStorage.setItem(nameOf(site), JSON.stringify(people));
    else sessionStorage.removeItem(nameOf(site));
  } catch {
    // Without storage the rows are ticked one by one.
  }
}

/** Who a filter left in the plan when it was left for publishing; null: everybody was shown. */
export function useRowsShown(site: string): ReadonlySet<string> | null {
  const text = useSyncExternalStore(
    deaf,
    () => stored(site),
    () => null,
  );
  return useMemo(() => {
    try {
      const kept: unknown = JSON.parse(text ?? 'null');
      return Array.isArray(kept) ? new Set(kept.filter((id) => typeof id === 'string')) : null;
    } catch {
      return null;
    }
  }, [text]);
}

/** It is written on another page alone, so nothing changes while one looks. */
function deaf(): () => void {
  return () => undefined;
}

function stored(site: string): string | null {
  try {
    return sessionStorage.getItem(nameOf(site));
  } catch {
    return null;
  }
}

function nameOf(site: string): string {
  return `vicenda rows shown ${site}`;
}
