import type { PersonRow } from '@/server/people/payload';

/** What is looked for among people. */
export interface PeopleFilter {
  readonly text: string;
  readonly site: string | null;
  readonly role: string | null;
  readonly contract: string | null;
  /** A weekday, 0 Monday, on which they must be available at all. */
  readonly weekday: number | null;
  /** Also those whose last day has passed. */
  readonly left: boolean;
}

export const NO_FILTER: Omit<PeopleFilter, 'site'> = {
  text: '',
  role: null,
  contract: null,
  weekday: null,
  left: false,
};

/** Whether a person's last day has passed. */
export function hasLeft(person: Pick<PersonRow, 'employedTo'>, today: number): boolean {
  return person.employedTo !== null && person.employedTo < today;
}

/** The people a filter lets through, in the order given. Text is looked for in name, number, contact and groups. */
export function filtered(people: readonly PersonRow[], filter: PeopleFilter, today: number): PersonRow[] {
  const words = filter.text.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  return people.filter((person) => {
    if (!filter.left && hasLeft(person, today)) return false;
    if (filter.site !== null && !person.sites.includes(filter.site)) return false;
    if (filter.role !== null && !person.roles.some((held) => held.role === filter.role)) return false;
    if (filter.contract !== null && person.contractKind !== filter.contract) return false;
    if (filter.weekday !== null && person.available[filter.weekday] === 0) return false;
    if (words.length === 0) return true;
    const text = [person.name, person.number, person.email, person.phone, ...person.groups]
      .join(' ')
      .toLocaleLowerCase();
    return words.every((word) => text.includes(word));
  });
}
