import { Temporal } from 'temporal-polyfill';
import type { SurroundingShift, Break, Person, Plan, Shift, YoungRule } from '../plan/types';

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

interface Work {
  readonly own: Shift | null;
  readonly id: string | null;
  readonly role: string | null;
  readonly site: string | null;
  readonly date: number;
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
  readonly pause: Break | null;
  readonly more: readonly Break[];
}

const DAY = 1440;

/** Works a plan out minute by minute. */
export function naive(plan: Plan): Naive {
  const { rules, site, from: first, days } = plan;
  const last = first + days;
  const snags: string[] = [];
  const clocks = new Map<number, number>();
  const elapsed = (wall: number): number => {
    const known = clocks.get(wall);
    if (known !== undefined) return known;
    const date = Math.floor(wall / DAY);
    const at = Temporal.PlainDate.from('1970-01-01')
      .add({ days: date })
      .toZonedDateTime({
        timeZone: site.timeZone,
        plainTime: Temporal.PlainTime.from('00:00').add({ minutes: wall - date * DAY }),
      });
    const minutes = at.epochMilliseconds / 60_000;
    clocks.set(wall, minutes);
    return minutes;
  };
  const closedDay = (date: number) => plan.holidays.some((one) => one.closed && one.date === date);
  const hoursOf = (date: number) =>
    closedDay(date)
      ? []
      : (site.openDates.get(date) ?? (site.openHours === null ? null : site.openHours[weekday(date)]));

  const tell = (
    code: string,
    date: number,
    {
      from = null,
      to = null,
      role = null,
      person = null,
      shifts = [],
      amount = null,
      limit = null,
    }: {
      from?: number | null;
      to?: number | null;
      role?: string | null;
      person?: string | null;
      shifts?: (string | null)[];
      amount?: number | null;
      limit?: number | null;
    },
  ) => {
    if (rules.off.includes(code) && code !== 'overlap') return;
    const said = rules.severity[code] ?? 'usual';
    snags.push([code, said, date - first, from, to, role, person, shifts.join('+'), amount, limit].join(' '));
  };

  const tierOf = (minutes: number): Break => {
    let best: Break = { minutes: 0, at: null, paid: false };
    for (const tier of rules.breaks)
      if (minutes >= tier.atLeastMinutes && tier.minutes > best.minutes)
        best = { minutes: tier.minutes, at: null, paid: tier.paid };
    return best;
  };
  const workOf = (shift: Shift | SurroundingShift): Work => {
    const own = 'id' in shift ? shift : null;
    const [from, to] = [shift.date * DAY + shift.from, shift.date * DAY + shift.to];
    return {
      own,
      id: own?.id ?? null,
      role: shift.role,
      site: own ? null : (shift as SurroundingShift).site,
      date: shift.date,
      from,
      to,
      start: elapsed(from),
      end: elapsed(to),
      pause: shift.break,
      more: own?.detail?.moreBreaks ?? [],
    };
  };
  const lasting = ({ start, end }: Work) => Math.max(0, end - start);
  const restsOf = (work: Work) => [work.pause ?? tierOf(lasting(work)), ...work.more];
  const paidOf = (work: Work) =>
    Math.max(0, lasting(work) - restsOf(work).reduce((sum, rest) => sum + (rest.paid ? 0 : rest.minutes), 0));
  const order = (a: Work, b: Work) =>
    a.from - b.from || (a.id === b.id ? 0 : a.id === null ? -1 : b.id === null ? 1 : a.id < b.id ? -1 : 1);
  const whole = (from: number, to: number) =>
    Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
  const placeOf = (work: Work, person: string | null) => ({
    from: work.own!.from,
    to: work.own!.to,
    role: work.role,
    person,
    shifts: [work.id],
  });
  /** Of several shifts the place of the last one of the plan. */
  const placeOfAll = (list: Work[], person: string) => {
    const own = list.filter((work) => work.own);
    return {
      date: own.at(-1)!.date,
      more: { ...placeOf(own.at(-1)!, person), shifts: own.map(({ id }) => id) },
    };
  };

  const open = plan.shifts
    .filter((shift) => shift.person === null)
    .map(workOf)
    .sort(order);
  const workers = plan.people.map((person) => ({
    person,
    all: [...plan.shifts, ...plan.surroundingShifts]
      .filter((shift) => shift.person === person.id)
      .map(workOf)
      .sort(order),
  }));

  // Coverage.
  const length = (days + 1) * DAY;
  const rows: (string | null)[] = [...plan.roles.map(({ id }) => id), null];
  const coverage: string[] = [];
  const stated = (date: number) => {
    const dated = plan.needs.filter((need) => need.date === date);
    const usual = plan.needs.filter(
      (need) =>
        need.date === null &&
        (need.days === null || need.days[weekday(date)]) &&
        !closedDay(date) &&
        !dated.some((other) => other.role === need.role),
    );
    return [...dated, ...usual].map((need) => ({
      ...need,
      from: date * DAY + need.from,
      to: date * DAY + need.to,
    }));
  };
  const needs = whole(first, last).flatMap(stated);
  const asked = whole(first, last).flatMap((date) => {
    const hours = site.openHours === null && !site.openDates.has(date) ? null : hoursOf(date);
    if (hours === null || stated(date).some((need) => need.role === null)) return [];
    return hours.map((span) => ({ from: date * DAY + span.from, to: date * DAY + span.to }));
  });
  const staffed = rows.map(() => new Array<number>(length).fill(0));
  const needed = rows.map(() => new Array<number>(length).fill(0));
  rows.forEach((role, row) => {
    for (const { all } of workers) {
      const there = new Set<number>();
      for (const work of all) {
        if (work.site !== null || (role !== null && work.role !== role)) continue;
        const rests = restsOf(work);
        for (const minute of whole(work.from, work.to)) {
          const at = minute - work.date * DAY;
          if (rests.some((rest) => rest.at !== null && at >= rest.at && at < rest.at + rest.minutes))
            continue;
          if (work.own === null && minute >= last * DAY) continue;
          there.add(minute - first * DAY);
        }
      }
      for (const minute of there) if (minute >= 0 && minute < length) staffed[row][minute]++;
    }
    for (const need of needs)
      if (need.role === role)
        for (const minute of whole(need.from, need.to)) {
          const at = minute - first * DAY;
          if (at < length) needed[row][at] = Math.max(needed[row][at], need.count);
        }
    if (role === null)
      for (const span of asked)
        for (const minute of whole(span.from, span.to)) {
          const at = minute - first * DAY;
          if (at < length) needed[row][at] = Math.max(needed[row][at], rules.minimumOn);
        }
  });
  for (let day = 0; day <= days; day++) {
    const shown: number[] = [];
    const take = (from: number, to: number) => {
      const midnight = (first + day) * DAY;
      for (const minute of [Math.max(from, midnight), Math.min(to, midnight + DAY) - 1])
        if (from < to && minute >= midnight && minute < midnight + DAY && minute >= from && minute < to)
          shown.push(minute - midnight);
    };
    for (const need of needs) take(need.from, need.to);
    for (const date of whole(Math.max(first, first + day - 1), Math.min(last, first + day + 1)))
      for (const span of hoursOf(date) ?? [{ from: 0, to: DAY }])
        take(date * DAY + span.from, date * DAY + span.to);
    for (const work of [...open, ...workers.flatMap(({ all }) => all)])
      if (work.site === null && (work.own || day < days)) take(work.from, work.to);
    if (shown.length === 0) continue;
    const size = site.blockMinutes;
    const from = Math.floor(Math.min(...shown) / size) * size;
    const to = Math.min(DAY, (Math.floor(Math.max(...shown) / size) + 1) * size);
    rows.forEach((role, row) => {
      const blocks = whole(0, Math.ceil((to - from) / size)).map((n) => {
        const start = from + n * size;
        const minutes = whole(day * DAY + start, day * DAY + start + size);
        const on = minutes.map((minute) => staffed[row][minute]);
        const due = minutes.map((minute) => needed[row][minute]);
        const most = Math.max(...due);
        return {
          start,
          end: start + size,
          on: Math.min(...on),
          due: most,
          gap: Math.max(0, ...due.map((count, i) => count - on[i])),
          over: most > 0 ? Math.max(0, Math.min(...due.map((count, i) => on[i] - count))) : 0,
        };
      });
      for (const { start, end, on, due, gap } of blocks)
        coverage.push([day, role, start, end, on, due, gap].join(' '));
      for (const [code, of] of [
        ['gap', (n: number) => blocks[n].gap],
        ['surplus', (n: number) => (blocks[n].over > rules.surplusTolerance ? blocks[n].over : 0)],
      ] as const)
        for (let n = 0; n < blocks.length; n++) {
          if (of(n) === 0 || (n > 0 && of(n - 1) === of(n))) continue;
          let end = n;
          while (end + 1 < blocks.length && of(end + 1) === of(n)) end++;
          tell(code, first + day, {
            from: blocks[n].start,
            to: blocks[end].end,
            role,
            amount: of(n),
            limit: code === 'surplus' ? rules.surplusTolerance : null,
          });
        }
    });
  }

  // Shifts by themselves.
  const workable = new Set<number>();
  for (const date of whole(first - 1, last + 2))
    for (const span of hoursOf(date) ?? [{ from: 0, to: DAY }])
      for (const minute of whole(
        date * DAY + span.from - site.margins.before,
        date * DAY + span.to + site.margins.after,
      ))
        workable.add(minute);
  const alone = (work: Work, person: string | null) => {
    const place = placeOf(work, person);
    const outside = whole(work.from, work.to).filter((minute) => !workable.has(minute)).length;
    if (outside > 0) tell('closed', work.date, { ...place, amount: outside });
    const time = lasting(work);
    if (time > rules.maxShiftMinutes)
      tell('long-shift', work.date, {
        ...place,
        amount: time - rules.maxShiftMinutes,
        limit: rules.maxShiftMinutes,
      });
    if (time < rules.minShiftMinutes)
      tell('short-shift', work.date, {
        ...place,
        amount: rules.minShiftMinutes - time,
        limit: rules.minShiftMinutes,
      });
    if (time === 0 || time > rules.slipMinutes)
      tell('bad-time', work.date, {
        ...place,
        amount: Math.max(0, time - rules.slipMinutes),
        limit: rules.slipMinutes,
      });
  };
  for (const work of open) {
    tell('unfilled', work.date, placeOf(work, null));
    alone(work, null);
  }

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
  return { snags: snags.sort(), people, days: dates, coverage: coverage.sort() };
}

