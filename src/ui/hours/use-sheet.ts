import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { formatDate, type Day } from '@/core/time/day';
import type { SheetPage } from '@/server/hours/payload';
import { queryClient } from '../commands/query-client';

/** One person's hours in the period of a date. `version`: changes when they may have. */
export function useSheet(person: string, on: Day | null, version: unknown) {
  return useQuery(
    {
      queryKey: ['sheet', person, on, version],
      gcTime: 0,
      placeholderData: keepPreviousData,
      queryFn: async ({ signal }) => {
        const asked = on === null ? '' : `?on=${formatDate(on)}`;
        const response = await fetch(`/api/hours/sheet/${encodeURIComponent(person)}${asked}`, { signal });
        if (!response.ok) throw new Error(String(response.status));
        return ((await response.json()) as { sheet: SheetPage }).sheet;
      },
    },
    queryClient(),
  );
}
