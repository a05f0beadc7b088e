import Joi from 'joi';
import { type Day, parseDate } from '@/core/time/day';
import { payPeriodOn } from '@/core/timesheet/pay-period';
import { MOST_GROUPS, REPORT_GROUPS, type ReportGroup } from '@/core/timesheet/report';
import type { Database } from '@/data/database';
import { hoursRulesFromRow } from '@/data/hours/hours-store';
import { loadRows } from '@/data/records/records';
import { parseInput } from '../input';
import { nowAt } from '../now';
import type { ReportAsk } from './report';

/** A report as it stands in an address. */
interface ReportQuery {
  readonly from: string;
  readonly to: string;
  readonly by: string;
  readonly group: string;
  readonly source: '' | 'clock' | 'typed' | 'plan';
  readonly look: '' | '1';
  readonly all: '' | '1';
}

const QUERY = Joi.object<ReportQuery>({
  from: Joi.string().max(20).allow('').default(''),
  to: Joi.string().max(20).allow('').default(''),
  by: Joi.string().max(80).allow('').default('person'),
  group: Joi.string().max(120).allow('').default(''),
  source: Joi.valid('', 'clock', 'typed', 'plan').default(''),
  look: Joi.valid('', '1').default(''),
  all: Joi.valid('', '1').default(''),
}).options({ stripUnknown: true });

/**
 * What report of a site an address asks for: of the period of today, by person, where it does not say, or says what cannot be. What is
 * twice among its groups counts once.
 */
export async function reportAskOf(
  db: Database,
  site: string,
  search: Readonly<Record<string, unknown>>,
): Promise<ReportAsk> {
  const read = parseInput(QUERY, search, '', true);
  const query: Partial<ReportQuery> = read.ok ? read.value : {};
  const groups = (query.by ?? '').split(',').filter((one): one is ReportGroup => isGroup(one));
  const by = [...new Set(groups)].slice(0, MOST_GROUPS);
  const from = parseDate(query.from ?? '');
  const to = parseDate(query.to ?? '');
  const usual = await periodOfToday(db, site);
  return {
    ...{ site, from: from ?? usual[0], to: to ?? (from === null ? usual[1] : Math.max(from, usual[1])) },
    ...{ by: by.length > 0 ? by : ['person'], group: query.group || null },
    ...{ source: query.source || null, look: query.look === '1', isAll: query.all === '1' },
  };
}

function isGroup(text: string): boolean {
  return (REPORT_GROUPS as readonly string[]).includes(text);
}

/** The first and the last day. */
async function periodOfToday(db: Database, site: string): Promise<readonly [Day, Day]> {
  const [row] = await loadRows(db, 'site', { id: site });
  if (!row) return [0, 0];
  const { first, days } = payPeriodOn(hoursRulesFromRow(row).periods, parseDate(nowAt(row.time_zone).date)!);
  return [first, first + days - 1];
}
