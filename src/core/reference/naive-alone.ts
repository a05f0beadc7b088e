import { Ground, Work } from './naive-ground';

const DAY = 1440;

/** The snags of single shifts, whoever has them. */
export function aloneIn(ground: Ground) {
  const { rules, site, first, last, hoursOf, tell, lasting, whole, placeOf, open } = ground;
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

  return alone;
}
