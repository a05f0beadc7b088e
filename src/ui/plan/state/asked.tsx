import { useEffect } from 'react';
import type { PlanRequest } from '@/server/requests/payload';
import { useAnswer } from '../../commands/use-answer';
import { useLiveCount } from '../../live/use-live-count';
import { useController, usePlan } from './controller';

/** Marks the shifts about which something is asked for, as long as it is. `address`: of the plan that is shown. */
export function Asked({ address }: { readonly address: string }) {
  const controller = useController();
  const { days, site } = usePlan((state) => state.judgement.plan);
  const heard = useLiveCount(site.id);
  const { answer } = useAnswer<{ readonly requests: readonly PlanRequest[] }>(
    `${address}/requests?days=${days}`,
    heard,
  );
  useEffect(() => {
    const asked = new Map<string, PlanRequest[]>();
    for (const request of answer?.requests ?? [])
      for (const shift of request.shifts) asked.set(shift, [...(asked.get(shift) ?? []), request]);
    controller.store.setState({ asked });
  }, [controller, answer]);
  return null;
}
