const PLACES = new WeakMap<readonly { readonly id: string }[], ReadonlyMap<string, number>>();

/** Where each of a list stands in it, by id; worked out once for the same list. */
export function placesById(list: readonly { readonly id: string }[]): ReadonlyMap<string, number> {
  let places = PLACES.get(list);
  if (!places) PLACES.set(list, (places = new Map(list.map(({ id }, at) => [id, at]))));
  return places;
}
