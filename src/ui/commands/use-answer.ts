import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { queryClient } from './query-client';
import { useSettled } from './use-settled';

/**
 * What an address answers as JSON; null until it has. Asked anew when the address or `again` changes: what was
 * answered before stands until then. `failed`: the last asking had no good answer. `rest`: how many milliseconds
 * `again` must stand before it counts.
 *
 * @example
 * const { answer, failed } = useAnswer<readonly WeekFigures[]>(address, version, 900);
 */
export function useAnswer<T>(
  address: string,
  again: string | number | null = null,
  rest = 0,
): { readonly answer: T | null; readonly failed: boolean } {
  const settled = useSettled(again, rest);
  const seen = useRef(settled);
  const { data, isError, refetch } = useQuery(
    {
      // Not by `again` too: where asking anew fails, what was answered before stands.
      queryKey: [address],
      queryFn: ({ signal }) => ask<T>(address, signal),
      placeholderData: keepPreviousData,
      // What was done elsewhere meanwhile is seen by who comes back.
      staleTime: 0,
    },
    queryClient(),
  );
  useEffect(() => {
    if (seen.current === settled) return;
    seen.current = settled;
    void refetch();
  }, [settled, refetch]);
  return { answer: data ?? null, failed: isError };
}

async function ask<T>(address: string, signal: AbortSignal): Promise<T> {
  const response = await fetch(address, { signal });
  if (!response.ok) throw new Error(response.statusText);
  return (await response.json()) as T;
}
