import { formatChange } from '@/core/plan/change-text';
import { diffShift } from '@/core/plan/shift-spec';
import type { Shift } from '@/core/plan/types';
import type { PersonNews } from '@/core/publish/publish-changes';
import type { Day } from '@/core/time/day';
import { formatDay, formatDays, formatShortSpan } from '@/core/time/format';
import type { PublishPayload } from '@/server/publish/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { Table } from '../kit/table';

/** What shifts are named by. */
export type Names = Pick<PublishPayload, 'people' | 'roles' | 'hourFormat'> & {
  /** By which ways each is told; null: nobody is, as this was told before. */
  readonly reach: PublishPayload['reach'] | null;
};

const WAYS = { mail: 'e-mail', text: 'text message' } as const;

/** What a week brings for each person, day by day: new, changed from what to what, gone. */
export function ChangesTable({
  first,
  news,
  names,
  differing,
  chosen,
  onChoose,
}: {
  readonly first: Day;
  readonly news: ReadonlyMap<string | null, readonly PersonNews[]>;
  readonly names: Names;
  /** Ids of shifts that are not as they were when they were looked at. */
  readonly differing: ReadonlySet<string>;
  /** Who is chosen, where some are; null: everybody is meant. */
  readonly chosen: ReadonlySet<string | null> | null;
  readonly onChoose: (person: string | null, isChosen: boolean) => void;
}) {
  const days = Array.from({ length: 7 }, (_, i) => first + i);
  const rows = [...news]
    .map(([person, items]) => ({ person, name: nameOf(person, names), items: items.filter(isIn(first)) }))
    .filter(({ items }) => items.length > 0)
    .sort((a, b) => Number(a.person === null) - Number(b.person === null) || a.name.localeCompare(b.name));
  if (rows.length === 0) return null;
  return (
    <Table className="table-fixed">
      <caption className="px-4 pt-3 text-left font-serif text-lg font-semibold">
        {formatDays(first, 7)}
      </caption>
      <thead>
        <tr>
          <th scope="col" className="w-[190px] pl-4">
            Person
          </th>
          {days.map((day) => (
            <th key={day} scope="col">
              {formatDay(day)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ person, name, items }) => (
          <tr key={person ?? ''} className="align-top">
            <th scope="row" className="text-ink pl-4 text-left font-semibold">
              {chosen ? (
                <Checkbox checked={chosen.has(person)} onChange={(isChosen) => onChoose(person, isChosen)}>
                  {name}
                </Checkbox>
              ) : (
                name
              )}
              {person !== null && names.reach && (
                <span className="text-muted block text-xs font-normal">
                  {['own page', ...(names.reach[person] ?? []).map((way) => WAYS[way])].join(', ')}
                </span>
              )}
            </th>
            {days.map((day) => (
              <td key={day}>
                {items
                  .filter((item) => dateOf(item) === day)
                  .map((item) => (
                    <Item
                      key={(item.after ?? item.before)!.id}
                      item={item}
                      names={names}
                      differs={differing.has((item.after ?? item.before)!.id)}
                    />
                  ))}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function isIn(first: Day) {
  return (item: PersonNews) => dateOf(item) >= first && dateOf(item) < first + 7;
}

function dateOf({ before, after }: PersonNews): Day {
  return (after ?? before!).date;
}

function nameOf(person: string | null, { people }: Names): string {
  return person === null ? 'Open shifts' : (people[person] ?? person);
}

function Item({
  item: { kind, before, after },
  names,
  differs,
}: {
  readonly item: PersonNews;
  readonly names: Names;
  readonly differs: boolean;
}) {
  return (
    <div className={`mb-1.5 leading-4 ${differs ? 'border-brass border-l-2 pl-1.5' : ''}`}>
      {after && <span className="block font-semibold">{shiftText(after, names)}</span>}
      {kind === 'gone' && <s className="text-gap block font-semibold">{shiftText(before!, names)}</s>}
      <span className="text-muted block text-xs">
        {kind === 'changed' ? changeText(before!, after!, names) : kind}
        {differs && ', changed since you looked'}
      </span>
    </div>
  );
}

/** `9–17 Bar`, in the words of a page. */
export function shiftText({ from, to, role }: Shift, { roles, hourFormat }: Names): string {
  const name = role === null ? '' : (roles[role] ?? role);
  return `${formatShortSpan(from, to, hourFormat)} ${name}`.trim();
}

/** `was 9–17 Bar`; where times, role and day stay, what else is different. */
function changeText(before: Shift, after: Shift, names: Names): string {
  const was = shiftText(before, names);
  const moved = before.date === after.date ? '' : `${formatDay(before.date)} `;
  if (moved !== '' || was !== shiftText(after, names)) return `was ${moved}${was}`;
  const patch = diffShift(before, after) ?? {};
  const { people, roles, hourFormat } = names;
  return formatChange(
    { do: 'set', id: after.id, shift: patch },
    { people: new Map(Object.entries(people)), roles: new Map(Object.entries(roles)), hourFormat },
  );
}
