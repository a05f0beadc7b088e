import type { AlertRule } from '@/core/today/alerts';
import { fail } from '@/core/plan/problem';
import { amongTexts } from '@/data/records/lines';
import { command } from '../commands/command';
import { siteChange } from '../site/switches';
import { SAVE_ALERTS } from '../clock/schema';

/** Says what is told of a day at a site by itself, after how long, and whom. */
export const saveAlerts = command<'clock.alerts', { site: string; alerts: readonly AlertRule[] }>({
  kind: 'clock.alerts',
  permission: 'setup.change',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_ALERTS,
  async prepare({ db }, { site, alerts }) {
    const people = [...new Set(alerts.flatMap((rule) => rule.people))];
    const known = await db.selectFrom('person').select('id').where('id', 'in', amongTexts(people)).execute();
    const at = alerts.findIndex((rule) => rule.people.some((id) => !known.some((one) => one.id === id)));
    if (at >= 0) return fail('unknown', 'there is no such person', `input.alerts[${at}].people`);
    const nobody = alerts.findIndex(({ tells, people: whom }) => tells.length + whom.length === 0);
    if (nobody >= 0) return fail('input', 'say who is told', `input.alerts[${nobody}].tells`);
    return siteChange(db, site, 'Alerts at', {
      clock_alerts: alerts.length > 0 ? JSON.stringify(alerts) : null,
    });
  },
});
