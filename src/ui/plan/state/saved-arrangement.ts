import { AS_LISTED, type Arrangement, WAYS } from '@/core/grid/arrangement';

/** Keeps how rows are arranged at a site while this window is open, over weeks and zooms. */
export function keepArrangement(site: string, arrangement: Arrangement): void {
  try {
    sessionStorage.setItem(nameOf(site), JSON.stringify(arrangement));
  } catch {
    // Without storage rows are as listed in the next week: nothing of anybody's work is lost.
  }
}

/** How rows were arranged at a site; as listed where nothing, or nothing that can be read, was kept. */
export function keptArrangement(site: string): Arrangement {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(nameOf(site)) ?? 'null');
    return typeof kept === 'object' && kept !== null ? understood(kept) : AS_LISTED;
  } catch {
    return AS_LISTED;
  }
}

function understood(kept: Partial<Record<keyof Arrangement, unknown>>): Arrangement {
  const known = <T extends string>(ways: readonly T[], one: unknown, usual: T): T =>
    ways.find((way) => way === one) ?? usual;
  const text = (one: unknown) => (typeof one === 'string' ? one : null);
  const read = {
    rowKind: known(WAYS.rowKind, kept.rowKind, AS_LISTED.rowKind),
    group: known(WAYS.group, kept.group, AS_LISTED.group),
    sort: known(WAYS.sort, kept.sort, AS_LISTED.sort),
    only: known(WAYS.only, kept.only, AS_LISTED.only),
    text: text(kept.text) ?? '',
    role: text(kept.role),
    station: text(kept.station),
  };
  const isListed = (Object.keys(read) as (keyof Arrangement)[]).every((key) => read[key] === AS_LISTED[key]);
  return isListed ? AS_LISTED : read;
}

function nameOf(site: string): string {
  return `vicenda rows ${site}`;
}