const weekday = (date: number) => (((date + 3) % 7) + 7) % 7;

/** What a person's availability says of one wall-clock minute since 1970. */
export function availabilityAt({ availability }: Person, minute: number): 'free' | 'rather' | 'not' {
  const date = Math.floor(minute / DAY);
  const valid = (entry: Person['availability'][number], on: number) =>
    (entry.since ?? -1e9) <= on && (entry.until ?? 1e9) >= on;
  const holds = (kind: string) =>
    availability.some(
      (entry) =>
        entry.kind === kind &&
        [date - 1, date].some(
          (on) =>
            valid(entry, on) &&
            entry.days[weekday(on)] &&
            minute >= on * DAY + entry.from &&
            minute < on * DAY + entry.to,
        ),
    );
  if (holds('not-available')) return 'not';
  const said = availability.some((entry) => entry.kind === 'available' && valid(entry, date));
  if (said && !holds('available') && !holds('rather-not')) return 'not';
  return holds('rather-not') ? 'rather' : 'free';
}

function ageAt(birth: number, date: number): number {
  const [born, day] = [birth, date].map((one) => Temporal.PlainDate.from('1970-01-01').add({ days: one }));
  return born.until(day, { largestUnit: 'years' }).years;
}

/** A standard day for each closed holiday and each day away, the share of it for a part of one; rounded once. */
function creditOf(plan: Plan, person: Person, week: number, employed: (date: number) => boolean): number {
  const standard = person.standardDayMinutes ?? (person.contractMinutes ?? 0) / 5;
  let away = 0;
  for (let date = week; date < week + 7; date++)
    for (let minute = date * DAY; employed(date) && minute < (date + 1) * DAY; minute++)
      if (
        plan.holidays.some((one) => one.closed && one.date === date) ||
        person.leave.some((leave) => leave.state === 'approved' && leave.from <= minute && minute < leave.to)
      )
        away++;
  return Math.round((away * standard) / DAY);
}

