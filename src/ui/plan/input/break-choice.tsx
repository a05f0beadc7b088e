import { type PlacedBreak, breakPlaces } from '@/core/grid/break-places';
import type { BreakPlace } from '@/core/plan/shift-edits';
import type { Shift } from '@/core/plan/types';
import { formatTimeSpan } from '@/core/time/format';
import type { Span } from '@/core/time/span';
import { usePlan } from '../state/controller';
import { Kbd } from '../../kit/kbd';

/** Where the fixed break of the first typed shift that has one can go; empty: there is nothing to ask. */
export function placesToAsk(typed: readonly Span[], there: readonly Shift[]): readonly PlacedBreak[] {
  for (const [i, times] of typed.entries()) {
    const places = there[i] ? breakPlaces(there[i], times) : [];
    if (places.length > 1) return places;
  }
  return [];
}

/** The way after the one that is taken, the first of them where none is. */
export function placeAfter(places: readonly PlacedBreak[], taken: BreakPlace | undefined): BreakPlace {
  const at = places.findIndex(({ place }) => place === taken);
  return places[(Math.max(at, 0) + 1) % places.length].place;
}

const WORDS: Readonly<Record<BreakPlace, string>> = {
  stays: 'stays at',
  along: 'moves to',
  loose: 'at no fixed time',
};

/** Asks where a fixed break goes with the times that are typed; Alt B goes through the answers. */
export function BreakChoice({
  places,
  taken,
  onTake,
}: {
  readonly places: readonly PlacedBreak[];
  readonly taken: BreakPlace | undefined;
  readonly onTake: (place: BreakPlace) => void;
}) {
  const hourFormat = usePlan((plan) => plan.hourFormat);
  const now = places.find(({ place }) => place === taken)?.place ?? places[0].place;
  return (
    <span role="group" aria-label="Where the break goes" className="border-fine mt-1 block border-t pt-1">
      <span className="text-muted flex items-baseline">
        Break
        <span className="ml-auto">
          <Kbd>Alt B</Kbd>
        </span>
      </span>
      {places.map(({ place, at }) => (
        <button
          key={place}
          type="button"
          tabIndex={-1}
          aria-pressed={place === now}
          className={`block min-h-6 w-full text-left hover:underline ${place === now ? 'font-semibold' : ''}`}
          // The field keeps the focus.
          onPointerDown={(event) => {
            event.preventDefault();
            onTake(place);
          }}
        >
          {place === now ? '· ' : '\u2007 '}
          {at ? `${WORDS[place]} ${formatTimeSpan(at.from, at.to, hourFormat)}` : WORDS.loose}
        </button>
      ))}
    </span>
  );
}
