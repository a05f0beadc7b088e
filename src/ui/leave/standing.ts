import type { RequestStanding } from '@/core/leave/request';

/** What a request stands at, in words. */
export const STANDING: Readonly<Record<RequestStanding, string>> = {
  draft: 'not sent yet',
  waiting: 'waiting',
  approved: 'approved',
  'partly-approved': 'approved in part',
  declined: 'declined',
  withdrawn: 'withdrawn',
  'given-back': 'given back',
};
