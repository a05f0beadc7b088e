import { plainText } from '@/core/plain-text';

/** What a column of a list of people can mean. Own fields of the business come as `field:` with their id. */
export const PEOPLE_FIELDS = [
  {
    id: 'number',
    name: 'Number',
    heads: [
      'no',
      'nr',
      'id',
      'employee no',
      'staff no',
      'personnel number',
      'employee id',
      'staff number',
      'payroll no',
      'payroll number',
      'payroll id',
      'employee number',
      'emp no',
      'badge',
    ],
  },
  {
    id: 'name',
    name: 'Name',
    heads: [
      'full name',
      'employee',
      'person',
      'staff',
      'employee name',
      'who',
      'staff name',
      'staff member',
      'team member',
    ],
  },
  { id: 'firstName', name: 'First name', heads: ['given name', 'forename', 'first'] },
  { id: 'lastName', name: 'Last name', heads: ['surname', 'family name', 'last'] },
  { id: 'email', name: 'E-mail', heads: ['email', 'mail', 'e mail address', 'email address'] },
  {
    id: 'phone',
    name: 'Phone',
    heads: [
      'tel',
      'telephone',
      'mobile',
      'phone number',
      'cell',
      'cell phone',
      'mobile phone',
      'contact no',
      'contact number',
    ],
  },
  { id: 'birthDate', name: 'Birth date', heads: ['birthday', 'date of birth', 'dob', 'born'] },
  {
    id: 'employedFrom',
    name: 'First day',
    heads: [
      'start date',
      'hired',
      'hire date',
      'employed from',
      'joined',
      'start',
      'started',
      'started on',
      'employed since',
      'since',
      'date started',
      'start of employment',
    ],
  },
  {
    id: 'employedTo',
    name: 'Last day',
    heads: [
      'end date',
      'leaves',
      'left',
      'employed to',
      'leaving date',
      'end',
      'until',
      'last working day',
      'ended',
    ],
  },
  { id: 'contractKind', name: 'Contract', heads: ['contract type', 'employment', 'type'] },
  {
    id: 'contractMinutes',
    name: 'Contract hours',
    heads: [
      'hours',
      'hours a week',
      'weekly hours',
      'contracted hours',
      'h week',
      'hours per week',
      'hrs week',
      'hrs',
      'hrs per week',
      'hrs wk',
      'hours wk',
      'contract hrs',
      'weekly hrs',
    ],
  },
  {
    id: 'maxWeekMinutes',
    name: 'Weekly maximum',
    heads: ['max hours', 'maximum', 'at most', 'max hours a week', 'maximum hours'],
  },
  { id: 'standardDayMinutes', name: 'Standard day', heads: ['hours a day', 'day of leave'] },
  { id: 'payKind', name: 'Paid', heads: ['pay kind', 'paid by'] },
  {
    id: 'rate',
    name: 'Base pay',
    heads: [
      'rate',
      'pay',
      'hourly rate',
      'wage',
      'hourly pay',
      'pay rate',
      'rate of pay',
      'pay hr',
      'hour rate',
    ],
  },
  { id: 'sites', name: 'Sites', heads: ['site', 'location', 'locations', 'branch', 'place'] },
  { id: 'roles', name: 'Roles', heads: ['role', 'position', 'positions', 'job', 'job title', 'skills'] },
  { id: 'groups', name: 'Groups', heads: ['group', 'team', 'teams'] },
  { id: 'manager', name: 'Manager', heads: ['own manager', 'reports to', 'supervisor'] },
  { id: 'notes', name: 'Notes', heads: ['note', 'comment', 'comments', 'remarks'] },
  {
    id: 'availability',
    name: 'Availability',
    heads: [
      'available',
      'can work',
      'availability notes',
      'days available',
      'available days',
      'hours available',
      'when available',
    ],
  },
  { id: 'mon', name: 'Monday', heads: ['mon', 'mo'] },
  { id: 'tue', name: 'Tuesday', heads: ['tue', 'tues', 'tu'] },
  { id: 'wed', name: 'Wednesday', heads: ['wed', 'we'] },
  { id: 'thu', name: 'Thursday', heads: ['thu', 'thur', 'thurs', 'th'] },
  { id: 'fri', name: 'Friday', heads: ['fri', 'fr'] },
  { id: 'sat', name: 'Saturday', heads: ['sat', 'sa'] },
  { id: 'sun', name: 'Sunday', heads: ['sun', 'su'] },
] as const;

export type PeopleField = (typeof PEOPLE_FIELDS)[number]['id'];

/** The fields of the weekdays, Monday first. */
export const DAY_FIELDS: readonly PeopleField[] = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];

/** What a column means: a field, `field:` and an own field's id, `new` for an own field to be made, or null. */
export type Meaning = string | null;

/**
 * What the columns of a list mean, guessed from their heads: what was chosen for a head before, an own field of
 * that name, a field by its name or another word for it. No meaning is given twice.
 */
export function guessColumns(
  heads: readonly string[],
  fields: readonly { readonly id: string; readonly name: string }[],
  known: ReadonlyMap<string, string>,
): Meaning[] {
  const taken = new Set<string>();
  return heads.map((head) => {
    const plain = plainText(head);
    if (plain === '') return null;
    const own = fields.find((field) => plainText(field.name) === plain);
    const usual = PEOPLE_FIELDS.find(
      (field) =>
        plainText(field.name) === plain ||
        plainText(field.id) === plain ||
        (field.heads as readonly string[]).includes(plain),
    );
    const remembered = known.get(plain);
    const stillThere =
      remembered !== undefined &&
      (!remembered.startsWith('field:') || fields.some((field) => `field:${field.id}` === remembered));
    const meaning = stillThere ? remembered : own ? `field:${own.id}` : (usual?.id ?? null);
    if (meaning === null || taken.has(meaning)) return null;
    taken.add(meaning);
    return meaning;
  });
}

/** Whether a first line is made of heads: at least one is known, and none is a number or a date. */
export function isHead(cells: readonly string[]): boolean {
  const known = guessColumns(cells, [], new Map()).filter((meaning) => meaning !== null).length;
  return known > 0 && cells.every((cell) => cell === '' || !/^[\d.,/-]+$/.test(cell));
}
