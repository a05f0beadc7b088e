import type { Shift } from './types';

/** Where shifts stand in lists that were asked for; a list is never changed, so what is known of it stays true. */
const PLACES = new WeakMap<readonly Shift[], ReadonlyMap<string, number>>();

/** Where each shift stands in a list, by id; worked out once for a list. */
export function placesOf(shifts: readonly Shift[]): ReadonlyMap<string, number> {
  let places = PLACES.get(shifts);
  if (!places) {
    places = new Map(shifts.map((shift, at) => [shift.id, at]));
    PLACES.set(shifts, places);
  }
  return places;
}

/** Where a shift stands in a list, −1 where it does not; quick where the list was asked for before. */
export function placeOfShift(shifts: readonly Shift[], id: string): number {
  const places = PLACES.get(shifts);
  return places ? (places.get(id) ?? -1) : shifts.findIndex((shift) => shift.id === id);
}

/** Notes that a list holds the same ids in the same places as another. */
export function keepPlaces(from: readonly Shift[], to: readonly Shift[]): void {
  const places = PLACES.get(from);
  if (places) PLACES.set(to, places);
}
