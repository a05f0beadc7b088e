import type { Rules } from '../plan/types';

/** Something that is still missing for a good plan, and where to say it. */
export interface Missing {
  readonly what: string;
  readonly why: string;
  readonly section: 'site' | 'hours' | 'roles' | 'people' | 'needs' | 'rules';
}

/** What has been said of a site so far. */
export interface SetupSoFar {
  /** Whether any opening hours are known, or that it never closes. */
  readonly hasHours: boolean;
  readonly roles: number;
  readonly people: number;
  readonly needs: number;
  readonly rules: Pick<Rules, 'breaks' | 'overtime' | 'young'>;
  readonly hasBudget: boolean;
  /** How many of the people have none. */
  readonly withoutRole: number;
  readonly withoutAvailability: number;
}

/**
 * What a good plan still lacks, the most important first.
 *
 * @example
 * missingIn({ ...known, people: 18, withoutRole: 2 });
 * // [{ what: 'Roles of people', why: '2 of 18 people have no role', section: 'people' }]
 */
export function missingIn(site: SetupSoFar): Missing[] {
  const { rules, people, withoutRole, withoutAvailability } = site;
  const none = (n: number, what: string) => `${n} of ${people} people have no ${what}`;
  const list: (Missing & { readonly is: boolean })[] = [
    {
      is: !site.hasHours,
      what: 'Opening hours',
      why: 'so that an empty hour shows as a gap',
      section: 'hours',
    },
    { is: site.roles === 0, what: 'Roles', why: 'what people do here', section: 'roles' },
    { is: people === 0, what: 'People', why: 'who works here', section: 'people' },
    { is: site.needs === 0, what: 'Needs', why: 'how many people are wanted when', section: 'needs' },
    {
      is: rules.breaks.length === 0 && rules.overtime === null && rules.young.length === 0,
      what: 'Rules for breaks, overtime and young people',
      why: 'none are checked yet',
      section: 'rules',
    },
    {
      is: !site.hasBudget,
      what: 'A weekly budget',
      why: 'to see hours and cost against it',
      section: 'site',
    },
    { is: withoutRole > 0, what: 'Roles of people', why: none(withoutRole, 'role'), section: 'people' },
    {
      is: withoutAvailability > 0,
      what: 'Availability',
      why: `${none(withoutAvailability, 'availability')} and count as free all week`,
      section: 'people',
    },
  ];
  return list.filter((line) => line.is).map(({ what, why, section }) => ({ what, why, section }));
}
