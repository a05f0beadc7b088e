import { useSyncExternalStore } from 'react';

/**
 * Windows that need another form: a phone's, one too narrow for what stands beside the canvas (as at 200% zoom), one
 * too low for high rows. The style sheet knows the same limits as variants.
 */
const LIMITS = {
  phone: '(max-width: 639px)',
  narrow: '(max-width: 959px)',
  low: '(max-height: 519px)',
} as const;

/** Whether the window is one of these; false where that is not known yet. */
export function useReach(limit: keyof typeof LIMITS): boolean {
  return useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia?.(LIMITS[limit]);
      query?.addEventListener('change', changed);
      return () => query?.removeEventListener('change', changed);
    },
    () => window.matchMedia?.(LIMITS[limit]).matches ?? false,
    () => false,
  );
}
