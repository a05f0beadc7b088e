import type { Shift } from '../plan/types';

/** How a shift stands to what staff were told of it. */
export type ShiftPublication = 'draft' | 'changed' | 'published';

/** How a stretch of days stands to what staff were told of it; `draft`: something they have not been told. */
export type Publication = 'empty' | 'draft' | 'published';

/** How a shift stands to how it was published; `published` undefined: it never was. */
export function publicationOf(shift: Shift, published: Shift | undefined): ShiftPublication {
  if (!published) return 'draft';
  return isPublishedAs(published, shift) ? 'published' : 'changed';
}

/**
 * What is published of some days: all of it only where every shift stands as staff were told and none that they
 * were told of is gone. `published`: the shifts of the same days as they were last published.
 */
export function publicationOfAll(shifts: readonly Shift[], published: readonly Shift[]): Publication {
  if (shifts.length === 0 && published.length === 0) return 'empty';
  if (shifts.length !== published.length) return 'draft';
  const before = new Map(published.map((shift) => [shift.id, shift]));
  const told = shifts.every((shift) => publicationOf(shift, before.get(shift.id)) === 'published');
  return told ? 'published' : 'draft';
}

/** Whether staff would see a difference between two states of a shift; null: it is not there. */
export function isOtherShift(before: Shift | null, now: Shift | null): boolean {
  return before === null || now === null ? before !== now : !isPublishedAs(before, now);
}

/** Whether a shift stands as it was published, in all that staff see of it; that it is fixed is not told. */
function isPublishedAs(before: Shift, now: Shift): boolean {
  return (
    before.person === now.person &&
    before.role === now.role &&
    before.date === now.date &&
    before.from === now.from &&
    before.to === now.to &&
    before.note === now.note &&
    before.label === now.label &&
    JSON.stringify(before.break) === JSON.stringify(now.break) &&
    publicDetail(before) === publicDetail(now)
  );
}

/** What of a shift's detail staff are told, as text to compare. */
function publicDetail({ detail }: Shift): string {
  if (!detail) return '';
  const { duties, station, tasks, moreBreaks } = detail;
  const nothing = duties.length + tasks.length + moreBreaks.length === 0 && station === null;
  return nothing ? '' : JSON.stringify([duties, station, tasks, moreBreaks]);
}
