'use client';

import { useRouter } from 'next/navigation';
import { useCallback } from 'react';
import { notify } from '../commands/notify';

/** How long the server may take to say that it is there, in milliseconds. */
const PATIENCE_MS = 4000;

/**
 * Goes to another page, if the server can be reached. Without a connection the browser would show an error page in
 * place of this one: then it is told, and this page stays with everything on it.
 */
export function useGo(): (address: string) => Promise<void> {
  const router = useRouter();
  return useCallback(
    async (address: string) => {
      if (await isReachable()) return router.push(address);
      notify({ text: 'No connection, so this page stays. What you change here is saved in this browser.' });
    },
    [router],
  );
}

async function isReachable(): Promise<boolean> {
  try {
    await fetch('/icon.svg', {
      method: 'HEAD',
      cache: 'no-store',
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
    return true;
  } catch {
    return false;
  }
}
