'use client';

import { useEffect } from 'react';
import { prepareToNotify } from '../commands/notify';
import { useGo } from './go';

/** Links to other pages of the application are followed only where the server can be reached. */
export function GuardedLinks() {
  const go = useGo();
  useEffect(() => {
    const timer = setTimeout(prepareToNotify, 1500);
    return () => clearTimeout(timer);
  }, []);
  useEffect(() => {
    const onClick = (event: MouseEvent) => {
      const address = addressOf(event);
      if (address === null) return;
      // Before the link hears of it: it follows no click that is taken already.
      event.preventDefault();
      void go(address);
    };
    document.addEventListener('click', onClick, true);
    return () => document.removeEventListener('click', onClick, true);
  }, [go]);
  return null;
}

/** Where a click leads inside the application; null: nowhere, or it is the browser's to follow. */
function addressOf(event: MouseEvent): string | null {
  if (event.defaultPrevented || event.button !== 0) return null;
  if (event.ctrlKey || event.metaKey || event.shiftKey || event.altKey) return null;
  const link = event.target instanceof Element ? event.target.closest('a') : null;
  const address = link?.getAttribute('href');
  if (!link || !address?.startsWith('/') || address.startsWith('/api/')) return null;
  return link.target || link.hasAttribute('download') ? null : address;
}
