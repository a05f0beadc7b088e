import { fail } from '@/core/plan/problem';
import { type PublishChange, publishChanges, stampOf } from '@/core/publish/publish-changes';
import { counted, formatDays } from '@/core/time/format';
import { loadBothSides } from '@/data/publish/publication-store';
import { loadPublished } from '@/data/week/shift-store';
import { command } from '../commands/command';
import type { PublishRequest, WithdrawRequest } from './payload';
import { publicationEffect } from './publication-effect';
import { openStops } from './queries';
import { MOST_DAYS, PUBLISH, WITHDRAW } from './schema';

/** Tells staff of all that is new, different or gone in some days: exactly what was looked at, or nothing. */
export const publishDays = command<'plan.publish', PublishRequest>({
  kind: 'plan.publish',
  permission: 'plan.publish',
  scope: ({ site }) => ({ sites: [site] }),
  input: PUBLISH,
  async prepare(context, { site, from, to, people, message, stamp, acknowledged }) {
    if (to - from > MOST_DAYS)
      return fail('input', `at most ${MOST_DAYS} days are published at once`, 'input.to');
    const { shifts, published } = await loadBothSides(context.db, site, from, to);
    const scope = { from, to, people: people && new Set(people) };
    const changes = publishChanges(shifts, published, scope);
    if (changes.length === 0) return fail('nothing', 'staff know all of this already', 'input');
    if (stampOf(changes) !== stamp)
      return fail('changed-meanwhile', 'the plan was changed since you looked at it', 'input.stamp');
    const known = new Set(acknowledged);
    const open = (await openStops(context.db, context.actor, site, from, to)).filter(
      ({ key }) => !known.has(key),
    );
    if (open.length > 0)
      return fail('acknowledge', `${counted(open.length, 'stop')} not looked at yet`, 'input.acknowledged');
    const what = counted(changes.length, 'change');
    const work = await publicationEffect(context, site, {
      title: `Published ${what} in ${formatDays(from, to - from)}`,
      publication: { kind: 'publish', from, to, isPartial: people !== null, message, changes },
    });
    return { ok: true, work };
  },
});

/** Takes days back from staff, who are told why. What has begun stays: it was worked. */
export const withdrawDays = command<'plan.withdraw', WithdrawRequest>({
  kind: 'plan.withdraw',
  permission: 'plan.publish',
  scope: ({ site }) => ({ sites: [site] }),
  input: WITHDRAW,
  async prepare(context, { site, from, to, reason }) {
    if (to - from > MOST_DAYS)
      return fail('input', `at most ${MOST_DAYS} days are withdrawn at once`, 'input.to');
    if (from <= context.today)
      return fail('begun', 'days that have begun cannot be withdrawn; begin with tomorrow', 'input.from');
    const told = await loadPublished(context.db, site, from, to);
    if (told.length === 0) return fail('nothing', 'nothing of these days is published', 'input');
    const changes = told.map((before): PublishChange => ({ before, after: null }));
    const work = await publicationEffect(context, site, {
      title: `Withdrew ${counted(told.length, 'shift')} of ${formatDays(from, to - from)}`,
      publication: { kind: 'withdraw', from, to, isPartial: false, message: reason, changes },
    });
    return { ok: true, work };
  },
});
