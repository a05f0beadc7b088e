import { type RoleNames, findRole } from '../time/parse-shifts';

/** A person as typed in a list. */
export interface TypedPerson {
  readonly name: string;
  /** Ids of the roles that were named and are known. */
  readonly roles: readonly string[];
}

/** A word that stands where a role should, and that nobody knows yet. */
export interface UnknownRole {
  readonly word: string;
  /** The lines it stands in, from 1. */
  readonly lines: readonly number[];
  readonly message: string;
}

/**
 * Reads a list of people, one a line: a name, and behind a comma, a semicolon or a tab the roles if wanted. Also
 * cells pasted from a spreadsheet, of which the second holds the roles. Nobody is left out: a word that is no role is
 * asked about, and `answers` says what it means (by its small letters: the id of a role, or '' for none).
 *
 * @example
 * parsePeopleList('Mira Holt, Bar\nJon Reed, Barista', roles);
 * // { people: [{ name: 'Mira Holt', roles: ['bar'] }, { name: 'Jon Reed', roles: [] }],
 * //   unknown: [{ word: 'Barista', lines: [2], … }], faults: [] }
 */
export function parsePeopleList(
  text: string,
  roles: readonly RoleNames[],
  answers: Readonly<Record<string, string>> = {},
): {
  readonly people: TypedPerson[];
  readonly unknown: readonly UnknownRole[];
  readonly faults: { readonly line: number; readonly message: string }[];
} {
  const people: TypedPerson[] = [];
  const faults: { line: number; message: string }[] = [];
  const unknown = new Map<string, { word: string; lines: number[]; message: string }>();
  text.split(/\r?\n/).forEach((line, i) => {
    const cells = line.split('\t');
    const [, name, rest] = /^\s*([^,;]*)(?:[,;](.*))?$/s.exec(cells[0])!;
    if (name.trim() === '') return;
    if (name.trim().length > 120)
      return void faults.push({ line: i + 1, message: 'the name is longer than 120 signs' });
    const held = new Set<string>();
    for (const word of wordsOf(rest ?? cells.slice(1).find((cell) => cell.trim() !== '') ?? '', roles)) {
      const key = word.toLocaleLowerCase();
      const answer = answers[key];
      const role = answer === undefined ? findRole(word, roles) : ({ ok: true, id: answer } as const);
      if (role.ok && role.id !== '') held.add(role.id);
      else if (!role.ok) {
        const asked = unknown.get(key) ?? { word, lines: [], message: role.message };
        asked.lines.push(i + 1);
        unknown.set(key, asked);
      }
    }
    people.push({ name: name.trim(), roles: [...held] });
  });
  return { people, unknown: [...unknown.values()], faults };
}

/** The roles in a text: one whose name may itself have a comma or a slash, or several. */
function wordsOf(text: string, roles: readonly RoleNames[]): string[] {
  const whole = text.trim();
  if (whole === '') return [];
  if (roles.some(({ name }) => name.toLocaleLowerCase() === whole.toLocaleLowerCase())) return [whole];
  return whole
    .split(/[,;/&+]|\sand\s/i)
    .map((word) => word.trim())
    .filter((word) => word !== '');
}
