import { isWaiting } from '@/core/leave/request';
import type { StoredRequest } from '@/data/leave/leave-store';

/** Whether a request was decided by somebody, and whoever it is of has not looked at that. */
export function isNews(request: StoredRequest): boolean {
  const isDecided = request.state === 'sent' && !isWaiting(request) && request.back.length === 0;
  return isDecided && request.type.approval !== 'nobody' && request.seenAt === null;
}
