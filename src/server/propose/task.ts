import type { Plan } from '@/core/plan/types';
import type { Asked } from '@/core/propose/model';
import { type Proposal, proposeWeeks } from '@/core/propose/propose';

/** What is handed to a thread to look for proposals: plain values only. */
export interface ProposalTask {
  readonly plan: Plan;
  readonly asked: Asked & { readonly seed: number; readonly effort: number };
}

/** How far it has come, over all weeks until now. */
export interface TaskProgress {
  readonly total: number;
  readonly bound: number;
  readonly missingMinutes: number;
}

/** Proposals for the weeks of a plan, one by one; the progress of each adds to what was found before. */
export async function findProposals(
  { plan, asked }: ProposalTask,
  goesOn: () => boolean,
  onProgress: (progress: TaskProgress) => void,
): Promise<Proposal[]> {
  const done = { total: 0, bound: 0, missingMinutes: 0 };
  let last = done;
  return proposeWeeks(plan, {
    ...asked,
    goesOn,
    onProgress: ({ total, bound, missingMinutes }) => {
      last = {
        total: done.total + total,
        bound: done.bound + bound,
        missingMinutes: done.missingMinutes + missingMinutes,
      };
      onProgress(last);
    },
    onWeek: () => Object.assign(done, last),
  });
}
