import { formatLongDay } from '@/core/time/format';
import { parseDate } from '@/core/time/day';
import type { OpenCode } from '@/server/accounts/payload';
import { buttonClass } from '../kit/button';
import { PrintButton } from '../print/print-button';

/** A code on paper. `picture`: the link as a QR code, an SVG made here. */
interface Slip {
  readonly id: string;
  readonly name: string;
  readonly number: string | null;
  readonly code: OpenCode;
  readonly link: string;
  readonly picture: string;
}

/** Codes that can be used just now, on a sheet to cut up: each person gets the own slip. */
export function CodeSheet({
  business,
  address,
  slips,
}: {
  readonly business: string;
  readonly address: string;
  readonly slips: readonly Slip[];
}) {
  return (
    // Paper is light, whatever the screen is.
    <main data-theme="quay" className="sheet-page bg-sheet text-ink mx-auto max-w-[880px] px-8 py-6">
      <div className="mb-4 flex items-center gap-3 print:hidden">
        <a className={buttonClass('plain')} href="/accounts">
          Back
        </a>
        <PrintButton />
        <p className="text-muted">
          Whoever has a slip gets in as the one it names: hand it over, do not hang it up.
        </p>
      </div>
      <h1 className="mb-3 font-serif text-xl font-semibold print:hidden">Codes to hand out</h1>
      {slips.length === 0 && <p>No code is open. Invite people first.</p>}
      <ul className="grid grid-cols-2 gap-0 phone:grid-cols-1">
        {slips.map(({ id, name, number, code, picture }) => (
          <li key={id} className="border-rule flex break-inside-avoid gap-4 border border-dashed p-4">
            <span
              aria-hidden
              className="size-[92px] shrink-0 bg-white p-1 [&>svg]:size-full"
              dangerouslySetInnerHTML={{ __html: picture }}
            />
            <div className="min-w-0">
              <p className="truncate font-semibold">{name}</p>
              <p className="text-muted text-sm">
                {business}
                {number && `, number ${number}`}
              </p>
              <p className="mt-1 font-semibold tracking-wide">{code.code}</p>
              <p className="text-sm">
                {code.kind === 'reset' ? 'For a new password' : 'To sign in for the first time'}: {address}
                /join
              </p>
              <p className="text-muted text-sm">
                Works once, until {formatLongDay(parseDate(code.expires.slice(0, 10))!)}.
              </p>
            </div>
          </li>
        ))}
      </ul>
    </main>
  );
}
