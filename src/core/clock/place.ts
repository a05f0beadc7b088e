/** A place at which people may clock by their own phone. */
export interface ClockPlace {
  readonly id: string;
  readonly name: string;
  /** Degrees, WGS 84. */
  readonly latitude: number;
  readonly longitude: number;
  /** Metres. */
  readonly radius: number;
  /** For whom it counts; none: for everybody. */
  readonly groups: readonly string[];
}

/** Whether people may clock by their own phone, and what becomes of who is at no place that was set. */
export interface PhoneRules {
  readonly isAllowed: boolean;
  readonly outside: 'refused' | 'marked';
  /** None: where somebody is is not asked for. */
  readonly places: readonly ClockPlace[];
}

export const NO_PHONES: PhoneRules = { isAllowed: false, outside: 'marked', places: [] };

/** Where a phone says it is. */
export interface Position {
  readonly latitude: number;
  readonly longitude: number;
  /** By how many metres it may be wrong. */
  readonly accuracy: number;
}

/** What is kept of where somebody clocked: whether it was at a place, and how far from the nearest; null: the phone did not say. */
export interface PlaceCheck {
  readonly isInside: boolean;
  readonly metres: number | null;
}

/** Mean radius of the earth in metres (IUGG). */
const EARTH = 6_371_009;

/** Metres between two points along the surface, by the haversine formula; within half a per cent of the ellipsoid's. */
export function metresBetween(a: Omit<Position, 'accuracy'>, b: Omit<Position, 'accuracy'>): number {
  const radians = (degrees: number) => (degrees * Math.PI) / 180;
  const [north, east] = [radians(b.latitude - a.latitude), radians(b.longitude - a.longitude)];
  const h =
    Math.sin(north / 2) ** 2 +
    Math.cos(radians(a.latitude)) * Math.cos(radians(b.latitude)) * Math.sin(east / 2) ** 2;
  return 2 * EARTH * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** The most that a phone's own doubt counts in somebody's favour, in metres. */
const MOST_DOUBT = 100;

/**
 * Whether somebody of some groups is at one of the places that count for them, and how far from its middle the nearest is; null:
 * none counts for them, so nothing is asked.
 */
export function placeCheck(
  places: readonly ClockPlace[],
  groups: readonly string[],
  position: Position | null,
): PlaceCheck | null {
  const mine = places.filter(
    (place) => place.groups.length === 0 || place.groups.some((one) => groups.includes(one)),
  );
  if (mine.length === 0) return null;
  if (position === null) return { isInside: false, metres: null };
  const doubt = Math.min(MOST_DOUBT, Math.max(0, position.accuracy));
  const far = mine.map((place) => ({ metres: metresBetween(place, position), radius: place.radius }));
  return {
    isInside: far.some(({ metres, radius }) => metres <= radius + doubt),
    metres: Math.round(Math.min(...far.map(({ metres }) => metres))),
  };
}

/** `240 m`, `2.3 km`. */
export function formatMetres(metres: number): string {
  return metres < 1000 ? `${Math.round(metres)} m` : `${(Math.round(metres / 100) / 10).toFixed(1)} km`;
}
