import { rulesOn } from '@/core/clock/clock-rules';
import { toMajor } from '@/core/hours/money';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate } from '@/core/time/day';
import { formatDay, formatDays } from '@/core/time/format';
import { attendanceOf } from '@/core/timesheet/attendance';
import { hoursFigure } from '@/core/timesheet/figures';
import type { HourFigures } from '@/core/timesheet/hours-rules';
import { payKindKey, payKindName, type PayKind } from '@/core/timesheet/pay-kind';
import {
  REPORT_GROUP_NAMES,
  type ReportFigures,
  type ReportGroup,
  factsOf,
  reportOf,
} from '@/core/timesheet/report';
import type { HoursFrom } from '@/core/timesheet/sheet';
import { clockRulesFromRow } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { type RowOf, loadRows } from '@/data/records/records';
import { hoursRulesFromRow } from '@/data/hours/hours-store';
import { loadLeaveTypes } from '@/data/leave/leave-store';
import type { Actor } from '../access/actor';
import { seesPay } from '../access/pay';
import { checkAccess, visibleSites } from '../access/permissions';
import { jobNames } from '../jobs/job-names';
import { activityNames } from '../clock/activities';
import { rolesOf } from '../requests/ground';
import { refuseOff } from '../site/capabilities';
import { peopleAtHome, periodAt } from './period';
import { loadSheetGround } from './sources';

/** The longest time that a report is about, in days. */
export const MOST_DAYS = 400;

/** What a report is about. */
export interface ReportAsk {
  readonly site: string;
  /** Of those at home at any site that who asks may see, by the units and in the currency of `site`. */
  readonly isAll: boolean;
  readonly from: Day;
  /** The last day. */
  readonly to: Day;
  /** The outermost first. */
  readonly by: readonly ReportGroup[];
  /** Only of people of this group; null: of all. */
  readonly group: string | null;
  /** Only of those whose hours come from there; null: of all. */
  readonly source: HoursFrom | null;
  /** Only of days on which there is something to look at. */
  readonly look: boolean;
}

/** One line of a report, with the name of its group. */
export interface ReportLine {
  readonly depth: number;
  readonly group: ReportGroup;
  readonly name: string;
  /** What identifies it: the keys from the outermost on. */
  readonly id: string;
  readonly figures: ReportFigures;
}

/** Figures of somebody's attendance, each as it is written. */
export interface AttendanceLine {
  readonly id: string;
  readonly name: string;
  readonly figures: readonly string[];
}

/** What was worked at a site, grouped. Money in minor units; without it where who looks sees none. */
export interface ReportPage {
  readonly site: string;
  readonly siteName: string;
  readonly ask: ReportAsk;
  readonly today: Day;
  readonly lines: readonly ReportLine[];
  readonly total: ReportFigures;
  readonly attendance: { readonly heads: readonly string[]; readonly lines: readonly AttendanceLine[] };
  readonly figures: HourFigures;
  /** null: no money is shown. */
  readonly money: { readonly currency: string; readonly decimals: number } | null;
  readonly groups: readonly string[];
  readonly people: number;
  /** At how many sites who looks may see hours. */
  readonly sites: number;
}

