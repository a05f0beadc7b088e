import type { Plan, YoungRule } from '../plan/types';
import { aloneIn } from './naive-alone';
import { coverageOf } from './naive-coverage';
import { ageAt, availabilityAt, groundOf, Work } from './naive-ground';
import { creditOf, payOf, rounded } from './naive-pay';

/**
 * What a plan comes to, worked out a second time and as plainly as can be: minute by minute, from the words of the
 * plan file's contract, with nothing of what the application uses. Slow, and only for tests.
 */
export interface Naive {
  /** Every snag as one line: code, date, times, role, person, shifts, amount, limit; sorted. */
  readonly snags: readonly string[];
  /** Paid minutes, overtime minutes and cost in minor units, by person. */
  readonly people: readonly (readonly [string, number, number, number])[];
  /** Paid minutes and cost in minor units by date, each rounded on its own. */
  readonly days: readonly (readonly [number, number])[];
  /** Date, role, from, to, staffed, needed, gap of every block. */
  readonly coverage: readonly string[];
}

export const DAY = 1440;

/** Works a plan out minute by minute. */
export function naive(plan: Plan): Naive {
  const ground = groundOf(plan);
  const {
    rules,
    site,
    first,
    days,
    last,
    snags,
    elapsed,
    tell,
    lasting,
    restsOf,
    paidOf,
    whole,
    placeOf,
    placeOfAll,
    workers,
  } = ground;
  const coverage = coverageOf(ground);
  const alone = aloneIn(ground);
  // People.
  const people: [string, number, number, number][] = [];
  const byDate = new Map<number, { paid: number; over: bigint; under: bigint }>();
  const weekSums = new Map<number, { paid: number; cost: number }>();
  const decimals = ['JPY', 'KRW'].includes(site.currency) ? 0 : 2;
  for (const { person, all } of workers) {
    const id = person.id;
    const own = all.filter((work) => work.own);
    for (const work of own) {
      const place = placeOf(work, id);
      alone(work, id);
      const allowance = whole(work.from, work.to).map((minute) => availabilityAt(person, minute));
      const not = allowance.filter((one) => one === 'not').length;
      const rather = allowance.filter((one) => one === 'rather').length;
      if (not > 0) tell('not-available', work.date, { ...place, amount: not });
      if (rather > 0) tell('rather-not', work.date, { ...place, amount: rather });
      for (const leave of person.leave) {
        const code = { approved: 'on-leave', waiting: 'leave-waiting' }[leave.state as string];
        const both = whole(work.from, work.to).filter(
          (minute) => minute >= leave.from && minute < leave.to,
        ).length;
        if (code && both > 0) tell(code, work.date, { ...place, amount: both });
      }
      if (work.role !== null) {
        const held = person.roles.some(
          ({ role, until }) => role === work.role && (until === null || until >= work.date),
        );
        if (!held) tell('not-qualified', work.date, place);
      }
      if ((person.employedFrom ?? -1e9) > work.date || (person.employedTo ?? 1e9) < work.date)
        tell('not-employed', work.date, place);
    }
    for (const [i, a] of all.entries())
      for (const b of all.slice(i + 1)) {
        const both = whole(Math.max(a.from, b.from), Math.min(a.to, b.to)).length;
        if (both === 0 || (!a.own && !b.own)) continue;
        const { date, more } = placeOfAll([a, b], id);
        tell('overlap', date, { ...more, amount: both });
      }
    // Working days.
    const dates = [...new Set(all.map((work) => work.date))].sort((a, b) => a - b);
    const onDate = (date: number) => all.filter((work) => work.date === date);
    let before: Work | null = null;
    for (const date of dates) {
      const real = onDate(date).filter((work) => work.end > work.start);
      const starts = real.filter((work) => work.start === Math.min(...real.map(({ start }) => start)));
      const ends = real.filter((work) => work.end === Math.max(...real.map(({ end }) => end)));
      if (real.length === 0) continue;
      const after: Work = starts.find((work) => work.own) ?? starts[0];
      if (before && (before.own || after.own)) {
        const rest = after.start - before.end;
        const { date: on, more } = placeOfAll([before, after], id);
        if (rest > 0 && rest < rules.dailyRestMinutes)
          tell('short-rest', on, { ...more, amount: rest, limit: rules.dailyRestMinutes });
      }
      before = ends.find((work) => work.own) ?? ends[0];
    }
    for (const date of dates) {
      const mine = onDate(date).filter((work) => work.own);
      if (mine.length === 0) continue;
      const { date: on, more } = placeOfAll(mine, id);
      const paid = mine.reduce((sum, work) => sum + paidOf(work), 0);
      if (paid > rules.maxDayMinutes)
        tell('long-day', on, { ...more, amount: paid - rules.maxDayMinutes, limit: rules.maxDayMinutes });
      const worked = mine.reduce((sum, work) => sum + lasting(work), 0);
      const there = new Set(mine.flatMap((work) => whole(work.start, work.end)));
      const [from, to] = [
        Math.min(...mine.map(({ start }) => start)),
        Math.max(...mine.map(({ end }) => end)),
      ];
      const pauses = whole(from, to).filter((minute) => !there.has(minute)).length;
      const had = pauses + mine.flatMap(restsOf).reduce((sum, rest) => sum + rest.minutes, 0);
      const due = Math.max(
        0,
        ...rules.breaks.map((tier) => (worked > tier.atLeastMinutes ? tier.minutes : 0)),
      );
      if (had < due) tell('no-break', on, { ...more, amount: due - had, limit: due });
    }
    for (const date of dates) {
      if (dates.includes(date - 1)) continue;
      let run = 1;
      while (dates.includes(date + run)) run++;
      const over = whole(date + rules.maxDaysInARow, date + run).find((day) =>
        onDate(day).some((work) => work.own),
      );
      if (over !== undefined)
        tell('days-in-a-row', over, { person: id, amount: run, limit: rules.maxDaysInARow });
    }
    // Young people.
    const { birthDate } = person;
    if (birthDate !== null) {
      const age = (date: number) => ageAt(birthDate, date);
      const ruleOn = (date: number): YoungRule | undefined =>
        rules.young.filter((rule) => age(date) < rule.underAge).sort((a, b) => a.underAge - b.underAge)[0];
      for (const work of own) {
        const rule = ruleOn(work.date);
        if (!rule) continue;
        const outside = whole(work.from, work.to).filter((minute) => {
          const at = minute - Math.floor(minute / DAY) * DAY;
          return ![at, at + DAY].some((time) => time >= rule.from && time < rule.to);
        }).length;
        if (outside > 0) tell('young-worker', work.date, { ...placeOf(work, id), amount: outside });
      }
      for (const date of dates) {
        const mine = onDate(date).filter((work) => work.own);
        const rule = ruleOn(date);
        if (mine.length === 0 || !rule || rule.dayMinutes === null) continue;
        const over = mine.reduce((sum, work) => sum + paidOf(work), 0) - rule.dayMinutes;
        const { date: on, more } = placeOfAll(mine, id);
        if (over > 0) tell('young-worker', on, { ...more, amount: over, limit: rule.dayMinutes });
      }
      for (let week = first; week < last; week += 7) {
        const over = rules.young.flatMap((rule) => {
          if (rule.weekMinutes === null) return [];
          const mine = own.filter(
            (work) =>
              work.date >= week && work.date < Math.min(last, week + 7) && age(work.date) < rule.underAge,
          );
          return [
            {
              by: mine.reduce((sum, work) => sum + paidOf(work), 0) - rule.weekMinutes,
              limit: rule.weekMinutes,
            },
          ];
        });
        const worst = over.reduce((most, one) => (one.by > most.by ? one : most), { by: 0, limit: 0 });
        if (worst.by > 0) tell('young-worker', week, { person: id, amount: worst.by, limit: worst.limit });
      }
    }
    // Weeks.
    const sums: [number, number, number] = [0, 0, 0];
    for (let week = first; week < last; week += 7) {
      const inWeek = all.filter((work) => work.date >= week && work.date < week + 7);
      const mine = inWeek.filter((work) => work.own);
      const paid = mine.reduce((sum, work) => sum + paidOf(work), 0);
      const everywhere = inWeek.reduce((sum, work) => sum + paidOf(work), 0);
      const max = person.maxWeekMinutes;
      if (max !== null && mine.length > 0 && everywhere > max)
        tell('long-week', week, { person: id, amount: everywhere - max, limit: max });
      const pay = payOf(plan, person, inWeek, { elapsed, restsOf, paidOf, lasting });
      if (pay.overtime > 0)
        tell('overtime', week, {
          person: id,
          amount: pay.overtime,
          limit: rules.overtime?.weekMinutes ?? null,
        });
      for (const work of mine) {
        const date = byDate.get(work.date) ?? { paid: 0, over: 0n, under: 1n };
        byDate.set(work.date, { ...date, paid: date.paid + paidOf(work) });
      }
      for (const [on, over] of pay.byDate) {
        const date = byDate.get(on)!;
        byDate.set(on, {
          ...date,
          over: date.over * pay.under + over * date.under,
          under: date.under * pay.under,
        });
      }
      const cost = rounded(pay.over * 10n ** BigInt(decimals), pay.under);
      const sum = weekSums.get(week) ?? { paid: 0, cost: 0 };
      weekSums.set(week, { paid: sum.paid + paid, cost: sum.cost + cost });
      sums[0] += paid;
      sums[1] += pay.overtime;
      if (days <= 7) sums[2] += cost;
      if (last - week < 7) continue;
      const contract = person.contractMinutes;
      const employed = (date: number) =>
        (person.employedFrom ?? -1e9) <= date && (person.employedTo ?? 1e9) >= date;
      if (contract !== null && whole(week, week + 7).some(employed)) {
        const credit = creditOf(plan, person, week, employed);
        if (contract - paid - credit > 0)
          tell('under-contract', week, { person: id, amount: contract - paid - credit, limit: contract });
      }
      if (mine.length === 0) continue;
      const [start, end] = [elapsed(week * DAY), elapsed((week + 7) * DAY)];
      const real = all.filter((work) => work.end > work.start && work.start < end);
      const busy = new Set(real.flatMap((work) => whole(work.start, work.end)));
      const earlier = real.filter((work) => work.end <= start).map((work) => work.end);
      const since = busy.has(start - 1) || earlier.length === 0 ? start : Math.max(...earlier);
      let longest = 0;
      let free = 0;
      for (const minute of whole(since, end)) {
        free = busy.has(minute) ? 0 : free + 1;
        longest = Math.max(longest, free);
      }
      if (longest < rules.weeklyRestMinutes)
        tell('no-weekly-rest', week, { person: id, amount: longest, limit: rules.weeklyRestMinutes });
    }
    people.push([id, ...sums]);
  }
  for (const [week, { paid, cost }] of weekSums) {
    const { minutes, cost: money } = plan.budget;
    if (minutes !== null && paid > minutes)
      tell('over-budget', week, { amount: paid - minutes, limit: minutes });
    if (money === null) continue;
    const over = cost - Math.round(money * 10 ** decimals);
    if (over > 0) tell('over-budget', week, { amount: over / 10 ** decimals, limit: money });
  }
  const dates = whole(first, last).map((date) => {
    const { paid, over, under } = byDate.get(date) ?? { paid: 0, over: 0n, under: 1n };
    return [paid, rounded(over * 10n ** BigInt(decimals), under)] as const;
  });
  return { snags: snags.sort(), people, days: dates, coverage };
}
