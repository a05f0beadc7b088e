'use client';

import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { queryClient } from '../commands/query-client';
import { onLive } from '../live/live';

/** What was read, and how fresh it is. */
export interface Fresh<T> {
  readonly data: T;
  /** UTC: when the server said so. */
  readonly at: string;
  /** The server could not be reached: it is what was kept from before. */
  readonly isKept: boolean;
}

/** Says that an answer is one that was kept, where the server could not be reached. */
export const KEPT = 'x-kept';

async function read<T>(path: string, signal: AbortSignal): Promise<Fresh<T>> {
  const response = await fetch(path, { signal }).catch((error: unknown) => {
    if (signal.aborted) throw error;
    throw new Error('There is no connection, and this was not looked at before.');
  });
  // Signed out, or somebody else: what stands here is not to be looked at any more.
  if (response.status === 401) window.location.reload();
  if (!response.ok) throw new Error(await reasonOf(response));
  const date = response.headers.get('date');
  return {
    data: (await response.json()) as T,
    at: new Date(date ?? Date.now()).toISOString(),
    isKept: response.headers.get(KEPT) !== null,
  };
}

async function reasonOf(response: Response): Promise<string> {
  const body = (await response.json().catch(() => null)) as { problem?: { message?: string } } | null;
  return body?.problem?.message ?? `The server answered ${response.status}.`;
}

/** What a staff page shows of one address, and whether the server could be reached for it just now. */
export interface OwnData<T> {
  readonly fresh: Fresh<T> | null;
  readonly isLost: boolean;
  /** Why there is nothing; null while it is loading. */
  readonly trouble: string | null;
  readonly again: () => void;
  /** Shows something at once that is still being sent. */
  readonly patch: (change: (data: T) => T) => void;
}

/**
 * Reads an address of staff, and again when the server says that something changed, when the page is looked at again
 * and when a connection is back. `first`: what came with the page.
 */
export function useOwnData<T>(path: string, first?: Fresh<T>): OwnData<T> {
  const { data, isError, error, refetch } = useQuery(
    {
      queryKey: ['staff', path],
      queryFn: ({ signal }) => read<T>(path, signal),
      initialData: first,
      networkMode: 'always',
      refetchOnWindowFocus: true,
      refetchOnReconnect: true,
      staleTime: 0,
      // Also what came with the page: that may be one that was kept, and the answer is to be kept beside it.
      refetchOnMount: 'always',
    },
    queryClient(),
  );
  useEffect(
    () =>
      onLive((event) => {
        if (event.kind === 'news' || event.kind === 'open') void refetch();
      }),
    [refetch],
  );
  const again = useCallback(() => void refetch(), [refetch]);
  return {
    fresh: data ?? null,
    isLost: isError || data?.isKept === true,
    trouble: data === undefined && isError ? error.message : null,
    again,
    patch: (change) =>
      queryClient().setQueryData<Fresh<T>>(
        ['staff', path],
        (before) => before && { ...before, data: change(before.data) },
      ),
  };
}

/** Whether a page is so open that nothing can be kept on the device for reading without a connection. */
export function useIsInsecure(): boolean {
  const [isInsecure, set] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => set(!window.isSecureContext));
    return () => clearTimeout(timer);
  }, []);
  return isInsecure;
}