/** What people at home at a site, or at all that who asks may see, worked from a day to another, against what was planned, as is asked. */
export async function hoursReport(
  db: Database,
  actor: Actor,
  ask: ReportAsk,
): Promise<Result<{ page: ReportPage }>> {
  const { site, from, to } = ask;
  const refused = checkAccess(actor, 'hours.read', site) ?? (await refuseOff(db, 'hours', [site]));
  if (refused) return refused;
  if (to < from) return fail('input', 'the last day is before the first', 'to');
  if (to - from >= MOST_DAYS) return fail('input', `a report is about ${MOST_DAYS} days at most`, 'to');
  const at = await periodAt(db, site, null);
  if (!at) return fail('unknown', `there is no site "${site}"`, 'site');
  const { row, rules, today } = at;
  const readable = await sitesToReport(db, actor);
  const sites = ask.isAll ? readable : [row];
  const period = { first: from, days: to + 1 - from };
  const { standardDay } = rulesOn(clockRulesFromRow(row), to);
  const types = (await loadLeaveTypes(db)).map(({ id, name }) => ({ id, name }));
  const attendance = attendanceOf({ units: rules.units, standardDay, types });
  const facts = [];
  const kinds = new Map<string, PayKind>();
  const names = new Map<string, string>();
  const groups = new Set<string>();
  let [decimals, people] = [2, 0];
  for (const one of sites) {
    const all = await peopleAtHome(db, one.id, period);
    for (const group of all.flatMap((person) => person.groups)) groups.add(group);
    const chosen = all.filter((person) => ask.group === null || person.groups.includes(ask.group));
    const ids = chosen.map(({ id }) => id);
    const ground = await loadSheetGround(db, one, ids, period);
    for (const { id, name } of chosen) {
      const source = ground?.sources.get(id);
      if (!source || (ask.source !== null && source.from !== ask.source)) continue;
      people++;
      decimals = source.decimals;
      names.set(id, name);
      const its = factsOf(one.id, source, period);
      const looked = new Set(
        its.sheet.days.flatMap(({ date, toLookAt }) => (toLookAt.length > 0 ? [String(date)] : [])),
      );
      for (const fact of its.facts) if (!ask.look || looked.has(fact.keys.date!)) facts.push(fact);
      for (const { kind } of [...its.sheet.days, ...its.planned.days].flatMap(({ lines }) => lines))
        kinds.set(payKindKey(kind), kind);
      attendance.add(id, name, its.sheet, (date) => !ask.look || looked.has(String(date)));
    }
  }
  const roles = await rolesOf(db);
  const activities = new Map((await activityNames(db)).map((one) => [one.id, one.name]));
  const jobs = await jobNames(
    db,
    facts.flatMap(({ keys }) => keys.job ?? []),
  );
  const own = sites.flatMap((one) => hoursRulesFromRow(one).kinds);
  const nameOf = (group: ReportGroup, key: string | null): string => {
    if (key === null) return `No ${REPORT_GROUP_NAMES[group].toLocaleLowerCase()}`;
    if (group === 'site') return sites.find(({ id }) => id === key)?.name ?? key;
    if (group === 'person') return names.get(key) ?? key;
    if (group === 'role') return roles[key] ?? 'Another role';
    if (group === 'activity') return activities.get(key) ?? 'Another activity';
    if (group === 'job') return jobs.get(key) ?? 'Another job';
    if (group === 'kind') return payKindName(kinds.get(key)!, { own, leaveTypes: types });
    if (group === 'week') return formatDays(Number(key), 7);
    return group === 'date' ? formatDay(Number(key)) : key;
  };
  const isTime = (group: ReportGroup) => group === 'week' || group === 'date';
  const found = reportOf(facts, ask.by, decimals, (group, a, b) =>
    isTime(group) ? Number(a) - Number(b) : nameOf(group, a).localeCompare(nameOf(group, b)),
  );
  // Money of several currencies does not add up.
  const isPayShown = sites.every(({ id, currency }) => seesPay(actor, id) && currency === row.currency);
  const path: string[] = [];
  const shown = (figures: ReportFigures) => (isPayShown ? figures : { ...figures, cost: 0, plannedCost: 0 });
  return {
    ok: true,
    page: {
      ...{ site, siteName: row.name, ask, today, figures: rules.figures, people },
      sites: readable.length,
      lines: found.rows.map(({ depth, group, key, figures }) => {
        path.splice(depth, path.length, key ?? '');
        return {
          ...{ depth, group, name: nameOf(group, key), id: JSON.stringify(path) },
          figures: shown(figures),
        };
      }),
      total: shown(found.total),
      attendance: attendance.table(),
      money: isPayShown ? { currency: row.currency, decimals } : null,
      groups: [...groups].sort(),
    },
  };
}

/** Sites whose hours somebody may see. */
async function sitesToReport(db: Database, actor: Actor): Promise<RowOf<'site'>[]> {
  return visibleSites(actor, await loadRows(db, 'site', {}), 'hours.read').filter(
    ({ capabilities_off }) => !(JSON.parse(capabilities_off) as string[]).includes('hours'),
  );
}

/** A report as lines of a file, its heads first: a column for each group, then the figures. */
export function reportLines({ ask, lines, figures, money }: ReportPage): string[][] {
  const hours = (minutes: number) =>
    hoursFigure(minutes, figures === 'clock' ? 'clock' : 'decimal').replace('−', '-');
  const amount = (minor: number) => toMajor(minor, money!.decimals).toFixed(money!.decimals);
  const heads = [
    ...ask.by.map((group) => REPORT_GROUP_NAMES[group]),
    ...['Worked', 'Planned', ...(money ? ['Cost', 'Planned cost'] : [])],
    ...['Shifts', 'Mean length', 'Late', 'Left early', 'Absent'],
  ];
  const path: string[] = [];
  return [
    heads,
    ...lines.flatMap(({ depth, name, figures: its }) => {
      path.splice(depth, path.length, name);
      // What is in it adds up to it: only the innermost are lines of a file.
      if (depth < ask.by.length - 1) return [];
      return [
        [
          ...path,
          ...[hours(its.worked), hours(its.planned)],
          ...(money ? [amount(its.cost), amount(its.plannedCost)] : []),
          ...[String(its.shifts), its.shifts === 0 ? '' : hours(Math.round(its.shiftMinutes / its.shifts))],
          ...[String(its.late), String(its.early), String(its.absent)],
        ],
      ];
    }),
  ];
}

/** The attendance of a report as lines of a file, its heads first. */
export function attendanceLines({ attendance }: ReportPage): string[][] {
  return [
    ['Person', ...attendance.heads],
    ...attendance.lines.map(({ name, figures }) => [name, ...figures]),
  ];
}

/** What a file of a report is called. */
export function reportName({ site, ask }: ReportPage, what: string): string {
  return `${what} ${ask.isAll ? 'all sites' : site} ${formatDate(ask.from)} to ${formatDate(ask.to)}`;
}
