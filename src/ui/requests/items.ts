import { KIND_WORDS, type RequestKind, contestOf } from '@/core/requests/request';
import type { QueuedRequest } from '@/server/leave/payload';
import type { RequestsPage } from '@/server/requests/page';
import type { QueuedShiftRequest } from '@/server/requests/payload';
import type { ProposalView } from '@/server/staff/payload';

/** Something that waits, of whatever kind, by when it begins. `isEasy`: it can be approved with others. */
export type Item = { readonly id: string; readonly first: number; readonly isEasy: boolean } & (
  | { readonly kind: 'leave'; readonly leave: QueuedRequest }
  | { readonly kind: 'availability'; readonly proposal: ProposalView }
  | { readonly kind: RequestKind; readonly shift: QueuedShiftRequest }
);

export type ItemKind = Item['kind'];

/** What waits for who looks, by when it begins; those who ask for the same open shift stay together. */
export function itemsOf({ waiting, shifts, proposals }: RequestsPage): Item[] {
  const items: Item[] = [
    ...(waiting?.mine ?? []).map((one): Item => ({
      ...{ id: one.id, first: one.first, isEasy: isEasy(one) },
      ...{ kind: 'leave', leave: one },
    })),
    ...(shifts?.mine ?? []).map((one): Item => ({
      ...{ id: one.id, first: Math.min(...[...one.mine, ...one.theirs].map(({ date }) => date)) },
      ...{ isEasy: one.isEasy, kind: one.kind, shift: one },
    })),
    // What it does is seen only where it is looked at, so it is decided by itself.
    ...(proposals?.mine ?? []).map((one): Item => ({
      ...{ id: one.id, first: one.version.since!, isEasy: false },
      ...{ kind: 'availability', proposal: one },
    })),
  ];
  return items.sort((a, b) => a.first - b.first);
}

export function kindName(kind: ItemKind): string {
  return kind === 'leave' ? 'Leave' : kind === 'availability' ? 'Availability' : KIND_WORDS[kind];
}

export function nameOf(item: Item): string {
  return item.kind === 'leave'
    ? item.leave.name
    : item.kind === 'availability'
      ? item.proposal.name
      : item.shift.askerName;
}

/** Others who ask for the same open shift, the request itself among them. */
export function rivalsOf(
  request: QueuedShiftRequest,
  all: readonly QueuedShiftRequest[],
): readonly QueuedShiftRequest[] {
  if (request.rank === null) return [];
  return all.filter((one) => contestOf(one) === contestOf(request));
}

/** Whether a request can be approved with others: nothing speaks against it. */
function isEasy({ look, touched, back }: QueuedRequest): boolean {
  return (
    back.length === 0 &&
    touched.length === 0 &&
    look.faults.length === 0 &&
    look.closed.length === 0 &&
    look.limits.length === 0
  );
}
