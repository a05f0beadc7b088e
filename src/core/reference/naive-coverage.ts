import { Ground, weekday } from './naive-ground';

const DAY = 1440;

/** The coverage of every block, and the snags of coverage. */
export function coverageOf(ground: Ground): string[] {
  const { plan, rules, site, first, days, last, closedDay, hoursOf, tell, restsOf, whole, open, workers } =
    ground;
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

  return coverage.sort();
}
