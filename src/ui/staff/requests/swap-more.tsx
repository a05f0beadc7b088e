import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { RequestShift, SwapLook } from '@/server/requests/payload';
import { queryClient } from '../../commands/query-client';
import { Checkbox } from '../../kit/inputs/checkbox';
import { ExchangeLine } from './exchange-line';

/** What a swap would mean; null: nothing is chosen, or it is not known yet. */
export function useSwapLook(
  site: string,
  mine: readonly string[],
  theirs: readonly string[],
): SwapLook | null {
  const isChosen = mine.length > 0 && theirs.length > 0;
  const { data } = useQuery(
    {
      queryKey: ['swap', site, mine, theirs],
      enabled: isChosen,
      placeholderData: keepPreviousData,
      staleTime: 0,
      queryFn: async ({ signal }) => {
        const query = new URLSearchParams({ site, mine: mine.join(), theirs: theirs.join() });
        const response = await fetch(`/api/me/requests/swap?${query}`, { signal });
        if (!response.ok) throw new Error(response.statusText);
        return ((await response.json()) as { look: SwapLook }).look;
      },
    },
    queryClient(),
  );
  return isChosen ? (data ?? null) : null;
}

interface Shifts {
  readonly mine: readonly string[];
  readonly theirs: readonly string[];
}

/** More shifts that go with a swap, each way, and what all of it would mean. */
export function SwapMore({
  look: { mine: effect, fault, moreMine, moreTheirs },
  name,
  shifts,
  onMine,
  onTheirs,
}: {
  readonly look: SwapLook;
  readonly name: string | null;
  readonly shifts: Shifts;
  readonly onMine: (ids: readonly string[]) => void;
  readonly onTheirs: (ids: readonly string[]) => void;
}) {
  const isMore = shifts.mine.length + shifts.theirs.length > 2;
  if (moreTheirs.length + moreMine.length === 0) return null;
  return (
    <details className="mb-3 ml-8">
      <summary className="link link-primary flex min-h-11 cursor-pointer items-center font-semibold">
        {isMore ? `${shifts.mine.length} of mine for ${shifts.theirs.length}` : 'More shifts with it'}
      </summary>
      <More
        legend={`Also of ${name ?? 'the colleague'}`}
        shifts={moreTheirs}
        chosen={shifts.theirs}
        onChosen={onTheirs}
      />
      <More legend="Also of mine" shifts={moreMine} chosen={shifts.mine} onChosen={onMine} />
      {isMore && (
        <p className="mt-2">
          <b>All of it:</b> {fault === null ? <ExchangeLine effect={effect} /> : <b>{fault}</b>}
        </p>
      )}
    </details>
  );
}

function More({
  legend,
  shifts,
  chosen,
  onChosen,
}: {
  readonly legend: string;
  readonly shifts: readonly RequestShift[];
  readonly chosen: readonly string[];
  readonly onChosen: (ids: readonly string[]) => void;
}) {
  if (shifts.length === 0) return null;
  return (
    <fieldset>
      <legend className="font-semibold">{legend}</legend>
      {shifts.map(({ id, text }) => (
        <Checkbox
          key={id}
          className="min-h-11 w-full"
          checked={chosen.includes(id)}
          onChange={(on) => onChosen(on ? [...chosen, id] : chosen.filter((one) => one !== id))}
        >
          {text}
        </Checkbox>
      ))}
    </fieldset>
  );
}
