import { type RoleNames, findRole } from '../time/parse-shifts';

/** A person as typed in a list. */
export interface TypedPerson {
  readonly name: string;
  readonly role: string | null;
}

/**
 * Reads a list of people, one a line: a name, and behind a comma, a semicolon or a tab a role if wanted. Also
 * cells pasted from a spreadsheet. Lines whose role is not known come back with what is wrong.
 *
 * @example
 * parsePeopleList('Mira Holt, Bar\nJon Reed', roles);
 * // { people: [{ name: 'Mira Holt', role: 'bar' }, { name: 'Jon Reed', role: null }], faults: [] }
 */
export function parsePeopleList(
  text: string,
  roles: readonly RoleNames[],
): {
  readonly people: TypedPerson[];
  readonly faults: { readonly line: number; readonly message: string }[];
} {
  const people: TypedPerson[] = [];
  const faults: { line: number; message: string }[] = [];
  text.split(/\r?\n/).forEach((line, i) => {
    const [name, ...rest] = line.split(/[\t;,]/).map((part) => part.trim());
    if (!name) return;
    const word = rest.find((part) => part !== '');
    const role = word === undefined ? null : findRole(word, roles);
    if (role && !role.ok) faults.push({ line: i + 1, message: role.message });
    else if (name.length > 120) faults.push({ line: i + 1, message: 'the name is longer than 120 signs' });
    else people.push({ name, role: role ? role.id : null });
  });
  return { people, faults };
}
