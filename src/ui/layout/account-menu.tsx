'use client';

import { useSyncExternalStore } from 'react';
import type { ActorFrame } from '@/server/access/frame';
import { signOut } from '../accounts/sign-out';
import { Menu } from '../kit/menu';
import { initialsOf } from './initials';
import { type ThemeChoice, chooseTheme, themeChoice, watchTheme } from './theme';

const THEMES: readonly (readonly [ThemeChoice, string])[] = [
  ['system', 'Theme of the system'],
  ['quay', 'Light theme'],
  ['quay-night', 'Dark theme'],
];

/** The square at the right of the bar: who one is, and what concerns oneself alone. */
export function AccountMenu({ actor }: { readonly actor: ActorFrame }) {
  // The choice stands in a cookie, which the server does not draw this by.
  const chosen = useSyncExternalStore(watchTheme, themeChoice, () => null);
  return (
    <Menu
      label={initialsOf(actor.name)}
      name={`${actor.name}: account`}
      kind="initials"
      items={[
        { name: 'My account', href: '/account' },
        ...(actor.seesAccounts ? [{ name: 'Who can sign in', href: '/accounts' }] : []),
        ...(actor.seesOutbox ? [{ name: 'Outbox', href: '/outbox' }] : []),
        ...THEMES.map(([choice, name]) => ({
          name,
          isChosen: choice === chosen,
          run: () => chooseTheme(choice),
        })),
        { name: 'Sign out', run: () => void signOut() },
      ]}
    />
  );
}
