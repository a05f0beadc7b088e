import { counted } from '@/core/time/format';
import { buttonClass } from '../kit/button';
import { PrintButton } from './print-button';

/** A page for the wall: its title and site over it, and on the screen alone the way back and to the printer. */
export function Sheet({
  title,
  site,
  back,
  className,
  children,
}: {
  readonly title: React.ReactNode;
  readonly site: string;
  readonly back: string;
  readonly className: string;
  readonly children: React.ReactNode;
}) {
  return (
    <div className={`sheet-page bg-sheet text-ink mx-auto px-8 py-6 ${className}`}>
      <div className="mb-4 flex gap-3 print:hidden">
        <a className={buttonClass('plain')} href={back}>
          Back to the week
        </a>
        <PrintButton />
      </div>
      <header className="border-ink mb-3 flex items-baseline justify-between border-b-2 pb-1.5">
        <h1 className="font-serif text-xl font-semibold">{title}</h1>
        <p className="font-semibold">{site}</p>
      </header>
      {children}
    </div>
  );
}

/** Says how many of the shifts may still change; nothing where none may. */
export function DraftsNote({ drafts, of }: { readonly drafts: number; readonly of: number }) {
  if (drafts === 0) return null;
  return (
    <p className="mb-3 font-semibold">
      {drafts} of {counted(of, 'shift')} {drafts === 1 ? 'is a draft' : 'are drafts'}, drawn dashed: what is a
      draft may still change.
    </p>
  );
}
