import { formatDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import type { CrewSheets, SheetVisit } from '@/server/jobs/crew-sheets';
import { buttonClass } from '../kit/button';
import { PrintButton } from '../print/print-button';

/** The day of each crew on a page of its own: where to be, what to do there, and room to write. */
export function CrewSheetsPage({ site, page }: { readonly site: string; readonly page: CrewSheets }) {
  const { date, sheets, siteName } = page;
  const at = (day: number) => `/print/${encodeURIComponent(site)}/${formatDate(day)}/crews`;
  return (
    // Paper is light, whatever the screen is.
    <div
      data-theme="quay"
      className="sheet-page bg-sheet text-ink mx-auto max-w-[860px] px-8 py-6 max-sm:px-4 print:p-0"
    >
      <nav aria-label="Sheets" className="mb-5 flex flex-wrap items-center gap-3 print:hidden">
        <a
          className={buttonClass('plain')}
          href={`/jobs/${encodeURIComponent(site)}?from=${formatDate(date)}`}
        >
          Back to the days
        </a>
        <div className="join">
          <a className={buttonClass('plain', 'join-item')} href={at(date - 1)}>
            Earlier
          </a>
          <a className={buttonClass('plain', 'join-item')} href={at(date + 1)}>
            Later
          </a>
        </div>
        <span className="flex-1" />
        {sheets.length > 0 && <PrintButton />}
      </nav>
      {sheets.length === 0 && (
        <>
          <h1 className="font-serif text-2xl font-semibold">{formatLongDay(date)}</h1>
          <p className="text-muted py-8">No crew has a visit on this day.</p>
        </>
      )}
      {sheets.map(({ crew, people, visits }, i) => (
        <section key={crew} className="mb-10 break-after-page last:break-after-auto">
          <p className="text-muted text-sm">{siteName}</p>
          {i === 0 ? (
            <h1 className="font-serif text-2xl font-semibold">
              {crew}, {formatLongDay(date)}
            </h1>
          ) : (
            <h2 className="font-serif text-2xl font-semibold">
              {crew}, {formatLongDay(date)}
            </h2>
          )}
          <p className="border-ink mb-2 border-b pb-1">{people.join(', ')}</p>
          <ol>
            {visits.map((visit) => (
              <Visit key={visit.id} visit={visit} />
            ))}
          </ol>
        </section>
      ))}
    </div>
  );
}

function Visit({ visit }: { readonly visit: SheetVisit }) {
  const { times, hours, place, customer, address, contact, accessNote, title, notes, tasks } = visit;
  return (
    <li className="border-rule grid break-inside-avoid grid-cols-[130px_minmax(0,1fr)] gap-x-4 border-b py-2 max-sm:grid-cols-1">
      <div>
        {times.map((time) => (
          <strong key={time} className="block">
            {time}
          </strong>
        ))}
        <span className="text-muted text-sm">
          {hours} of one person
          {visit.isFixed && ', an appointment'}
        </span>
        {visit.isDraft && <span className="block text-sm font-semibold">not published</span>}
      </div>
      <div>
        <p className="font-semibold">
          {place ?? title}
          {place && <span className="font-normal"> · {title}</span>}
        </p>
        <p className="text-sm">{[customer, address].filter(Boolean).join(', ')}</p>
        {contact && <p className="text-sm">{contact}</p>}
        {accessNote && <p className="text-sm font-semibold">{accessNote}</p>}
        {notes.map((note) => (
          <p key={note} className="text-sm">
            {note}
          </p>
        ))}
        {tasks.length > 0 && (
          <ul className="text-sm">
            {tasks.map((task) => (
              <li key={task}>☐ {task}</li>
            ))}
          </ul>
        )}
        <p className="text-muted mt-2 flex gap-6 text-sm">
          <Line label="from" />
          <Line label="to" />
          <Line label="used" isLong />
        </p>
      </div>
    </li>
  );
}

/** Room to write something in by hand. */
function Line({ label, isLong = false }: { readonly label: string; readonly isLong?: boolean }) {
  return (
    <span className={`flex items-end gap-1 ${isLong ? 'flex-1' : ''}`}>
      {label}
      <span className={`border-ink inline-block border-b ${isLong ? 'flex-1' : 'w-16'}`}>&nbsp;</span>
    </span>
  );
}