function payOf(
  { rules, roles }: Plan,
  person: Person,
  week: readonly Work[],
  {
    elapsed,
    restsOf,
    paidOf,
    lasting,
  }: {
    elapsed: (wall: number) => number;
    restsOf: (work: Work) => readonly Break[];
    paidOf: (work: Work) => number;
    lasting: (work: Work) => number;
  },
): { over: bigint; under: bigint; overtime: number; byDate: Map<number, bigint> } {
  const millionths = (value: number) => Math.round(value * 1_000_000);
  const rateOf = ({ role, date }: Work) => {
    if (role === null) return 0;
    const held = person.roles.find((one) => one.role === role);
    const later = held?.laterRates?.filter((rate) => rate.since <= date).at(-1);
    const own = later ? later.hourlyRate : held?.hourlyRate;
    return own ?? roles.find((one) => one.id === role)?.hourlyRate ?? 0;
  };
  /** Unpaid breaks with a time lie there; what else is unpaid is taken from the middle of what is left. */
  const workedMinutes = (work: Work): number[] => {
    const all = Array.from({ length: lasting(work) }, (_, i) => work.start + i);
    const paid = paidOf(work);
    const rests = restsOf(work);
    const unpaid = rests.filter((rest) => !rest.paid && rest.minutes > 0);
    const left = all.filter(
      (minute) =>
        !unpaid.some(
          ({ at, minutes }) =>
            at !== null &&
            minute >= elapsed(work.date * DAY + at) &&
            minute < elapsed(work.date * DAY + at + minutes),
        ),
    );
    const ahead = Math.floor(paid / 2);
    return left.filter((_, i) => i < ahead || i >= ahead + Math.max(0, left.length - paid));
  };
  let earned = 0n;
  let paid = 0;
  let overtime = 0;
  let extra = 0n;
  const dated = new Map<number, { earned: bigint; extra: bigint }>();
  const note = ({ date }: Work, amount: bigint, more: bigint) => {
    const { earned: sum, extra: all } = dated.get(date) ?? { earned: 0n, extra: 0n };
    dated.set(date, { earned: sum + amount, extra: all + more });
  };
  /** Minutes at the plain rate, in the order they are worked. */
  const plain: Work[] = [];
  const rule = rules.overtime;
  const dates = [...new Set(week.map((work) => work.date))];
  const worked = new Map<number, number>();
  for (const work of week) {
    if (work.own) {
      const amount = BigInt(millionths(rateOf(work)) * paidOf(work));
      earned += amount;
      note(work, amount, 0n);
      paid += paidOf(work);
    }
    if (!rule) continue;
    for (const minute of workedMinutes(work)) {
      const index = worked.get(work.date) ?? 0;
      worked.set(work.date, index + 1);
      const factors: number[] = [];
      for (const tier of rule.day) if (index >= tier.overMinutes) factors.push(tier.multiplier);
      for (const late of rule.after)
        if (minute >= elapsed(work.date * DAY + late.time)) factors.push(late.multiplier);
      if (rule.seventhDay && dates.indexOf(work.date) === 6) {
        const { multiplier, overMinutes, thenMultiplier } = rule.seventhDay;
        factors.push(
          overMinutes !== null && index >= overMinutes ? (thenMultiplier ?? multiplier) : multiplier,
        );
      }
      if (factors.length === 0) plain.push(work);
      else if (work.own) {
        overtime++;
        const more = BigInt(millionths(Math.max(...factors) - 1));
        extra += more;
        note(work, 0n, more);
      }
    }
  }
  if (rule && rule.weekMinutes !== null)
    for (const work of plain.slice(rule.weekMinutes))
      if (work.own) {
        overtime++;
        const more = BigInt(millionths(rule.multiplier - 1));
        extra += more;
        note(work, 0n, more);
      }
  // earned ÷ (60 × 10⁶) + extra × (earned ÷ paid) ÷ (60 × 10¹²)
  const share = BigInt(Math.max(1, paid));
  const over = (of: bigint, more: bigint) => of * share * 1_000_000n + more * earned;
  return {
    over: over(earned, extra),
    under: share * 60_000_000n * 1_000_000n,
    overtime,
    byDate: new Map([...dated].map(([date, one]) => [date, over(one.earned, one.extra)])),
  };
}

function rounded(over: bigint, under: bigint): number {
  const half = (2n * (over < 0n ? -over : over) + under) / (2n * under);
  return Number(over < 0n ? -half : half);
}
