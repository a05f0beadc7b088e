import type { Metadata, Viewport } from 'next';
import { cookies, headers } from 'next/headers';
import '@fontsource-variable/archivo/wdth.css';
import '@fontsource-variable/fraunces/opsz.css';
import { GuardedLinks } from '@/ui/going/guarded-links';
import { UndoKeys } from '@/ui/undo/undo-keys';
import { WaitingNote } from '@/ui/waiting/waiting-note';
import './globals.css';

export const metadata: Metadata = {
  title: { default: 'Vicenda', template: '%s · Vicenda' },
  description: "Write the week's shifts and see what each change does before you make it.",
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

/** Until somebody chooses a theme it is that of the system, before anything is drawn. */
const FOLLOW_SYSTEM =
  "if(matchMedia('(prefers-color-scheme: dark)').matches)document.documentElement.dataset.theme='quay-night'";

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const chosen = (await cookies()).get('theme')?.value;
  const theme = chosen === 'quay-night' ? 'quay-night' : 'quay';
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" data-theme={theme} suppressHydrationWarning>
      <body>
        {chosen === undefined && (
          <script
            nonce={nonce}
            suppressHydrationWarning
            dangerouslySetInnerHTML={{ __html: FOLLOW_SYSTEM }}
          />
        )}
        {children}
        <WaitingNote />
        <UndoKeys />
        <GuardedLinks />
      </body>
    </html>
  );
}
