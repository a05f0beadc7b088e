import type { DayRow, DaySheet } from '@/core/sheets/day-sheet';
import type { Span } from '@/core/time/span';
import { DraftsNote } from './drafts-note';

/** One day for the wall: who is on, in the order of their start, over the hours of the day, with what is to be done. */
export function DayOfSheet({
  sheet,
  inks,
}: {
  readonly sheet: DaySheet;
  /** The ink of each role, by its id. */
  readonly inks: Readonly<Record<string, string>>;
}) {
  const { note, drafts, of, rows, hours, marks, coverage, sum } = sheet;
  return (
    <>
      {note && <p className="border-ink mb-3 border-l-4 pl-3 text-lg whitespace-pre-wrap">{note}</p>}
      <DraftsNote drafts={drafts} of={of} />
      {rows.length === 0 ? (
        <p className="text-muted py-8">Nobody is planned on this day.</p>
      ) : (
        <>
          <div className="border-rule relative ml-[210px] h-5 border-b">
            {marks.map(({ minute, name }) => (
              <span
                key={minute}
                className="text-muted absolute bottom-0.5 text-xs leading-3"
                style={{ left: share(minute, hours) }}
              >
                {name}
              </span>
            ))}
          </div>
          <ul>
            {rows.map((row) => (
              <PersonRow key={row.key} row={row} hours={hours} ink={inks[row.role ?? ''] ?? 'slate'} />
            ))}
          </ul>
          <Coverage coverage={coverage} />
          <p className="text-muted mt-2 text-sm">{sum}</p>
        </>
      )}
    </>
  );
}

function share(minute: number, { from, to }: Span): string {
  return `${((minute - from) / (to - from)) * 100}%`;
}

function PersonRow({
  row: { name, when, bar, breaks, draft, said, tasks },
  hours,
  ink,
}: {
  readonly row: DayRow;
  readonly hours: Span;
  readonly ink: string;
}) {
  const left = share(bar.from, hours);
  // What is said of a shift stands under its bar, as long as there is room for it to the right.
  const under = { marginLeft: `min(${left}, 55%)` };
  return (
    <li className="border-fine flex break-inside-avoid border-b py-1">
      <div className="w-[210px] shrink-0 pr-3">
        <span className="block text-base leading-[17px] font-semibold">{name}</span>
        <span className="block text-sm leading-4">{when}</span>
      </div>
      <div className="min-w-0 flex-1">
        <div className="relative h-[18px]">
          <div
            data-ink={ink}
            className="absolute inset-y-0 rounded-[2px] border-[1.5px]"
            style={{
              left,
              width: `calc(${share(bar.to, hours)} - ${left})`,
              borderStyle: draft ? 'dashed' : 'solid',
              borderColor: 'var(--role)',
              background: draft ? 'transparent' : 'var(--tint)',
            }}
          />
          {breaks.map((pause) => (
            <div
              key={pause.from}
              className="bg-sheet absolute top-[5px] bottom-[5px]"
              style={{
                left: share(pause.from, hours),
                width: `calc(${share(pause.to, hours)} - ${share(pause.from, hours)})`,
              }}
            />
          ))}
        </div>
        {said && (
          <p className="text-sm leading-4" style={under}>
            {said}
          </p>
        )}
        {tasks.length > 0 && (
          <ul className="flex flex-wrap gap-x-4 text-sm leading-4" style={under}>
            {tasks.map((task) => (
              <li key={task}>☐ {task}</li>
            ))}
          </ul>
        )}
      </div>
    </li>
  );
}

/** People on and needed by role and hour. */
function Coverage({ coverage: { heads, rows } }: { readonly coverage: DaySheet['coverage'] }) {
  if (rows.length === 0) return null;
  return (
    <table className="mt-4 w-full table-fixed break-inside-avoid text-xs tabular-nums">
      <caption className="text-muted mb-1 text-left text-sm">People on / people needed in each hour</caption>
      <thead>
        <tr>
          {/* As wide as the names over it, so that each hour stands under its own. */}
          <th className="w-[210px] text-left font-normal" scope="col">
            From
          </th>
          {heads.map((head, i) => (
            <th key={i} scope="col" className="text-muted text-left font-normal">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ name, cells }) => (
          <tr key={name} className="border-fine border-t">
            <th scope="row" className="text-left">
              {name}
            </th>
            {cells.map(({ text, isShort }, i) => (
              <td key={i} className={`text-left ${isShort ? 'text-gap font-semibold' : ''}`}>
                {text}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
