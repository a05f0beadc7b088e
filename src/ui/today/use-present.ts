import { useEffect, useState } from 'react';

/** How often the present moves on, in milliseconds. */
const STEP_MS = 15_000;

/**
 * The present as an elapsed minute. It goes on from what the server said, so that a device whose own clock is wrong shows the right
 * time.
 */
export function usePresent(said: number): number {
  const [passed, setPassed] = useState(0);
  useEffect(() => {
    const begun = performance.now();
    const look = () => setPassed(Math.floor((performance.now() - begun) / 60_000));
    look();
    const timer = setInterval(look, STEP_MS);
    return () => clearInterval(timer);
  }, [said]);
  return said + passed;
}
