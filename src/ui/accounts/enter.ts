import { forgetOwnPages } from '../staff/use-service-worker';

/** Goes to a page of whoever is signed in now, with nothing left in the browser of whoever was before. */
export function enter(address: string): void {
  void forgetOwnPages().finally(() => window.location.replace(new URL(address, window.location.origin)));
}
