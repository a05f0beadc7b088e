import { parseDate } from '@/core/time/day';
import { formatDays } from '@/core/time/format';
import { localTime } from '@/core/time/now';
import { payPeriodOn } from '@/core/timesheet/pay-period';
import { stateAfter } from '@/core/timesheet/steps';
import type { Database } from '@/data/database';
import { hoursRulesFromRow } from '@/data/hours/hours-store';
import { inTransaction } from '@/data/transaction';
import { publicAddress } from '../access/origin';
import { now, timestamp } from '../now';
import { enqueueTellings } from '../outbox/enqueue';
import { offAt } from '../site/capabilities';
import { peopleAtHome, sheetsOf } from './period';

/** From which minute of the day on people are reminded. */
const FROM = 9 * 60;

/** The days that were looked at, by data file: on each everybody is reminded once. */
const looked = new WeakMap<Database, Map<string, string>>();

/** Reminds those whose hours are to be submitted today and are not, once each: who worked or was to work in the period. */
export async function remindOfHours(db: Database): Promise<void> {
  const days = looked.get(db) ?? new Map<string, string>();
  looked.set(db, days);
  for (const site of await db.selectFrom('site').selectAll().execute()) {
    const { date, minute } = localTime(now(), site.time_zone);
    if (minute < FROM || days.get(site.id) === date) continue;
    days.set(site.id, date);
    const rules = hoursRulesFromRow(site);
    const last = parseDate(date)! - rules.deadlineDays;
    const period = payPeriodOn(rules.periods, last);
    if (period.first + period.days - 1 !== last || (await offAt(db, site.id)).has('hours')) continue;
    const people = await peopleAtHome(db, site.id, period);
    const ids = people.map(({ id }) => id);
    const { sheets, steps } = (await sheetsOf(db, site, ids, period))!;
    const message = `Your hours of ${formatDays(period.first, period.days)} are to be submitted today.`;
    for (const { id, name } of people) {
      const sheet = sheets.get(id);
      const isOpen = stateAfter(steps.get(id) ?? []) === 'open';
      if (!sheet || !isOpen || sheet.worked + sheet.planned === 0) continue;
      await inTransaction(db, async (trx) => {
        const kept = await trx
          .insertInto('clock_alert')
          .values({
            ...{ id: JSON.stringify(['hours-due', id, period.first]), site_id: site.id, person_id: id },
            ...{ kind: 'hours-due', at: timestamp(), message, told: JSON.stringify([name]) },
          })
          .onConflict((conflict) => conflict.doNothing())
          .executeTakeFirst();
        // They were reminded before this process began.
        if (kept.numInsertedOrUpdatedRows === 0n) return;
        const body = `${message}\n\n${publicAddress()}/me/hours`;
        await enqueueTellings(trx, [{ person: id, site: site.id, subject: message, line: message, body }]);
      });
    }
  }
}
