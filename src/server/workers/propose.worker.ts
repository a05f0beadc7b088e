import type { MessagePort } from 'node:worker_threads';
import type { Proposal } from '@/core/propose/propose';
import { type ProposalTask, findProposals } from '../propose/task';

/** Looks for proposals in a thread of its own, until its end or until the first number of `stop` is 1. */
export async function work({
  asked,
  stop,
  port,
}: {
  readonly asked: ProposalTask;
  readonly stop: SharedArrayBuffer;
  readonly port: MessagePort;
}): Promise<Proposal[]> {
  const flag = new Int32Array(stop);
  return findProposals(
    asked,
    () => Atomics.load(flag, 0) === 0,
    (progress) => port.postMessage(progress),
  );
}
