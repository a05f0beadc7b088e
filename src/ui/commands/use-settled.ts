import { useEffect, useState } from 'react';

/** A value once it has not changed for some milliseconds; the first one at once. */
export function useSettled<T>(value: T, rest: number): T {
  const [settled, settle] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => settle(value), rest);
    return () => clearTimeout(timer);
  }, [value, rest]);
  return settled;
}
