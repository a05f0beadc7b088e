import type Joi from 'joi';
import type { CommandKind } from '@/server/commands/list';

/** The schemas of commands that are filled in as forms, fetched when the first field is changed. */
export const SCHEMAS = {
  'site.save': async () => (await import('@/server/site/schema')).SAVE_SITE,
  'roles.save': async () => (await import('@/server/site/schema')).SAVE_ROLES,
  'rules.save': async () => (await import('@/server/site/schema')).SAVE_RULES,
  'person.update': async () => (await import('@/server/people/schema')).UPDATE_PERSON,
  'templates.save': async () => (await import('@/server/templates/schema')).SAVE_TEMPLATES,
  'stations.save': async () => (await import('@/server/templates/schema')).SAVE_STATIONS,
  'daybook.save': async () => (await import('@/server/templates/schema')).SAVE_DAYBOOK,
  'people.updateMany': async () => (await import('@/server/people/schema')).UPDATE_MANY,
  'site.create': async () => (await import('@/server/site/schema')).CREATE_SITE,
  'holidays.save': async () => (await import('@/server/holidays/schema')).SAVE_HOLIDAYS,
  'leave.types': async () => (await import('@/server/leave/schema')).SAVE_TYPES,
  'clock.rules': async () => (await import('@/server/clock/schema')).SAVE_CLOCK_RULES,
  'activities.save': async () => (await import('@/server/clock/schema')).SAVE_ACTIVITIES,
  'hours.rules': async () => (await import('@/server/hours/schema')).SAVE_HOURS_RULES,
  'field.save': async () => (await import('@/server/jobs/schema')).SAVE_FIELD,
  'proposing.save': async () => (await import('@/server/propose/schema')).SAVE_PROPOSING,
  'requests.rules': async () => (await import('@/server/requests/schema')).SAVE_REQUEST_RULES,
  'leave.limits': async () => (await import('@/server/leave/schema')).SAVE_AWAY_RULES,
  'pattern.save': async () => (await import('@/server/patterns/schema')).SAVE_PATTERN,
} as const satisfies { readonly [Kind in CommandKind]?: () => Promise<Joi.Schema> };

export type FormKind = keyof typeof SCHEMAS;
