import type { Place, Travel } from './types';

/** Minutes from one place to another: of the pair of places, else of their zones, else as usual. None within a place, or where one is not known. */
export function travelMinutes({ usual, pairs }: Travel, a: Place | null, b: Place | null): number {
  if (a === null || b === null || a.id === b.id) return 0;
  const of = (one: string | null, other: string | null) =>
    one === null || other === null
      ? undefined
      : pairs.find((pair) => (pair.a === one && pair.b === other) || (pair.a === other && pair.b === one));
  const found = of(a.id, b.id) ?? of(a.zone, b.zone);
  return found?.minutes ?? usual;
}
