import { FloatingPortal } from '@floating-ui/react';

/**
 * What floats over the page beside something: at the end of the page, or of the dialog that it stands in, as nothing outside of that can be
 * reached while it is open.
 */
export function Floating({
  beside,
  children,
}: {
  /** What it floats beside. */
  readonly beside: Element | null;
  readonly children: React.ReactNode;
}) {
  return <FloatingPortal root={beside?.closest('dialog') ?? undefined}>{children}</FloatingPortal>;
}
