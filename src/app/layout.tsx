import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
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

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const theme = (await cookies()).get('theme')?.value === 'quay-night' ? 'quay-night' : 'quay';
  return (
    <html lang="en" data-theme={theme} suppressHydrationWarning>
      <body>
        {children}
        <WaitingNote />
        <UndoKeys />
        <GuardedLinks />
      </body>
    </html>
  );
}
