import type { UnknownRole } from '@/core/people/parse-people';
import type { RoleNames } from '@/core/time/parse-shifts';
import { counted } from '@/core/time/format';
import { Select } from '../kit/inputs/select';

const NEW = '+';
const NONE = '-';

/** Words that stand where a role should: what each means is asked, so that nobody is left out. */
export function UnknownRoles({
  unknown,
  roles,
  onAnswer,
  onNew,
}: {
  readonly unknown: readonly UnknownRole[];
  readonly roles: readonly RoleNames[];
  /** Hears the id of the role that a word means, '' for none. */
  readonly onAnswer: (word: string, role: string) => void;
  /** Makes a role of a word, where that can be done here. */
  readonly onNew?: (word: string) => void;
}) {
  if (unknown.length === 0) return null;
  return (
    <ul className="mt-2">
      {unknown.map(({ word, lines }) => (
        <li key={word} className="mb-1 flex flex-wrap items-center gap-2">
          <span>
            <span className="font-semibold">{word}</span> is no role yet (
            {lines.length > 3 ? counted(lines.length, 'line') : `line ${lines.join(', ')}`}). It means
          </span>
          <Select
            label={`What ${word} means`}
            className="w-auto"
            value=""
            onChange={(role) => {
              if (role === NEW) onNew?.(word);
              else if (role !== '') onAnswer(word, role === NONE ? '' : role);
            }}
            options={[
              ['', 'choose …'],
              ...(onNew ? [[NEW, `a new role, ${word}`] as const] : []),
              ...roles.map(({ id, name }) => [id, name] as const),
              [NONE, 'nothing, leave it out'],
            ]}
          />
        </li>
      ))}
    </ul>
  );
}
