import { formatTimeSpan } from '@/core/time/format';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { Shift } from '@/core/plan/types';
import type { Database } from '@/data/database';
import { parseMoment } from '@/data/moment';
import { amongTexts } from '@/data/records/lines';
import { loadRows } from '@/data/records/records';
import { type SiteSummary, listSites } from '@/data/site/site-store';
import { type Worked, loadPublished, publishedShiftsOf } from '@/data/week/shift-store';
import type { CalendarEvent } from '@/formats/calendar/calendar-file';
import { visitsAt } from '../jobs/own-jobs';

/** How far back and ahead feeds reach, in days. */
const [BACK, AHEAD] = [60, 400];

/** What a table of events keeps of a shift, for the day it is gone. */
interface GoneShift {
  readonly site: string;
  readonly role: string | null;
  readonly date: string;
  readonly from: number;
  readonly to: number;
}

/** The published shifts and visits and the approved leave of a person, and what of both is gone, around a day. */
export async function eventsOfPerson(db: Database, person: string, today: Day): Promise<CalendarEvent[]> {
  const known = await db.selectFrom('calendar_event').selectAll().where('person_id', '=', person).execute();
  const names = await namesFor(db);
  const worked = new Map(
    (await publishedShiftsOf(db, person, today - BACK, today + AHEAD)).map((one) => [one.shift.id, one]),
  );
  const visits = await visitsOf(db, person, today, names);
  const shifts = known.flatMap(({ kind, id, sequence, is_gone, at, content }): CalendarEvent[] => {
    const base = {
      uid: `${kind}-${id}@vicenda.invalid`,
      sequence,
      isCancelled: is_gone === 1,
      changedAt: at,
    };
    if (kind === 'leave') {
      const { from, to } = JSON.parse(content) as { from: string; to: string };
      const span = { from: parseMoment(from), to: parseMoment(to) };
      if (span.to < (today - BACK) * DAY) return [];
      const zone = names.home;
      return [
        { ...base, ...span, timeZone: zone, summary: 'Away', location: '', description: '', isBusy: true },
      ];
    }
    const now = worked.get(id);
    if (now) return [{ ...base, ...shiftEvent(now, names, null) }];
    const gone = JSON.parse(content) as GoneShift;
    const date = parseDate(gone.date)!;
    if (is_gone === 0 || date < today - BACK) return [];
    return [{ ...base, ...goneEvent(gone, date, names) }];
  });
  return [...shifts, ...visits];
}

/** The visits of somebody's crews as they were told of them, each stretch of one by itself. What is gone is left out. */
async function visitsOf(db: Database, person: string, today: Day, names: Names): Promise<CalendarEvent[]> {
  const places = await loadRows(db, 'person_site', { person_id: person });
  const events: CalendarEvent[] = [];
  for (const { site_id } of places) {
    const [site] = await loadRows(db, 'site', { id: site_id });
    if (site.field_work === null) continue;
    for (const visit of await visitsAt(db, person, site, today))
      visit.pieces.forEach((piece, i) =>
        events.push({
          uid: `visit-${visit.id}-${i}@vicenda.invalid`,
          ...{ sequence: visit.told.times, isCancelled: false, isBusy: true },
          changedAt: visit.told.at ?? `${formatDate(visit.date)}T00:00:00Z`,
          timeZone: names.sites.get(site_id)?.timeZone ?? names.home,
          ...{ from: visit.date * DAY + piece.from, to: visit.date * DAY + piece.to },
          summary: [visit.place?.name, visit.title].filter(Boolean).join(': '),
          location: visit.place?.address ?? '',
          description: [visit.place?.customer, visit.place?.accessNote, visit.jobNote, visit.note]
            .filter(Boolean)
            .join('\n'),
        }),
      );
  }
  return events;
}

/** The published shifts of a site around a day, each with whose it is. */
export async function eventsOfSite(db: Database, site: string, today: Day): Promise<CalendarEvent[]> {
  const shifts = await loadPublished(db, site, today - BACK, today + AHEAD);
  const names = await namesFor(db);
  const people = new Map(
    (await db.selectFrom('person').select(['id', 'name']).execute()).map(({ id, name }) => [id, name]),
  );
  // Of a shift that went from one to another both count: its number only goes up.
  const told = new Map(
    (
      await db
        .selectFrom('calendar_event')
        .select(['id', (q) => q.fn.sum('sequence').as('changes'), (q) => q.fn.countAll().as('owners')])
        .select((q) => q.fn.max('at').as('at'))
        .where('kind', '=', 'shift')
        .where('id', 'in', amongTexts(shifts.map(({ id }) => id)))
        .groupBy('id')
        .execute()
    ).map((row) => [row.id, row]),
  );
  return shifts.map((shift) => {
    const known = told.get(shift.id);
    const who = shift.person === null ? 'Open' : (people.get(shift.person) ?? 'Somebody');
    return {
      uid: `site-${shift.id}@vicenda.invalid`,
      sequence: known ? Number(known.changes) + Number(known.owners) - 1 : 0,
      isCancelled: false,
      changedAt: known?.at ?? `${formatDate(today)}T00:00:00Z`,
      ...shiftEvent({ site, shift }, names, who),
    };
  });
}

interface Names {
  readonly sites: ReadonlyMap<string, SiteSummary>;
  readonly roles: ReadonlyMap<string, string>;
  readonly home: string;
}

async function namesFor(db: Database): Promise<Names> {
  const sites = await listSites(db);
  const roles = await db.selectFrom('role').select(['id', 'name']).execute();
  return {
    sites: new Map(sites.map((site) => [site.id, site])),
    roles: new Map(roles.map(({ id, name }) => [id, name])),
    home: sites[0]?.timeZone ?? 'UTC',
  };
}

type Shown = Omit<CalendarEvent, 'uid' | 'sequence' | 'isCancelled' | 'changedAt'>;

function shiftEvent({ site, shift }: Worked, { sites, roles, home }: Names, who: string | null): Shown {
  const place = sites.get(site);
  const role = shift.role === null ? '' : (roles.get(shift.role) ?? '');
  return {
    timeZone: place?.timeZone ?? home,
    from: shift.date * DAY + shift.from,
    to: shift.date * DAY + shift.to,
    summary: [who, role, shift.label].filter(Boolean).join(', ') || 'Shift',
    location: place?.name ?? '',
    description: detailsOf(shift, place).join('\n'),
    isBusy: who === null,
  };
}

function goneEvent({ site, role, from, to }: GoneShift, date: Day, { sites, roles, home }: Names): Shown {
  return {
    timeZone: sites.get(site)?.timeZone ?? home,
    from: date * DAY + from,
    to: date * DAY + to,
    summary: (role === null ? '' : roles.get(role)) || 'Shift',
    location: sites.get(site)?.name ?? '',
    description: '',
    isBusy: false,
  };
}

function detailsOf({ break: pause, detail, note }: Shift, site: SiteSummary | undefined): string[] {
  return [
    detail?.station ? `At ${detail.station}` : '',
    pause && pause.minutes > 0 ? `Break ${pause.minutes} min` : '',
    ...(detail?.duties ?? []).map(
      ({ name, from, to }) => `${formatTimeSpan(from, to, site?.hourFormat)} ${name}`,
    ),
    ...(detail?.tasks ?? []).map((task) => `– ${task}`),
    note ?? '',
  ].filter((line) => line !== '');
}
