/** The sections of Set-up, in the order in which a site is set up. */
export const SECTIONS = [
  { id: 'overview', name: 'Overview' },
  { id: 'site', name: 'Site' },
  { id: 'hours', name: 'Opening hours', of: 'site' },
  { id: 'holidays', name: 'Holidays' },
  { id: 'leave', name: 'Leave' },
  { id: 'leave-limits', name: 'Leave limits', of: 'leave' },
  { id: 'requests', name: 'Requests' },
  { id: 'roles', name: 'Roles' },
  { id: 'needs', name: 'Needs' },
  { id: 'rules', name: 'Rules' },
  { id: 'goals', name: 'Goals' },
  { id: 'clock', name: 'Clock' },
  { id: 'devices', name: 'Devices', of: 'clock' },
  { id: 'activities', name: 'Activities', of: 'clock' },
  { id: 'payroll', name: 'Payroll', of: 'hours' },
  { id: 'jobs', name: 'Jobs and crews' },
  { id: 'templates', name: 'Templates' },
  { id: 'patterns', name: 'Patterns' },
  { id: 'plan-file', name: 'Plan files' },
  { id: 'colleagues', name: 'What staff see' },
  { id: 'used', name: 'In use' },
] as const;

export type SectionId = (typeof SECTIONS)[number]['id'];

/** The sections of a site that does without some capabilities; one is named as its capability, or says which it is of. */
export function sectionsWithout(off: readonly string[]): (typeof SECTIONS)[number][] {
  return SECTIONS.filter((section) => !off.includes('of' in section ? section.of : section.id));
}

/** The address of a section. */
export function sectionAddress(site: string, id: SectionId | 'people'): string {
  if (id === 'people') return `/people/${encodeURIComponent(site)}`;
  return `/setup/${encodeURIComponent(site)}${id === 'overview' ? '' : `/${id}`}`;
}
