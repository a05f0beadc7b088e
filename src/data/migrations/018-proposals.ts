/**
 * `availability_proposal.counts_from`: from when it was accepted, where that is later than it was proposed.
 * `told_wish.of_requests`: whether somebody who decides is told besides here of what waits for them.
 */
export const proposals: readonly string[] = [
  `alter table availability_proposal add column counts_from text`,
  `alter table told_wish add column of_requests integer not null default 1`,
  `create index availability_proposal_waiting on availability_proposal (at) where state = 'waiting'`,
];
