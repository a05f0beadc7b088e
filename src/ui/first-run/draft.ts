import type { SiteDraft } from '@/server/site/payload';

/** Everything that is typed on the way to a first week. */
export interface StartDraft {
  readonly business: string;
  readonly site: SiteDraft;
  readonly roles: string;
  readonly people: string;
  /** What words that are no role mean, by their small letters: the name of a role, or '' for none. */
  readonly sameAs?: Readonly<Record<string, string>>;
  /** People wanted while open, by role name; and for everybody under the empty name. */
  readonly wanted: Readonly<Record<string, number>>;
  readonly rules: string;
}

/** The roles typed, each once, in their order. */
export function roleNames(draft: StartDraft): string[] {
  const names = draft.roles.split(/[\n,;\t]/).map((name) => name.trim());
  const lower = names.map((name) => name.toLocaleLowerCase());
  return names.filter((name, i) => name !== '' && lower.indexOf(lower[i]) === i);
}

/** The typed roles as they can be named behind a person; they have no ids yet. */
export function roleChoices(draft: StartDraft): { id: string; name: string }[] {
  return roleNames(draft).map((name) => ({ id: name, name }));
}

/** What the browser knows of where it is. */
export function blankDraft(): StartDraft {
  const { timeZone, locale, hour12 } = new Intl.DateTimeFormat(undefined, {
    hour: 'numeric',
  }).resolvedOptions();
  const american = /-US$/.test(locale);
  return {
    business: '',
    site: {
      name: '',
      timeZone,
      currency: american ? 'USD' : /-GB$/.test(locale) ? 'GBP' : 'EUR',
      hourFormat: hour12 ? '12' : '24',
      weekStart: american ? 6 : 0,
      weekend: [5, 6],
      blockMinutes: 30,
      margins: { before: 60, after: 60 },
      neverClosed: false,
      hours: [],
      dates: [],
      areas: [],
      budgets: [],
      salesPerHour: null,
      needsMinimum: 1,
      noticeDays: 0,
      wishPoints: 0,
    },
    roles: '',
    people: '',
    wanted: {},
    rules: american ? 'us' : 'eu',
  };
}
