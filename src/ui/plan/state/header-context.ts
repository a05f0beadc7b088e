import { createContext, useContext } from 'react';
import type { FramePayload } from '@/server/plan/payload';

const FrameContext = createContext<FramePayload | null>(null);

export const FrameProvider = FrameContext.Provider;

/** What stands around the week: sites, weeks, today. */
export function useFrame(): FramePayload {
  const frame = useContext(FrameContext);
  if (!frame) throw new Error('there is no frame around this component');
  return frame;
}
