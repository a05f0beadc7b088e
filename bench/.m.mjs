// ../../tmp/m.ts
import { mkdtempSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

// src/core/time/day.ts
var WEEKDAYS = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"];
var DATE = /^(\d{4})-(\d{2})-(\d{2})$/;
function dayOf(year, month, date) {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + date - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146097 + dayOfEra - 719468;
}
function civilOf(day) {
  const z = day + 719468;
  const era = Math.floor(z / 146097);
  const dayOfEra = z - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) / 365
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const mp = Math.floor((5 * dayOfYear + 2) / 153);
  const date = dayOfYear - Math.floor((153 * mp + 2) / 5) + 1;
  const month = mp < 10 ? mp + 3 : mp - 9;
  return { year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0), month, date };
}
function readDate(text) {
  const match = DATE.exec(text);
  if (!match) return null;
  const [year, month, date] = [Number(match[1]), Number(match[2]), Number(match[3])];
  const day = dayOf(year, month, date);
  const back = civilOf(day);
  return back.year === year && back.month === month && back.date === date ? day : null;
}
function writeDate(day) {
  const { year, month, date } = civilOf(day);
  return `${String(year).padStart(4, "0")}-${String(month).padStart(2, "0")}-${String(date).padStart(2, "0")}`;
}
function weekdayOf(day) {
  return ((day + 3) % 7 + 7) % 7;
}
function ageOn(birth, on) {
  const b = civilOf(birth);
  const n = civilOf(on);
  const before = n.month < b.month || n.month === b.month && n.date < b.date;
  return n.year - b.year - (before ? 1 : 0);
}

// src/core/time/span.ts
var DAY = 1440;
function shared(a, b) {
  return Math.max(0, Math.min(a.to, b.to) - Math.max(a.from, b.from));
}
var NONE = [];
function union(spans) {
  if (spans.length === 0) return NONE;
  if (spans.length === 1) return spans[0].to > spans[0].from ? spans : NONE;
  if (isJoined(spans)) return spans;
  const sorted = spans.filter((span) => span.to > span.from).sort((a, b) => a.from - b.from);
  const joined = [];
  for (const span of sorted) {
    const last = joined[joined.length - 1];
    if (last && span.from <= last.to) {
      if (span.to > last.to) joined[joined.length - 1] = { from: last.from, to: span.to };
    } else joined.push(span);
  }
  return joined;
}
function isJoined(spans) {
  let end = -Infinity;
  for (const span of spans) {
    if (span.from <= end || span.to <= span.from) return false;
    end = span.to;
  }
  return true;
}
function subtract(spans, holes) {
  if (holes.length === 0) return spans;
  const left = [];
  for (const span of spans) {
    let from = span.from;
    for (const hole of holes) {
      if (hole.to <= from || hole.from >= span.to) continue;
      if (hole.from > from) left.push({ from, to: hole.from });
      from = Math.max(from, hole.to);
    }
    if (from < span.to) left.push({ from, to: span.to });
  }
  return left;
}
function clip(spans, window) {
  const inside = [];
  for (const span of spans) {
    const from = Math.max(span.from, window.from);
    const to = Math.min(span.to, window.to);
    if (from < to) inside.push({ from, to });
  }
  return inside;
}
function covered(span, spans) {
  let sum2 = 0;
  for (const other of spans) {
    if (other.from >= span.to) break;
    if (other.to > span.from) sum2 += Math.min(other.to, span.to) - Math.max(other.from, span.from);
  }
  return sum2;
}

// src/core/availability/allowed.ts
var ALL_DAY = { allowed: [{ from: 0, to: DAY }], ratherNot: [] };
function isValidOn(entry, day) {
  return (entry.since === null || entry.since <= day) && (entry.until === null || day <= entry.until);
}
function availabilityOn(person, day) {
  const entries = person.availability;
  if (entries.length === 0) return ALL_DAY;
  let mustBeNamed = false;
  const spans = {
    available: null,
    "rather-not": null,
    "not-available": null
  };
  const weekday = weekdayOf(day);
  const before = weekdayOf(day - 1);
  for (const entry of entries) {
    const { kind, from, to, days } = entry;
    if (isValidOn(entry, day)) {
      if (kind === "available") mustBeNamed = true;
      if (days[weekday]) (spans[kind] ??= []).push(to <= DAY ? entry : { from, to: DAY });
    }
    if (to > DAY && days[before] && isValidOn(entry, day - 1))
      (spans[kind] ??= []).push({ from: 0, to: to - DAY });
  }
  const rather = spans["rather-not"];
  const blocked = spans["not-available"];
  if (!mustBeNamed && !rather && !blocked) return ALL_DAY;
  let allowed = ALL_DAY.allowed;
  if (mustBeNamed) {
    const named = spans.available ?? NO_SPANS;
    allowed = union(rather ? [...named, ...rather] : named);
  }
  if (blocked) allowed = subtract(allowed, union(blocked));
  if (!rather) return { allowed, ratherNot: NO_SPANS };
  return { allowed, ratherNot: union(rather).flatMap((span) => clip(allowed, span)) };
}
var NO_SPANS = [];
function isPlainlyAvailable(person, day, span) {
  const entries = person.availability;
  if (entries.length === 0) return true;
  if (span.to > DAY) return false;
  const weekday = weekdayOf(day);
  const before = weekdayOf(day - 1);
  let inside = false;
  for (const entry of entries) {
    const today = entry.days[weekday] && isValidOn(entry, day);
    if (entry.kind === "available") inside ||= today && entry.from <= span.from && span.to <= entry.to;
    else {
      if (today && entry.from < span.to && span.from < entry.to) return false;
      const late = entry.to > DAY && entry.days[before] && span.from < entry.to - DAY;
      if (late && isValidOn(entry, day - 1)) return false;
    }
  }
  return inside;
}
function availabilityOf(person) {
  let known = null;
  return (day) => {
    known ??= /* @__PURE__ */ new Map();
    let found = known.get(day);
    if (!found) {
      found = availabilityOn(person, day);
      known.set(day, found);
    }
    return found;
  };
}

// src/core/checks/availability-use.ts
function doubtfulShifts(person, own) {
  if (person === null || person.availability.length === 0) return NO_SHIFTS;
  return own.filter((shift) => !isPlainlyAvailable(person, shift.date, shift.own));
}
var NO_SHIFTS = [];
function minutesByDate(view, shift, count) {
  let sum2 = 0;
  for (let day = shift.date; day * DAY < shift.to; day++) {
    const from = Math.max(shift.from - day * DAY, 0);
    const to = Math.min(shift.to - day * DAY, DAY);
    sum2 += count(view.availability(day), { from, to });
  }
  return sum2;
}
function notAllowed(day, span) {
  return span.to - span.from - covered(span, day.allowed);
}

// src/core/checks/check.ts
function placeOf(shift) {
  const { date, role, person, own } = shift;
  return { date, from: own.from, to: own.to, role, person, shifts: [shift.id] };
}
function placeOfAll(parts) {
  const own = parts.filter((part) => part.own !== null);
  return { ...placeOf(own[own.length - 1]), shifts: own.map((part) => part.id) };
}

// src/core/checks/bad-time.ts
var badTime = {
  code: "bad-time",
  title: "Doubtful time",
  rule: {
    says: "A shift of more than {} is more likely a slip",
    limit: { key: "slipMinutes", unit: "hours" }
  },
  severity: "stop",
  unit: "minutes",
  dependsOn: "person",
  limit: (rules) => rules.slipMinutes,
  inspect({ frame, own }, report) {
    for (const shift of own) {
      const over = shift.elapsed - frame.plan.rules.slipMinutes;
      if (over > 0) report({ ...placeOf(shift), amount: over });
      else if (shift.elapsed === 0) report({ ...placeOf(shift), amount: 0 });
    }
  },
  say({ date, from, to, person, amount, limit }, words) {
    const shift = `${words.person(person)}, ${words.day(date)} ${words.span(from, to)}: `;
    if (amount === 0) return `${shift}the clock change leaves no time between start and end.`;
    return `${shift}${words.hours(limit + amount)} is more likely a slip than a shift.`;
  }
};

// src/core/checks/closed.ts
var closed = {
  code: "closed",
  title: "Closed",
  rule: { says: "A shift outside opening hours, or on a closed holiday" },
  severity: "warn",
  unit: "minutes",
  dependsOn: "person",
  inspect({ frame, own }, report) {
    for (const shift of own) {
      const amount = shift.to - shift.from - covered(shift, frame.workable);
      if (amount > 0) report({ ...placeOf(shift), amount });
    }
  },
  say({ date, from, to, person, amount }, words) {
    return `${words.person(person)}, ${words.day(date)} ${words.span(from, to)}: ${words.hours(amount)} while the place is closed.`;
  }
};

// src/core/checks/days-in-a-row.ts
var daysInARow = {
  code: "days-in-a-row",
  title: "Days in a row",
  rule: { says: "Working days in a row: at most {}", limit: { key: "maxDaysInARow", unit: "days" } },
  severity: "warn",
  unit: "days",
  dependsOn: "person",
  limit: (rules) => rules.maxDaysInARow,
  inspect({ frame, person, days }, report) {
    if (person === null) return;
    const limit = frame.plan.rules.maxDaysInARow;
    for (let i = 0; i < days.length; ) {
      let j2 = i + 1;
      while (j2 < days.length && days[j2].date === days[j2 - 1].date + 1) j2++;
      const over = days.slice(i + limit, j2).find((day) => day.parts.some((part) => part.own));
      if (over)
        report({
          date: over.date,
          person: person.id,
          amount: j2 - i,
          facts: { first: days[i].date, last: days[j2 - 1].date }
        });
      i = j2;
    }
  },
  say({ person, amount, limit, facts }, words) {
    return `${words.person(person)} works ${amount} days in a row, ${words.day(Number(facts.first))} to ${words.day(Number(facts.last))}; the limit here is ${limit}.`;
  }
};

// src/core/coverage/runs.ts
function runsOf(blocks, amountOf) {
  const runs = [];
  let i = 0;
  while (i < blocks.length) {
    const first2 = blocks[i];
    const amount = amountOf(first2);
    let staffed = first2.staffed;
    let needed = first2.needed;
    let j2 = i + 1;
    while (j2 < blocks.length && amountOf(blocks[j2]) === amount) {
      if (blocks[j2].staffed !== staffed) staffed = null;
      if (blocks[j2].needed !== needed) needed = null;
      j2++;
    }
    if (amount > 0) runs.push({ from: first2.from, to: blocks[j2 - 1].to, amount, staffed, needed });
    i = j2;
  }
  return runs;
}

// src/core/checks/gap.ts
var gap = {
  code: "gap",
  title: "Gap",
  rule: { says: "Fewer on than needed" },
  severity: "stop",
  unit: "people",
  dependsOn: "coverage",
  inspect({ blocks, date, role }, report) {
    for (const run of runsOf(blocks, (block) => block.gap))
      report({
        date,
        from: run.from,
        to: run.to,
        role,
        amount: run.amount,
        facts: { staffed: run.staffed, needed: run.needed }
      });
  },
  say({ date, from, to, role, amount, facts }, words) {
    const where = `${words.day(date)} ${words.span(from, to)}, ${words.role(role)}`;
    if (facts.staffed === 0) return `${where}: nobody is on, ${amount} needed.`;
    return facts.needed === null ? `${where}: ${amount} fewer on than needed.` : `${where}: ${Number(facts.needed) - amount} of ${facts.needed} needed are on.`;
  }
};

// src/core/checks/leave-clash.ts
function reportLeave(view, state, report) {
  if (view.person === null || view.person.leave.length === 0) return;
  for (const shift of view.own)
    for (const leave of view.person.leave) {
      if (leave.state !== state) continue;
      const amount = shared(shift, leave);
      if (amount > 0) report({ ...placeOf(shift), amount, facts: { leave: leave.id } });
    }
}

// src/core/checks/leave-waiting.ts
var leaveWaiting = {
  code: "leave-waiting",
  title: "Leave asked for",
  rule: { says: "A shift on leave that waits for a decision" },
  severity: "warn",
  unit: "minutes",
  dependsOn: "person",
  inspect: (view, report) => reportLeave(view, "waiting", report),
  say({ date, from, to, person, amount }, words) {
    return `${words.person(person)} has asked for leave, not decided yet, over ${words.hours(amount)} of ${words.day(date)} ${words.span(from, to)}.`;
  }
};

// src/core/checks/long-day.ts
var longDay = {
  code: "long-day",
  title: "Long day",
  rule: { says: "Paid time of a working day: at most {}", limit: { key: "maxDayMinutes", unit: "hours" } },
  severity: "warn",
  unit: "minutes",
  dependsOn: "person",
  limit: (rules) => rules.maxDayMinutes,
  inspect({ frame, person, days }, report) {
    if (person === null) return;
    for (const { parts } of days) {
      const own = parts.filter((part) => part.own);
      const paid = own.reduce((sum2, part) => sum2 + part.paid, 0);
      const over = paid - frame.plan.rules.maxDayMinutes;
      if (over > 0) report({ ...placeOfAll(own), amount: over });
    }
  },
  say({ date, person, amount, limit }, words) {
    return `${words.person(person)} works ${words.hours(limit + amount)} on ${words.day(date)}, ${words.hours(amount)} over the limit of ${words.hours(limit)}.`;
  }
};

// src/core/checks/long-shift.ts
var longShift = {
  code: "long-shift",
  title: "Long shift",
  rule: { says: "One shift lasts at most {}", limit: { key: "maxShiftMinutes", unit: "hours" } },
  severity: "warn",
  unit: "minutes",
  dependsOn: "person",
  limit: (rules) => rules.maxShiftMinutes,
  inspect({ frame, own }, report) {
    for (const shift of own) {
      const over = shift.elapsed - frame.plan.rules.maxShiftMinutes;
      if (over > 0) report({ ...placeOf(shift), amount: over });
    }
  },
  say({ date, from, to, person, amount, limit }, words) {
    return `${words.person(person)}, ${words.day(date)} ${words.span(from, to)}: ${words.hours(limit + amount)} long, ${words.hours(amount)} over the limit of ${words.hours(limit)}.`;
  }
};

// src/core/checks/long-week.ts
var longWeek = {
  code: "long-week",
  title: "Long week",
  rule: { says: "Paid time of a week: at most the person\u2019s weekly maximum" },
  severity: "stop",
  unit: "minutes",
  dependsOn: "person",
  inspect({ frame, person, pay }, report) {
    if (person === null || person.maxWeekMinutes === null) return;
    const limit = person.maxWeekMinutes;
    frame.weeks.forEach((week, i) => {
      const over = pay[i].paidEverywhere - limit;
      if (over > 0 && pay[i].worksHere) report({ date: week.first, person: person.id, amount: over, limit });
    });
  },
  say({ person, amount, limit }, words) {
    return `${words.person(person)} is planned for ${words.hours(limit + amount)}; their weekly maximum is ${words.hours(limit)}.`;
  }
};

// src/core/hours/breaks.ts
function breakOf(own, elapsed, tiers) {
  if (own) return own;
  let best = NO_BREAK;
  for (const tier of tiers)
    if (elapsed >= tier.atLeastMinutes && tier.minutes > best.minutes)
      best = { minutes: tier.minutes, at: null, paid: tier.paid };
  return best;
}
var NO_BREAK = { minutes: 0, at: null, paid: false };

// src/core/plan/placed.ts
function place(frame, shift) {
  const from = shift.date * DAY + shift.from;
  const to = shift.date * DAY + shift.to;
  const start = frame.clock.elapsed(from);
  const end = frame.clock.elapsed(to);
  const elapsed = Math.max(0, end - start);
  const rest = breakOf(shift.break, elapsed, frame.plan.rules.breaks);
  const own = "id" in shift ? shift : null;
  const moreBreaks = own?.detail?.moreBreaks ?? NO_BREAKS;
  let unpaid = rest.paid ? 0 : rest.minutes;
  for (const other of moreBreaks) if (!other.paid) unpaid += other.minutes;
  return {
    id: own ? own.id : null,
    person: shift.person,
    role: shift.role,
    date: shift.date,
    from,
    to,
    start,
    end,
    elapsed,
    break: rest,
    moreBreaks,
    paid: Math.max(0, elapsed - unpaid),
    own,
    site: own ? null : shift.site
  };
}
var NO_BREAKS = [];
function breakMinutes({ break: first2, moreBreaks }) {
  return moreBreaks.reduce((sum2, other) => sum2 + other.minutes, first2.minutes);
}
function hasFixedBreak({ break: first2, moreBreaks }) {
  return first2.at !== null || moreBreaks.length > 0 && moreBreaks.some((other) => other.at !== null);
}
function byStart(a, b) {
  return a.from - b.from || compareIds(a.id, b.id);
}
function compareIds(a, b) {
  if (a === b) return 0;
  if (a === null) return -1;
  if (b === null) return 1;
  return a < b ? -1 : 1;
}
function staffedSpans(placed) {
  const whole = { from: placed.from, to: placed.to };
  return subtract([whole], union(fixedBreaks(placed)));
}
function fixedBreaks({ break: first2, moreBreaks, date }, unpaidOnly = false) {
  const spans = [];
  for (const { at, minutes, paid } of [first2, ...moreBreaks])
    if (at !== null && minutes > 0 && !(unpaidOnly && paid))
      spans.push({ from: date * DAY + at, to: date * DAY + at + minutes });
  return spans;
}

// src/core/checks/no-break.ts
var noBreak = {
  code: "no-break",
  title: "No break",
  rule: { says: "A working day without the break that is due" },
  severity: "warn",
  unit: "minutes",
  dependsOn: "person",
  inspect({ frame, person, days }, report) {
    if (person === null || frame.plan.rules.breaks.length === 0) return;
    for (const { parts } of days) {
      const own = parts.filter((part) => part.own);
      if (own.length === 0) continue;
      let worked = 0;
      let had = 0;
      let end = own[0].start;
      for (const part of own) {
        worked += part.elapsed;
        had += breakMinutes(part) + Math.max(0, part.start - end);
        end = Math.max(end, part.end);
      }
      let due = 0;
      for (const tier of frame.plan.rules.breaks)
        if (worked > tier.atLeastMinutes) due = Math.max(due, tier.minutes);
      if (had < due) report({ ...placeOfAll(own), amount: due - had, limit: due, facts: { worked } });
    }
  },
  say({ date, person, amount, limit, facts }, words) {
    const had = limit - amount;
    return `${words.person(person)} works ${words.hours(Number(facts.worked))} on ${words.day(date)} with ${had === 0 ? "no break" : `a break of ${had} min`}; ${limit} min are due.`;
  },
  mend({ shifts, date, limit }, _plan, words) {
    if (shifts.length !== 1) return null;
    return {
      label: `Give ${words.day(date)} a break of ${limit} min`,
      changes: [{ do: "set", id: shifts[0], shift: { break: { minutes: limit, at: null, paid: false } } }]
    };
  }
};

// src/core/checks/no-weekly-rest.ts
var noWeeklyRest = {
  code: "no-weekly-rest",
  title: "No weekly rest",
  rule: {
    says: "One rest in the week without a break of at least {}",
    limit: { key: "weeklyRestMinutes", unit: "hours" }
  },
  severity: "warn",
  unit: "minutes",
  dependsOn: "person",
  limit: (rules) => rules.weeklyRestMinutes,
  inspect({ frame, person, all, own }, report) {
    if (person === null) return;
    for (const week of frame.weeks) {
      if (week.days < 7 || !own.some((s) => s.date >= week.first && s.date < week.first + 7)) continue;
      const start = frame.clock.elapsed(week.first * DAY);
      const end = frame.clock.elapsed((week.first + 7) * DAY);
      let free = -Infinity;
      let longest = 0;
      for (const shift of all) {
        if (shift.start >= end || shift.end <= shift.start) continue;
        if (shift.start > start)
          longest = Math.max(longest, shift.start - (free === -Infinity ? start : free));
        free = Math.max(free, shift.end);
      }
      longest = Math.max(longest, end - free);
      if (longest < frame.plan.rules.weeklyRestMinutes)
        report({ date: week.first, person: person.id, amount: longest });
    }
  },
  say({ person, amount, limit }, words) {
    return `${words.person(person)}: the longest rest of the week is ${words.hours(amount)}; the rule here is ${words.hours(limit)} without a break.`;
  }
};

// src/core/checks/mends.ts
function turnOpen(snag, _plan, words) {
  const id = snag.shifts[snag.shifts.length - 1];
  if (id === void 0) return null;
  return {
    label: `Turn ${words.day(snag.date)} ${words.span(snag.from, snag.to)} open`,
    changes: [{ do: "set", id, shift: { person: null } }]
  };
}

// src/core/checks/not-available.ts
var notAvailable = {
  code: "not-available",
  title: "Not available",
  rule: { says: "Hours outside a person\u2019s availability" },
  severity: "stop",
  unit: "minutes",
  dependsOn: "person",
  inspect(view, report) {
    for (const shift of view.doubtful) {
      const amount = minutesByDate(view, shift, notAllowed);
      if (amount === 0) continue;
      const { from, to } = shift.own;
      const inside = view.availability(shift.date).allowed.filter((span) => span.from < Math.min(to, DAY) && span.to > from);
      const facts = inside.length === 1 ? { from: Math.max(from, inside[0].from), to: Math.min(to, inside[0].to) } : { from: null, to: null };
      report({ ...placeOf(shift), amount, facts });
    }
  },
  say({ date, from, to, person, amount, facts }, words) {
    const start = `${words.person(person)}, ${words.day(date)} ${words.span(from, to)}: `;
    if (facts.from === null || facts.to === null)
      return `${start}${words.hours(amount)} outside the hours they are available.`;
    const [a, b] = [Number(facts.from), Number(facts.to)];
    if (a === from) return `${start}available until ${words.time(b)}, ${words.hours(amount)} too long.`;
    if (b === to) return `${start}available from ${words.time(a)}, ${words.hours(amount)} too early.`;
    return `${start}available ${words.span(a, b)}, ${words.hours(amount)} outside.`;
  },
  mend(snag, plan, words) {
    const { from, to, facts, shifts } = snag;
    if (facts.from === null || facts.to === null) return turnOpen(snag, plan, words);
    const [a, b] = [Number(facts.from), Number(facts.to)];
    if (b - a < plan.rules.minShiftMinutes) return turnOpen(snag, plan, words);
    const parts = [];
    if (a !== from) parts.push(`Start ${words.day(snag.date)} at ${words.time(a)}`);
    if (b !== to) parts.push(`${a === from ? `End ${words.day(snag.date)}` : "end"} at ${words.time(b)}`);
    return {
      label: parts.join(", "),
      changes: [{ do: "set", id: shifts[0], shift: { from: a, to: b } }]
    };
  }
};

// src/core/checks/not-employed.ts
var notEmployed = {
  code: "not-employed",
  title: "Not employed",
  rule: { says: "A shift before the first or after the last day of employment" },
  severity: "stop",
  unit: null,
  dependsOn: "person",
  inspect({ person, own }, report) {
    if (person === null) return;
    const { employedFrom, employedTo } = person;
    for (const shift of own) {
      const early = employedFrom !== null && shift.date < employedFrom;
      const late = employedTo !== null && shift.date > employedTo;
      if (early || late)
        report({
          ...placeOf(shift),
          facts: { early: early ? 1 : 0, day: early ? employedFrom : employedTo }
        });
    }
  },
  say({ date, person, facts }, words) {
    const day = words.day(Number(facts.day));
    return facts.early === 1 ? `${words.person(person)} is first employed on ${day}, and has a shift on ${words.day(date)}.` : `${words.person(person)} left on ${day}, and has a shift on ${words.day(date)}.`;
  },
  mend: turnOpen
};

// src/core/checks/not-qualified.ts
var notQualified = {
  code: "not-qualified",
  title: "Not qualified",
  rule: { says: "A role not held, or a certificate that has ended" },
  severity: "stop",
  unit: null,
  dependsOn: "person",
  inspect({ person, own }, report) {
    if (person === null) return;
    for (const shift of own) {
      if (shift.role === null) continue;
      const held = person.roles.filter((role) => role.role === shift.role);
      if (held.some((role) => role.until === null || shift.date <= role.until)) continue;
      const until = held.reduce(
        (last, role) => last === null || role.until > last ? role.until : last,
        null
      );
      report({ ...placeOf(shift), facts: { until } });
    }
  },
  say({ date, person, role, facts }, words) {
    return facts.until === null ? `${words.person(person)} does not work ${words.role(role)} (${words.day(date)}).` : `${words.day(date)}: ${words.person(person)}'s certificate for ${words.role(role)} ended on ${words.day(Number(facts.until))}.`;
  },
  mend: turnOpen
};

// src/core/checks/on-leave.ts
var onLeave = {
  code: "on-leave",
  title: "On leave",
  rule: { says: "A shift on approved leave" },
  severity: "stop",
  unit: "minutes",
  dependsOn: "person",
  inspect: (view, report) => reportLeave(view, "approved", report),
  say({ date, from, to, person, amount }, words) {
    return `${words.person(person)} is on leave for ${words.hours(amount)} of ${words.day(date)} ${words.span(from, to)}.`;
  },
  mend: turnOpen
};

// src/core/hours/money.ts
var SCALE = 1e6;
var NOTHING = { whole: 0, parts: [] };
function units(value) {
  return Math.round(value * SCALE);
}
function decimalsOf(currency) {
  let known = DECIMALS.get(currency);
  if (known === void 0) {
    try {
      const format = new Intl.NumberFormat("en", { style: "currency", currency });
      known = format.resolvedOptions().maximumFractionDigits ?? 2;
    } catch {
      known = 2;
    }
    DECIMALS.set(currency, known);
  }
  return known;
}
var DECIMALS = /* @__PURE__ */ new Map();
function toMinor(amount, decimals) {
  const factor = 10 ** decimals;
  const under = 60 * SCALE;
  if (amount.parts.length === 0 && Math.abs(amount.whole) * factor * 2 < Number.MAX_SAFE_INTEGER) {
    const over = Math.abs(amount.whole) * factor;
    const minor = (over * 2 + under - (over * 2 + under) % (2 * under)) / (2 * under);
    return amount.whole < 0 ? -minor : minor;
  }
  return roundFraction(sum([amount]), factor);
}
function sumToMinor(amounts, decimals) {
  let whole = 0;
  let plain = true;
  for (const amount of amounts) {
    whole += amount.whole;
    if (amount.parts.length > 0) plain = false;
  }
  if (plain && Math.abs(whole) < 2 ** 52) return toMinor({ whole, parts: [] }, decimals);
  return roundFraction(sum(amounts), 10 ** decimals);
}
function toMajor(minor, decimals) {
  return decimals === 0 ? minor : Number((minor / 10 ** decimals).toFixed(decimals));
}
function sum(amounts) {
  let whole = 0n;
  let small = 0;
  const byUnder = /* @__PURE__ */ new Map();
  for (const amount of amounts) {
    small += amount.whole;
    if (Math.abs(small) > 2 ** 52) {
      whole += BigInt(small);
      small = 0;
    }
    for (const part of amount.parts) byUnder.set(part.under, (byUnder.get(part.under) ?? 0n) + part.over);
  }
  let over = whole + BigInt(small);
  let under = 1n;
  for (const [partUnder, partOver] of byUnder) {
    over = over * partUnder + partOver * under;
    under *= partUnder;
  }
  return { over, under };
}
function roundFraction({ over, under }, factor) {
  const bottom = under * 60n * BigInt(SCALE);
  const top = (over < 0n ? -over : over) * BigInt(factor);
  const minor = Number((2n * top + bottom) / (2n * bottom));
  return over < 0n ? -minor : minor;
}

// src/core/checks/over-budget.ts
var overBudget = {
  code: "over-budget",
  title: "Over budget",
  rule: { says: "Planned hours or cost above the week\u2019s budget" },
  severity: "warn",
  unit: "minutes",
  dependsOn: "week",
  inspect({ frame, week, paid, cost }, report) {
    const { budget } = frame.plan;
    if (budget.minutes !== null && paid > budget.minutes)
      report({ date: week.first, amount: paid - budget.minutes, limit: budget.minutes });
    if (budget.cost === null) return;
    const decimals = decimalsOf(frame.site.currency);
    const over = cost - Math.round(budget.cost * 10 ** decimals);
    if (over > 0)
      report({ date: week.first, amount: toMajor(over, decimals), unit: "money", limit: budget.cost });
  },
  say({ amount, limit, unit }, words) {
    return unit === "money" ? `The week costs ${words.money(amount + limit)}, ${words.money(amount)} over the budget of ${words.money(limit)}.` : `The week holds ${words.hours(amount + limit)}, ${words.hours(amount)} over the budget of ${words.hours(limit)}.`;
  }
};

// src/core/checks/overlap.ts
var overlap = {
  code: "overlap",
  title: "Two shifts at once",
  rule: { says: "One person in two places at once, also across sites" },
  severity: "stop",
  unit: "minutes",
  dependsOn: "person",
  inspect({ person, all }, report) {
    if (person === null) return;
    for (let i = 0; i < all.length; i++)
      for (let j2 = i + 1; j2 < all.length; j2++) {
        const [a, b] = [all[i], all[j2]];
        const minutes = shared(a, b);
        if (minutes === 0 || !a.own && !b.own) continue;
        const other = b.own ? a : b;
        const midnight = other.date * DAY;
        report({
          ...placeOfAll([a, b]),
          amount: minutes,
          facts: { date: other.date, from: other.from - midnight, to: other.to - midnight, site: other.site }
        });
      }
  },
  say({ person, date, from, to, amount, facts }, words) {
    const elsewhere = facts.site === null ? "" : ` at ${words.site(String(facts.site))}`;
    const otherDay = facts.date === date ? "" : `${words.day(Number(facts.date))} `;
    return `${words.person(person)} is in two shifts at once for ${words.hours(amount)}: ${otherDay}${words.span(Number(facts.from), Number(facts.to))}${elsewhere} and ${words.day(date)} ${words.span(from, to)}.`;
  },
  mend: turnOpen
};

// src/core/checks/overtime.ts
var overtime = {
  code: "overtime",
  title: "Overtime",
  rule: { says: "Overtime, with what it adds to the cost" },
  severity: "note",
  unit: "minutes",
  dependsOn: "person",
  limit: (rules) => rules.overtime?.weekMinutes ?? null,
  inspect({ frame, person, pay }, report) {
    if (person === null || frame.plan.rules.overtime === null) return;
    frame.weeks.forEach((week, i) => {
      if (pay[i].overtime === 0) return;
      const decimals = decimalsOf(frame.site.currency);
      const extra = sumToMinor(
        pay[i].days.map((day) => day.premium),
        decimals
      );
      report({
        date: week.first,
        person: person.id,
        amount: pay[i].overtime,
        facts: { extra: toMajor(extra, decimals) }
      });
    });
  },
  say({ person, amount, facts }, words) {
    return `${words.person(person)}: ${words.hours(amount)} of overtime, which adds ${words.money(Number(facts.extra))}.`;
  }
};

// src/core/checks/rather-not.ts
var ratherNot = {
  code: "rather-not",
  title: "Rather not",
  rule: { says: "Hours a person would rather not work" },
  severity: "note",
  unit: "minutes",
  dependsOn: "person",
  inspect(view, report) {
    for (const shift of view.doubtful) {
      const amount = minutesByDate(view, shift, (day, span) => covered(span, day.ratherNot));
      if (amount > 0) report({ ...placeOf(shift), amount });
    }
  },
  say({ date, from, to, person, amount }, words) {
    return `${words.person(person)} would rather not work ${words.hours(amount)} of ${words.day(date)} ${words.span(from, to)}.`;
  }
};

// src/core/checks/short-rest.ts
var shortRest = {
  code: "short-rest",
  title: "Short rest",
  rule: {
    says: "Rest between two working days: at least {}",
    limit: { key: "dailyRestMinutes", unit: "hours" }
  },
  severity: "warn",
  unit: "minutes",
  dependsOn: "person",
  limit: (rules) => rules.dailyRestMinutes,
  inspect({ frame, person, days }, report) {
    if (person === null) return;
    const limit = frame.plan.rules.dailyRestMinutes;
    let before = null;
    for (const { parts } of days) {
      const worked = parts.filter(({ start, end }) => end > start);
      if (worked.length === 0) continue;
      const after = worked.reduce((first2, part) => startsBefore(part, first2) ? part : first2);
      const previous = before;
      before = worked.reduce((last, part) => endsAfter(part, last) ? part : last);
      if (!previous || !previous.own && !after.own) continue;
      const rest = after.start - previous.end;
      if (rest <= 0 || rest >= limit) continue;
      report({
        ...placeOfAll([previous, after]),
        amount: rest,
        facts: {
          ends: previous.to - previous.date * DAY,
          endDate: previous.date,
          starts: after.from - after.date * DAY,
          startDate: after.date,
          shift: after.id,
          earliest: frame.clock.wall(previous.end + limit) - after.date * DAY
        }
      });
    }
  },
  say({ amount, limit, person, facts }, words) {
    return `${words.person(person)}: ${words.day(Number(facts.endDate))} ends ${words.time(Number(facts.ends))}, ${words.day(Number(facts.startDate))} starts ${words.time(Number(facts.starts))}. Rest is ${words.hours(amount)}; the rule here is ${words.hours(limit)}.`;
  },
  mend({ facts }, plan, words) {
    const shift = plan.shifts.find((s) => s.id === facts.shift);
    const from = Number(facts.earliest);
    if (!shift || from < 0 || from >= DAY || shift.to - from < plan.rules.minShiftMinutes) return null;
    return {
      label: `Start ${words.day(shift.date)} at ${words.time(from)}`,
      changes: [{ do: "set", id: shift.id, shift: { from } }]
    };
  }
};
function startsBefore(part, first2) {
  return part.start < first2.start || part.start === first2.start && part.own !== null && first2.own === null;
}
function endsAfter(part, last) {
  return part.end > last.end || part.end === last.end && part.own !== null && last.own === null;
}

// src/core/checks/short-shift.ts
var shortShift = {
  code: "short-shift",
  title: "Short shift",
  rule: { says: "One shift lasts at least {}", limit: { key: "minShiftMinutes", unit: "hours" } },
  severity: "note",
  unit: "minutes",
  dependsOn: "person",
  limit: (rules) => rules.minShiftMinutes,
  inspect({ frame, own }, report) {
    for (const shift of own) {
      const short = frame.plan.rules.minShiftMinutes - shift.elapsed;
      if (short > 0) report({ ...placeOf(shift), amount: short });
    }
  },
  say({ date, from, to, person, amount, limit }, words) {
    return `${words.person(person)}, ${words.day(date)} ${words.span(from, to)}: ${words.hours(limit - amount)} long; a shift here is at least ${words.hours(limit)}.`;
  }
};

// src/core/checks/surplus.ts
var surplus = {
  code: "surplus",
  title: "Surplus",
  rule: { says: "More on than needed, by more than {}", limit: { key: "surplusTolerance", unit: "people" } },
  severity: "note",
  unit: "people",
  dependsOn: "coverage",
  limit: (rules) => rules.surplusTolerance,
  inspect({ frame, blocks, date, role }, report) {
    const tolerance = frame.plan.rules.surplusTolerance;
    const over = (block) => block.surplus > tolerance ? block.surplus : 0;
    for (const run of runsOf(blocks, over))
      report({ date, from: run.from, to: run.to, role, amount: run.amount });
  },
  say({ date, from, to, role, amount }, words) {
    const where = `${words.day(date)} ${words.span(from, to)}, ${words.role(role)}`;
    return `${where}: ${amount} more on than needed.`;
  }
};

// src/core/time/zone.ts
function zoneClock(timeZone, first2, last) {
  const steps = stepsOf(timeZone, first2 - 2, last + 3);
  if (steps.length === 1) {
    const { offset } = steps[0];
    return { elapsed: (wall) => wall - offset, wall: (elapsed) => elapsed + offset };
  }
  return {
    elapsed(wall) {
      let i = steps.length - 1;
      while (i > 0 && wall < steps[i].wall) i--;
      return wall - steps[i].offset;
    },
    wall(elapsed) {
      let i = steps.length - 1;
      while (i > 0 && elapsed < steps[i].at) i--;
      return elapsed + steps[i].offset;
    }
  };
}
function stepsOf(timeZone, first2, last) {
  let from = first2 * DAY;
  let before = offsetAt(timeZone, from);
  const steps = [{ wall: -Infinity, offset: before, at: -Infinity }];
  for (let day = first2 + 1; day <= last + 1; day++) {
    const to = day * DAY;
    const after = offsetAt(timeZone, to);
    if (after !== before) {
      const at = changeBetween(timeZone, from, to, before);
      steps.push({ wall: at + Math.max(before, after), offset: after, at });
    }
    from = to;
    before = after;
  }
  return steps;
}
function changeBetween(timeZone, from, to, before) {
  let [low, high] = [from, to];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (offsetAt(timeZone, middle) === before) low = middle;
    else high = middle;
  }
  return high;
}
var FORMATS = /* @__PURE__ */ new Map();
function offsetAt(timeZone, elapsed) {
  let format = FORMATS.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat("en-US", { timeZone, timeZoneName: "longOffset" });
    FORMATS.set(timeZone, format);
  }
  const match = /GMT(?:([+-])(\d+):(\d+)(?::(\d+))?)?$/.exec(format.format(elapsed * 6e4));
  if (!match?.[1]) return 0;
  const [, sign, hours, minutes, seconds = "0"] = match;
  const size = Number(hours) * 60 + Number(minutes) + Math.round(Number(seconds) / 60);
  return sign === "-" ? -size : size;
}

// src/core/plan/frame.ts
function frameOf(plan) {
  let first2 = plan.from;
  let last = plan.from + plan.days;
  for (const shift of plan.around) {
    first2 = Math.min(first2, shift.date);
    last = Math.max(last, shift.date);
  }
  const weeks = [];
  for (let day = 0; day < plan.days; day += 7)
    weeks.push({ first: plan.from + day, days: Math.min(7, plan.days - day) });
  return {
    site: plan.site,
    plan,
    clock: zoneClock(plan.site.timeZone, first2, last),
    start: plan.from * DAY,
    end: (plan.from + plan.days) * DAY,
    weeks,
    rowOf: new Map(plan.roles.map((role, row) => [role.id, row])),
    rateOf: new Map(plan.roles.map((role) => [role.id, role.hourlyRate ?? 0])),
    workable: workableSpans(plan)
  };
}
function openOn(plan, day) {
  if (closedOn(plan, day)) return [];
  const dated = plan.site.openDates.get(day);
  if (dated) return dated;
  if (plan.site.openHours === null) return WHOLE_DAY;
  return plan.site.openHours[weekdayOf(day)];
}
function closedOn(plan, day) {
  return plan.holidays.some((holiday) => holiday.closed && holiday.date === day);
}
var WHOLE_DAY = [{ from: 0, to: DAY }];
function workableSpans(plan) {
  const { before, after } = plan.site.margins;
  const spans = [];
  for (let day = plan.from - 1; day <= plan.from + plan.days + 1; day++)
    for (const span of openOn(plan, day))
      spans.push({ from: day * DAY + span.from - before, to: day * DAY + span.to + after });
  return union(spans);
}

// src/core/hours/credit.ts
function standardDay(person) {
  return person.standardDayMinutes ?? (person.contractMinutes ?? 0) / 5;
}
function creditedMinutes(plan, person, first2, days) {
  const away = union(person.leave.filter((leave) => leave.state === "approved"));
  let minutes = 0;
  for (let day = first2; day < first2 + days; day++) {
    const employed = (person.employedFrom === null || person.employedFrom <= day) && (person.employedTo === null || day <= person.employedTo);
    if (!employed) continue;
    minutes += closedOn(plan, day) ? DAY : covered({ from: day * DAY, to: (day + 1) * DAY }, away);
  }
  return Math.round(minutes / DAY * standardDay(person));
}

// src/core/checks/under-contract.ts
var underContract = {
  code: "under-contract",
  title: "Under contract",
  rule: { says: "Planned and credited time below contract hours" },
  severity: "note",
  unit: "minutes",
  dependsOn: "person",
  inspect({ frame, person, pay }, report) {
    if (person === null || person.contractMinutes === null) return;
    const limit = person.contractMinutes;
    frame.weeks.forEach((week, i) => {
      if (week.days < 7 || pay[i].paid >= limit) return;
      const { employedFrom, employedTo } = person;
      if (employedFrom !== null && employedFrom >= week.first + 7) return;
      if (employedTo !== null && employedTo < week.first) return;
      const credited = creditedMinutes(frame.plan, person, week.first, 7);
      const short = limit - pay[i].paid - credited;
      if (short > 0)
        report({ date: week.first, person: person.id, amount: short, limit, facts: { credited } });
    });
  },
  say({ person, amount, limit, facts }, words) {
    const credit = Number(facts.credited) > 0 ? `, ${words.hours(Number(facts.credited))} of it credited` : "";
    return `${words.person(person)} has ${words.hours(limit - amount)}${credit}, ${words.hours(amount)} under a contract of ${words.hours(limit)}.`;
  }
};

// src/core/checks/unfilled.ts
var unfilled = {
  code: "unfilled",
  title: "Open shift",
  rule: { says: "An open shift with nobody on it" },
  severity: "warn",
  unit: null,
  dependsOn: "person",
  inspect({ person, own }, report) {
    if (person === null) for (const shift of own) report(placeOf(shift));
  },
  say({ date, from, to, role }, words) {
    return `${words.day(date)} ${words.span(from, to)}, ${words.role(role)}: an open shift with nobody on it.`;
  }
};

// src/core/checks/young-worker.ts
var youngWorker = {
  code: "young-worker",
  title: "Young worker",
  rule: { says: "A young person outside the hours or amounts allowed" },
  severity: "stop",
  unit: "minutes",
  dependsOn: "person",
  inspect(view, report) {
    if (view.person === null || view.person.birthDate === null) return;
    if (view.frame.plan.rules.young.length === 0) return;
    for (const shift of view.own) {
      const rule = ruleFor(view, shift);
      if (!rule) continue;
      const outside2 = minutesOutside(shift, rule);
      if (outside2 > 0)
        report({ ...placeOf(shift), amount: outside2, facts: { about: "hours", age: rule.underAge } });
    }
    reportAmounts(view, report);
  },
  say({ person, date, from, to, amount, limit, facts }, words) {
    const who = `${words.person(person)} is under ${facts.age}: `;
    if (facts.about === "hours")
      return `${who}${words.hours(amount)} of ${words.day(date)} ${words.span(from, to)} are outside the hours allowed.`;
    const unit = facts.about === "day" ? `on ${words.day(date)}` : "in the week";
    return `${who}${words.hours(limit + amount)} ${unit}, ${words.hours(limit)} are allowed.`;
  }
};
function reportAmounts(view, report) {
  const { frame, days, own, person } = view;
  for (const { parts } of days) {
    const mine = parts.filter((part) => part.own);
    const rule = mine.length > 0 ? ruleFor(view, mine[0]) : null;
    if (!rule || rule.dayMinutes === null) continue;
    const over = paidIn(mine) - rule.dayMinutes;
    if (over > 0)
      report({
        ...placeOfAll(mine),
        amount: over,
        limit: rule.dayMinutes,
        facts: { about: "day", age: rule.underAge }
      });
  }
  for (const week of frame.weeks) {
    const mine = own.filter((s) => s.date >= week.first && s.date < week.first + week.days);
    let worst = null;
    for (const rule of frame.plan.rules.young) {
      if (rule.weekMinutes === null) continue;
      const below = mine.filter((shift) => ageOn(person.birthDate, shift.date) < rule.underAge);
      const over = paidIn(below) - rule.weekMinutes;
      if (over > (worst?.over ?? 0)) worst = { over, rule };
    }
    if (worst)
      report({
        date: week.first,
        person: person.id,
        amount: worst.over,
        limit: worst.rule.weekMinutes,
        facts: { about: "week", age: worst.rule.underAge }
      });
  }
}
function ruleFor({ frame, person }, shift) {
  const age = ageOn(person.birthDate, shift.date);
  let best = null;
  for (const rule of frame.plan.rules.young)
    if (age < rule.underAge && (best === null || rule.underAge < best.underAge)) best = rule;
  return best;
}
function paidIn(shifts) {
  return shifts.reduce((sum2, shift) => sum2 + shift.paid, 0);
}
function minutesOutside(shift, rule) {
  const windows = [];
  for (let day = shift.date - 1; day * DAY < shift.to; day++)
    windows.push({ from: day * DAY + rule.from, to: day * DAY + rule.to });
  return shift.to - shift.from - covered(shift, union(windows));
}

// src/core/checks/list.ts
var CHECKS = [
  gap,
  surplus,
  unfilled,
  overlap,
  notAvailable,
  ratherNot,
  onLeave,
  leaveWaiting,
  notQualified,
  notEmployed,
  shortRest,
  noWeeklyRest,
  longShift,
  shortShift,
  longDay,
  longWeek,
  overtime,
  underContract,
  daysInARow,
  noBreak,
  youngWorker,
  closed,
  overBudget,
  badTime
];
var BY_CODE = new Map(CHECKS.map((check) => [check.code, check]));
function activeChecks(rules) {
  const on = CHECKS.filter((check) => check.code === overlap.code || !rules.off.includes(check.code));
  return {
    person: on.filter((check) => check.dependsOn === "person"),
    coverage: on.filter((check) => check.dependsOn === "coverage"),
    week: on.filter((check) => check.dependsOn === "week")
  };
}

// src/core/coverage/blocks.ts
function blocksOf(frame, staffing, row, day, range) {
  const size = frame.site.blockMinutes;
  const staffed = staffing.staffed[row];
  const needed = staffing.needed[row];
  const base = day * DAY;
  const blocks = [];
  const first2 = Math.floor(range.from / size) * size;
  for (let from = first2; from < range.to; from += size) {
    const to = from + size;
    let low = Infinity;
    let high = 0;
    let gap2 = 0;
    let surplus2 = Infinity;
    for (let t2 = base + from; t2 < base + to; t2++) {
      const on = staffed[t2];
      const need = needed[t2];
      if (on < low) low = on;
      if (need > high) high = need;
      const short = need - on;
      if (short > gap2) gap2 = short;
      if (-short < surplus2) surplus2 = -short;
    }
    blocks.push({ from, to, staffed: low, needed: high, gap: gap2, surplus: high > 0 ? Math.max(0, surplus2) : 0 });
  }
  return blocks;
}
function reachOf(frame, lists, only) {
  const { days } = frame.plan;
  const first2 = new Float64Array(days + 1).fill(Infinity);
  const last = new Float64Array(days + 1);
  for (const list of lists)
    for (const placed of list) {
      if (placed.site !== null) continue;
      const end = placed.own ? days : days - 1;
      const from = placed.from - frame.start;
      const to = placed.to - frame.start;
      for (let day = Math.max(0, Math.floor(from / DAY)); day <= end && day * DAY < to; day++) {
        if (only && !only.has(day)) continue;
        first2[day] = Math.min(first2[day], Math.max(from - day * DAY, 0));
        last[day] = Math.max(last[day], Math.min(to - day * DAY, DAY));
      }
    }
  return { from: first2, to: last };
}
function rangeOn(frame, staffing, reach, day) {
  const base = frame.start + day * DAY;
  let low = reach.from[day];
  let high = reach.to[day];
  const take = (from, to) => {
    const a = Math.max(from - base, 0);
    const b = Math.min(to - base, DAY);
    if (a >= b) return;
    low = Math.min(low, a);
    high = Math.max(high, b);
  };
  for (const need of staffing.needs) if (!need.opening) take(need.from, need.to);
  for (let back = day === 0 ? 0 : 1; back >= (day < frame.plan.days ? 0 : 1); back--)
    for (const span of openOn(frame.plan, frame.plan.from + day - back))
      take(base - back * DAY + span.from, base - back * DAY + span.to);
  if (high <= 0) return null;
  const size = frame.site.blockMinutes;
  return {
    from: Math.floor(low / size) * size,
    to: Math.min(DAY, Math.ceil(high / size) * size)
  };
}

// src/core/coverage/needed.ts
function needsOf(frame) {
  const { plan } = frame;
  const found = [];
  for (let day = plan.from; day < plan.from + plan.days; day++) {
    const everybody = frame.plan.roles.length;
    let saysEverybody = false;
    for (const need of needsOn(plan, day)) {
      const row = need.role === null ? everybody : frame.rowOf.get(need.role);
      if (row === everybody) saysEverybody = true;
      const at = day * DAY;
      found.push({ row, from: at + need.from, to: at + need.to, count: need.count, opening: false });
    }
    if (saysEverybody || plan.rules.minimumOn === 0 || !hasHours(plan, day)) continue;
    for (const span of openOn(plan, day)) {
      const at = day * DAY;
      const [from, to] = [at + span.from, at + span.to];
      found.push({ row: everybody, from, to, count: plan.rules.minimumOn, opening: true });
    }
  }
  return found;
}
function hasHours({ site: site2 }, day) {
  return site2.openHours !== null || site2.openDates.has(day);
}
function needsOn(plan, day) {
  const dated = plan.needs.filter((need) => need.date === day);
  if (closedOn(plan, day)) return dated;
  const replaced2 = new Set(dated.map((need) => need.role));
  const weekday = weekdayOf(day);
  const usual = plan.needs.filter(
    (need) => need.date === null && (need.days === null || need.days[weekday]) && !replaced2.has(need.role)
  );
  return [...dated, ...usual];
}

// src/core/coverage/staffing.ts
function minutesOf(frame) {
  return (frame.plan.days + 1) * DAY;
}
function presenceOf(frame, shifts) {
  const everybody = frame.plan.roles.length;
  const found = [];
  for (const placed of shifts) {
    if (placed.site !== null) continue;
    const limit = placed.own ? frame.end + DAY : frame.end;
    const row = placed.role === null ? void 0 : frame.rowOf.get(placed.role);
    const parts = hasFixedBreak(placed) ? staffedSpans(placed) : null;
    for (const span of parts ?? [placed]) {
      const from = Math.max(span.from, frame.start) - frame.start;
      const to = Math.min(span.to, limit) - frame.start;
      if (from >= to) continue;
      const inside = { from, to };
      if (row !== void 0) put(found, row, inside);
      put(found, everybody, inside);
    }
  }
  for (const presence of found) presence.spans = union(presence.spans);
  return found;
}
function put(found, row, span) {
  for (const presence of found)
    if (presence.row === row) {
      presence.spans.push(span);
      return;
    }
  found.push({ row, spans: [span] });
}
function staffingOf(frame, presences) {
  const rows2 = frame.plan.roles.length + 1;
  const length = minutesOf(frame);
  const steps = Array.from({ length: rows2 }, () => new Int16Array(length + 1));
  for (const presence of presences)
    for (const { row, spans } of presence)
      for (const { from, to } of spans) {
        steps[row][from]++;
        steps[row][to]--;
      }
  const staffed = steps.map((step) => {
    for (let t2 = 1; t2 < length; t2++) step[t2] += step[t2 - 1];
    return step.subarray(0, length);
  });
  const needs = needsOf(frame);
  const needed = Array.from({ length: rows2 }, () => new Int16Array(length));
  for (const need of needs) {
    const row = needed[need.row];
    const to = Math.min(need.to - frame.start, length);
    for (let t2 = need.from - frame.start; t2 < to; t2++) if (row[t2] < need.count) row[t2] = need.count;
  }
  return { staffed, needed, needs };
}
function restaff(staffing, before, after) {
  const rows2 = staffing.staffed.length;
  const staffed = staffing.staffed.slice();
  const touched = /* @__PURE__ */ new Set();
  const copied = /* @__PURE__ */ new Set();
  const shift = (presences, by) => {
    for (const presence of presences)
      for (const { row, spans } of presence) {
        if (!copied.has(row)) {
          staffed[row] = staffed[row].slice();
          copied.add(row);
        }
        const level = staffed[row];
        for (const { from, to } of spans) {
          for (let t2 = from; t2 < to; t2++) level[t2] += by;
          for (let day = Math.floor(from / DAY); day * DAY < to; day++) touched.add(day * rows2 + row);
        }
      }
  };
  const [old, fresh] = withoutShared(before, after);
  shift(old, -1);
  shift(fresh, 1);
  return { staffing: { ...staffing, staffed }, touched, rows: rows2 };
}
function withoutShared(before, after) {
  const old = [];
  const fresh = [];
  for (let i = 0; i < before.length; i++) {
    old.push(before[i].filter((p3) => !after[i].some((other) => samePresence(p3, other))));
    fresh.push(after[i].filter((p3) => !before[i].some((other) => samePresence(p3, other))));
  }
  return [old, fresh];
}
function samePresence(a, b) {
  return a.row === b.row && a.spans.length === b.spans.length && a.spans.every((span, i) => span.from === b.spans[i].from && span.to === b.spans[i].to);
}

// src/core/hours/overtime.ts
function premiums(shifts, rules, clock) {
  const found = [];
  const ordinary = [];
  let total = 0;
  for (const stretch of stretches(shifts, rules, clock)) {
    if (stretch.multiplier === null) {
      ordinary.push(stretch);
      total += stretch.minutes;
    } else
      found.push({
        placed: stretch.placed,
        minutes: stretch.minutes,
        extra: units(stretch.multiplier - 1)
      });
  }
  if (rules.weekMinutes === null) return found;
  let over = total - rules.weekMinutes;
  for (let i = ordinary.length - 1; i >= 0 && over > 0; i--) {
    const minutes = Math.min(over, ordinary[i].minutes);
    found.push({ placed: ordinary[i].placed, minutes, extra: units(rules.multiplier - 1) });
    over -= minutes;
  }
  return found;
}
function stretches(shifts, rules, clock) {
  const list = [];
  if (rules.day.length === 0 && rules.after.length === 0 && !rules.seventhDay) {
    for (const placed of shifts) list.push({ placed, minutes: placed.paid, multiplier: null });
    return list;
  }
  let date = Number.NaN;
  let worked = 0;
  let dates = 0;
  for (const placed of shifts) {
    if (placed.date !== date) {
      date = placed.date;
      worked = 0;
      dates++;
    }
    const seventh = rules.seventhDay && dates === 7 ? rules.seventhDay : null;
    for (const [from, to] of workedSpans(placed, clock)) {
      cutStretch(list, placed, from, to, worked, rules, seventh, clock);
      worked += to - from;
    }
  }
  return list;
}
function cutStretch(list, placed, from, to, worked, rules, seventh, clock) {
  const cuts = [from, to];
  for (const tier of rules.day) cuts.push(from + tier.overMinutes - worked);
  if (seventh && seventh.overMinutes !== null) cuts.push(from + seventh.overMinutes - worked);
  const after = [];
  for (const { time, multiplier } of rules.after) {
    const at = clock.elapsed(placed.date * DAY + time);
    after.push({ at, multiplier });
    cuts.push(at);
  }
  cuts.sort((a, b) => a - b);
  for (let i = 1; i < cuts.length; i++) {
    const a = Math.max(from, cuts[i - 1]);
    const b = Math.min(to, cuts[i]);
    if (b <= a) continue;
    const index = worked + a - from;
    let best = seventh ? seventhMultiplier(seventh, index) : null;
    for (const tier of rules.day) if (index >= tier.overMinutes) best = higher(best, tier.multiplier);
    for (const rule of after) if (a >= rule.at) best = higher(best, rule.multiplier);
    list.push({ placed, minutes: b - a, multiplier: best });
  }
}
function seventhMultiplier(rule, index) {
  const then = rule.overMinutes !== null && index >= rule.overMinutes;
  return then ? rule.thenMultiplier ?? rule.multiplier : rule.multiplier;
}
function higher(a, b) {
  return a === null || b > a ? b : a;
}
function workedSpans(placed, clock) {
  const { start, end, elapsed, paid } = placed;
  if (paid === 0) return [];
  if (paid === elapsed) return [[start, end]];
  if (placed.moreBreaks.length > 0) return workedAround(placed, clock);
  const off = elapsed - paid;
  const fixed = placed.break.at;
  const wanted = fixed === null ? start + Math.floor(paid / 2) : clock.elapsed(placed.date * DAY + fixed);
  const at = Math.min(Math.max(wanted, start), end - off);
  const spans = [
    [start, at],
    [at + off, end]
  ];
  return spans.filter(([from, to]) => to > from);
}
function workedAround(placed, clock) {
  const { start, end, paid } = placed;
  const fixed = union(
    fixedBreaks(placed, true).map((span) => ({ from: clock.elapsed(span.from), to: clock.elapsed(span.to) }))
  );
  let left = subtract([{ from: start, to: end }], fixed);
  const length = left.reduce((sum2, span) => sum2 + span.to - span.from, 0);
  let ahead = Math.floor(paid / 2);
  let off = Math.max(0, length - paid);
  const holes = [];
  for (const span of left) {
    const from = span.from + Math.min(ahead, span.to - span.from);
    ahead -= from - span.from;
    if (ahead > 0 || off === 0) continue;
    const to = Math.min(span.to, from + off);
    off -= to - from;
    if (to > from) holes.push({ from, to });
  }
  left = subtract(left, holes);
  return left.map(({ from, to }) => [from, to]);
}

// src/core/hours/pay.ts
function rateOf(frame, person, role, date) {
  if (role === null) return 0;
  for (const held of person.roles) {
    if (held.role !== role) continue;
    let rate = held.hourlyRate;
    for (const later of held.laterRates ?? NO_LATER) if (later.since <= date) rate = later.hourlyRate;
    if (rate !== null) return rate;
  }
  return frame.rateOf.get(role) ?? 0;
}
var NO_LATER = [];
function weekPay(frame, person, shifts, week) {
  const mine = startingIn(shifts, week.first, week.first + 7);
  if (mine.length === 0) return NO_PAY;
  let paid = 0;
  let paidEverywhere = 0;
  let earned = 0;
  const days = [];
  for (const placed of mine) {
    paidEverywhere += placed.paid;
    if (!placed.own) continue;
    const amount = units(rateOf(frame, person, placed.role, placed.date)) * placed.paid;
    paid += placed.paid;
    earned += amount;
    let day = days[days.length - 1];
    if (day?.date !== placed.date) {
      day = { date: placed.date, paid: 0, whole: 0, extra: 0 };
      days.push(day);
    }
    day.paid += placed.paid;
    day.whole += amount;
  }
  let overtime2 = 0;
  const rules = frame.plan.rules.overtime;
  if (rules)
    for (const premium of premiums(mine, rules, frame.clock)) {
      if (!premium.placed.own) continue;
      overtime2 += premium.minutes;
      days.find((day) => day.date === premium.placed.date).extra += premium.minutes * premium.extra;
    }
  return {
    paid,
    paidEverywhere,
    worksHere: days.length > 0,
    overtime: overtime2,
    days: days.map((day) => {
      const parts = day.extra !== 0 && paid > 0 ? [{ over: BigInt(day.extra) * BigInt(earned), under: BigInt(paid) * 1000000n }] : NOTHING.parts;
      return {
        date: day.date,
        paid: day.paid,
        cost: { whole: day.whole, parts },
        premium: parts.length > 0 ? { whole: 0, parts } : NOTHING
      };
    })
  };
}
function startingIn(shifts, first2, end) {
  let from = 0;
  while (from < shifts.length && shifts[from].date < first2) from++;
  let to = shifts.length;
  while (to > from && shifts[to - 1].date >= end) to--;
  return from === 0 && to === shifts.length ? shifts : shifts.slice(from, to);
}
var NO_PAY = { paid: 0, paidEverywhere: 0, worksHere: false, overtime: 0, days: [] };

// src/core/plan/shift-index.ts
var PLACES = /* @__PURE__ */ new WeakMap();
function placesOf(shifts) {
  let places = PLACES.get(shifts);
  if (!places) {
    places = new Map(shifts.map((shift, at) => [shift.id, at]));
    PLACES.set(shifts, places);
  }
  return places;
}
function placeOfShift(shifts, id) {
  const places = PLACES.get(shifts);
  return places ? places.get(id) ?? -1 : shifts.findIndex((shift) => shift.id === id);
}
function keepPlaces(from, to) {
  const places = PLACES.get(from);
  if (places) PLACES.set(to, places);
}

// src/core/plan/change.ts
function fail(code, message, path = "") {
  return { ok: false, problem: { code, message, path } };
}
function apply(plan, change) {
  switch (change.do) {
    case "add": {
      if (findShift(plan, change.shift.id) >= 0)
        return fail("taken", `there is already a shift "${change.shift.id}"`, "shift.id");
      const wrong = faultOf(plan, change.shift);
      if (wrong) return wrong;
      return {
        ok: true,
        plan: { ...plan, shifts: [...plan.shifts, change.shift] },
        inverse: { do: "remove", id: change.shift.id }
      };
    }
    case "set": {
      const at = findShift(plan, change.id);
      if (at < 0) return fail("unknown", `no shift "${change.id}"`, "id");
      const before = plan.shifts[at];
      const after = { ...before, ...change.shift, id: before.id };
      const wrong = faultOf(plan, after);
      if (wrong) return wrong;
      const shifts = replaced(plan.shifts, at, after);
      keepPlaces(plan.shifts, shifts);
      return {
        ok: true,
        plan: { ...plan, shifts },
        inverse: { do: "set", id: change.id, shift: reversed(before, change.shift) }
      };
    }
    case "remove": {
      const at = findShift(plan, change.id);
      if (at < 0) return fail("unknown", `no shift "${change.id}"`, "id");
      return {
        ok: true,
        plan: { ...plan, shifts: without(plan.shifts, at) },
        inverse: { do: "add", shift: plan.shifts[at] }
      };
    }
    default:
      return applyLeave(plan, change);
  }
}
function applyAll(plan, changes) {
  if (changes.length > FEW && changes.every((change) => !("person" in change)))
    return applyMany(plan, changes);
  let now = plan;
  const inverse = [];
  for (let i = 0; i < changes.length; i++) {
    const done = apply(now, changes[i]);
    if (!done.ok) return fail(done.problem.code, done.problem.message, `[${i}].${done.problem.path}`);
    now = done.plan;
    inverse.unshift(done.inverse);
  }
  return { ok: true, plan: now, inverse };
}
var FEW = 12;
function applyMany(plan, changes) {
  const shifts = plan.shifts.slice();
  const placeOf2 = new Map(plan.shifts.map((shift, at) => [shift.id, at]));
  const known = {
    from: plan.from,
    days: plan.days,
    people: new Set(plan.people.map((person) => person.id)),
    roles: new Set(plan.roles.map((role) => role.id))
  };
  const inverse = [];
  for (const [i, change] of changes.entries()) {
    const id = change.do === "add" ? change.shift.id : change.id;
    const at = placeOf2.get(id);
    if (change.do === "add") {
      const wrong2 = at === void 0 ? faultIn(known, change.shift) : fail("taken", `there is already a shift "${id}"`, "shift.id");
      if (wrong2) return fail(wrong2.problem.code, wrong2.problem.message, `[${i}].${wrong2.problem.path}`);
      placeOf2.set(id, shifts.push(change.shift) - 1);
      inverse.push({ do: "remove", id });
      continue;
    }
    if (at === void 0) return fail("unknown", `no shift "${id}"`, `[${i}].id`);
    const before = shifts[at];
    if (change.do === "remove") {
      shifts[at] = null;
      placeOf2.delete(id);
      inverse.push({ do: "add", shift: before });
      continue;
    }
    const after = { ...before, ...change.shift, id };
    const wrong = faultIn(known, after);
    if (wrong) return fail(wrong.problem.code, wrong.problem.message, `[${i}].${wrong.problem.path}`);
    shifts[at] = after;
    inverse.push({ do: "set", id, shift: reversed(before, change.shift) });
  }
  const left = shifts.filter((shift) => shift !== null);
  return { ok: true, plan: { ...plan, shifts: left }, inverse: inverse.reverse() };
}
function applyLeave(plan, change) {
  const who = plan.people.findIndex((person2) => person2.id === change.person);
  if (who < 0) return fail("unknown", `no person "${change.person}"`, "person");
  const person = plan.people[who];
  const put2 = (leave) => ({
    ...plan,
    people: replaced(plan.people, who, { ...person, leave })
  });
  if (change.do === "add-leave") {
    if (person.leave.some((entry) => entry.id === change.leave.id))
      return fail("taken", `there is already a leave "${change.leave.id}"`, "leave.id");
    if (change.leave.to <= change.leave.from)
      return fail("order", "the leave ends before it begins", "leave.to");
    return {
      ok: true,
      plan: put2([...person.leave, change.leave]),
      inverse: { do: "remove-leave", person: person.id, id: change.leave.id }
    };
  }
  const at = person.leave.findIndex((entry) => entry.id === change.id);
  if (at < 0) return fail("unknown", `no leave "${change.id}"`, "id");
  const before = person.leave[at];
  if (change.do === "remove-leave")
    return {
      ok: true,
      plan: put2(without(person.leave, at)),
      inverse: { do: "add-leave", person: person.id, leave: before }
    };
  const after = { ...before, ...change.leave, id: before.id };
  if (after.to <= after.from) return fail("order", "the leave ends before it begins", "leave.to");
  return {
    ok: true,
    plan: put2(replaced(person.leave, at, after)),
    inverse: { do: "set-leave", person: person.id, id: change.id, leave: reversed(before, change.leave) }
  };
}
function faultOf(plan, shift) {
  return faultIn(
    {
      from: plan.from,
      days: plan.days,
      people: { has: (id) => plan.people.some((person) => person.id === id) },
      roles: { has: (id) => plan.roles.some((role) => role.id === id) }
    },
    shift
  );
}
function faultIn(plan, shift) {
  if (shift.date < plan.from || shift.date >= plan.from + plan.days)
    return fail("outside", "outside the plan's dates", "shift.date");
  if (shift.person !== null && !plan.people.has(shift.person))
    return fail("unknown", `no person "${shift.person}"`, "shift.person");
  if (shift.role !== null && !plan.roles.has(shift.role))
    return fail("unknown", `no role "${shift.role}"`, "shift.role");
  if (!(shift.from >= 0 && shift.from < 1440)) return fail("time", "no such time", "shift.from");
  if (!(shift.to > shift.from && shift.to <= shift.from + 1440))
    return fail("time", "the shift has no length, or more than a day", "shift.to");
  if (shift.break && outside(shift, shift.break))
    return fail("break", "the break lies outside the shift", "shift.break.at");
  if (shift.detail) return faultOfDetail(shift, shift.detail);
  return null;
}
function faultOfDetail(shift, detail) {
  const pause = detail.moreBreaks.findIndex((other) => outside(shift, other));
  if (pause >= 0)
    return fail("break", "a break lies outside the shift", `shift.detail.moreBreaks[${pause}].at`);
  const duty2 = detail.duties.findIndex(({ from, to }) => to <= from || from < shift.from || to > shift.to);
  if (duty2 >= 0) {
    const { name } = detail.duties[duty2];
    return fail("duty", `"${name}" lies outside the shift`, `shift.detail.duties[${duty2}]`);
  }
  return null;
}
function outside({ from, to }, { at, minutes }) {
  return at !== null && (at < from || at + minutes > to);
}
function findShift(plan, id) {
  return placeOfShift(plan.shifts, id);
}
function reversed(before, patch) {
  const back = {};
  for (const key of Object.keys(patch)) back[key] = before[key] ?? null;
  return back;
}
function replaced(list, at, item) {
  const copy = list.slice();
  copy[at] = item;
  return copy;
}
function without(list, at) {
  const copy = list.slice();
  copy.splice(at, 1);
  return copy;
}

// src/core/consequences/reporter.ts
var NO_FACTS = {};
function running(checks, rules, sink) {
  return checks.map((check) => {
    const { code, unit } = check;
    const severity = rules.severity[code] ?? check.severity;
    const limit = check.limit?.(rules) ?? null;
    const report = (finding) => {
      sink.into.push({
        code,
        severity,
        date: finding.date,
        from: finding.from ?? null,
        to: finding.to ?? null,
        role: finding.role ?? null,
        person: finding.person ?? null,
        shifts: finding.shifts ?? [],
        amount: finding.amount ?? null,
        unit: finding.unit ?? unit,
        limit: finding.limit !== void 0 ? finding.limit : limit,
        facts: finding.facts ?? NO_FACTS
      });
    };
    return { check, report };
  });
}

// src/core/consequences/judge.ts
function judge(plan) {
  const frame = frameOf(plan);
  const checks = runningChecks(plan);
  const indexOf = new Map(plan.people.map((person, i) => [person.id, i]));
  const shifts = Array.from({ length: plan.people.length + 1 }, () => []);
  for (const shift of plan.shifts)
    shifts[shift.person === null ? plan.people.length : indexOf.get(shift.person)].push(place(frame, shift));
  for (const shift of plan.around) shifts[indexOf.get(shift.person)].push(place(frame, shift));
  const people = shifts.map((list, i) => {
    const person = plan.people[i] ?? null;
    return personState(frame, checks, person, list, person ? availabilityOf(person) : NEVER_ASKED);
  });
  const staffing = staffingOf(
    frame,
    people.map((state) => state.presence)
  );
  const rows2 = plan.roles.length + 1;
  const reach = reachOf(frame, people.map(shiftsOf));
  const ranges = Array.from({ length: plan.days + 1 }, (_, day) => rangeOn(frame, staffing, reach, day));
  const partial = { plan, frame, checks, people, indexOf, staffing, ranges };
  const cells = [];
  for (let day = 0; day <= plan.days; day++)
    for (let row = 0; row < rows2; row++) cells.push(cellSnags(partial, row, day));
  const weeks = frame.weeks.map((_, i) => {
    const paid = people.reduce((sum2, state) => sum2 + (state.view.pay[i]?.paid ?? 0), 0);
    const cost = people.reduce((sum2, state) => sum2 + (state.weekCosts[i] ?? 0), 0);
    return weekState(partial, i, paid, cost);
  });
  return { ...partial, cells, weeks };
}
function runningChecks({ rules }) {
  const sink = { into: [] };
  const active = activeChecks(rules);
  return {
    sink,
    person: running(active.person, rules, sink),
    coverage: running(active.coverage, rules, sink),
    week: running(active.week, rules, sink)
  };
}
function rejudge(judgement, changes) {
  placesOf(judgement.plan.shifts);
  const done = applyAll(judgement.plan, changes);
  if (!done.ok) return done;
  const { frame, checks, indexOf } = judgement;
  const { plan } = done;
  const open = plan.people.length;
  const touchedPeople = /* @__PURE__ */ new Set();
  const touchedShifts = /* @__PURE__ */ new Set();
  for (const change of changes) {
    if ("person" in change) touchedPeople.add(indexOf.get(change.person));
    else touchedShifts.add(change.do === "add" ? change.shift.id : change.id);
  }
  const { before, after } = findShifts(judgement.plan, plan, touchedShifts);
  const ownerOf = (shift) => shift.person === null ? open : indexOf.get(shift.person);
  for (const shift of [...before.values(), ...after.values()]) touchedPeople.add(ownerOf(shift));
  const people = judgement.people.slice();
  const touched = [...touchedPeople];
  for (const index of touched) {
    const old = judgement.people[index];
    const person = plan.people[index] ?? null;
    const list = old.view.all.filter((placed) => placed.id === null || !touchedShifts.has(placed.id));
    for (const shift of after.values()) if (ownerOf(shift) === index) list.push(place(frame, shift));
    people[index] = personState(frame, checks, person, list, old.view.availability);
  }
  const moved = restaff(
    judgement.staffing,
    touched.map((index) => judgement.people[index].presence),
    touched.map((index) => people[index].presence)
  );
  const partial = { ...judgement, plan, people, staffing: moved.staffing };
  const next = withCoverage(partial, judgement, moved, [...before.values(), ...after.values()]);
  const weeks = judgement.weeks.map((week, i) => {
    let { paid, cost } = week;
    for (const index of touched) {
      const old = judgement.people[index];
      paid += (people[index].view.pay[i]?.paid ?? 0) - (old.view.pay[i]?.paid ?? 0);
      cost += (people[index].weekCosts[i] ?? 0) - (old.weekCosts[i] ?? 0);
    }
    return paid === week.paid && cost === week.cost ? week : weekState(partial, i, paid, cost);
  });
  return { ok: true, judgement: { ...next, weeks }, inverse: done.inverse };
}
function withCoverage(partial, old, moved, shifts) {
  const days = /* @__PURE__ */ new Set();
  const block = partial.frame.site.blockMinutes;
  for (const shift of shifts) {
    const first2 = shift.date - partial.plan.from;
    for (let day = first2; (day - first2) * DAY < shift.to; day++)
      if (!isInside(shift, old.ranges[day], (day - first2) * DAY, block)) days.add(day);
  }
  let { ranges } = old;
  if (days.size > 0) {
    const reach = reachOf(partial.frame, partial.people.map(shiftsOf), days);
    const fresh = ranges.slice();
    for (const day of days) fresh[day] = rangeOn(partial.frame, partial.staffing, reach, day);
    ranges = fresh;
  }
  const next = { ...partial, ranges };
  const cells = old.cells.slice();
  const again = new Set(moved.touched);
  for (const day of days) {
    const [a, b] = [old.ranges[day], ranges[day]];
    if (a?.from === b?.from && a?.to === b?.to) continue;
    for (let row = 0; row < moved.rows; row++) again.add(day * moved.rows + row);
  }
  for (const cell of again) cells[cell] = cellSnags(next, cell % moved.rows, Math.floor(cell / moved.rows));
  return { ...next, cells };
}
function isInside(shift, range, offset, block) {
  if (!range) return false;
  const [from, to] = [Math.max(shift.from - offset, 0), Math.min(shift.to - offset, DAY)];
  return from >= range.from + block && to <= range.to - block;
}
function findShifts(before, after, ids2) {
  const pick = ({ shifts }) => {
    const found = /* @__PURE__ */ new Map();
    for (const id of ids2) {
      const at = placeOfShift(shifts, id);
      if (at >= 0) found.set(id, shifts[at]);
    }
    return found;
  };
  if (ids2.size > FEW2) return { before: pickAll(before, ids2), after: pickAll(after, ids2) };
  return { before: pick(before), after: pick(after) };
}
var FEW2 = 12;
function pickAll({ shifts }, ids2) {
  const found = /* @__PURE__ */ new Map();
  for (const shift of shifts) if (ids2.has(shift.id)) found.set(shift.id, shift);
  return found;
}
var NEVER_ASKED = () => ({ allowed: [], ratherNot: [] });
function personState(frame, checks, person, shifts, availability2) {
  const all = shifts.sort(byStart);
  const isOwn = (placed) => placed.own !== null;
  const own = all.every(isOwn) ? all : all.filter(isOwn);
  const pay = person ? frame.weeks.map((week) => weekPay(frame, person, all, week)) : [];
  const doubtful = doubtfulShifts(person, own);
  const view = { frame, person, all, own, days: workingDays(all), availability: availability2, doubtful, pay };
  const snags = checks.sink.into = [];
  if (own.length > 0 || person !== null)
    for (const { check, report } of checks.person) check.inspect(view, report);
  const decimals = decimalsOf(frame.site.currency);
  const costs = pay.map((week) => week.days.map((day) => day.cost));
  const weekCosts = costs.map((list) => sumToMinor(list, decimals));
  return {
    view,
    presence: person ? presenceOf(frame, all) : [],
    snags,
    paid: pay.reduce((sum2, week) => sum2 + week.paid, 0),
    overtime: pay.reduce((sum2, week) => sum2 + week.overtime, 0),
    cost: weekCosts.length === 1 ? weekCosts[0] : sumToMinor(costs.flat(), decimals),
    weekCosts
  };
}
function workingDays(all) {
  const days = [];
  for (const placed of all) {
    const last = days[days.length - 1];
    if (last && last.date === placed.date) last.parts.push(placed);
    else days.push({ date: placed.date, parts: [placed] });
  }
  return days;
}
function cellSnags(partial, row, day) {
  const { frame, plan, checks, staffing, ranges } = partial;
  const range = ranges[day];
  if (!range) return [];
  const snags = checks.sink.into = [];
  const view = {
    frame,
    date: plan.from + day,
    role: plan.roles[row]?.id ?? null,
    blocks: blocksOf(frame, staffing, row, day, range)
  };
  for (const { check, report } of checks.coverage) check.inspect(view, report);
  return snags;
}
function weekState(partial, i, paid, cost) {
  const { frame, checks } = partial;
  const snags = checks.sink.into = [];
  const view = { frame, week: frame.weeks[i], paid, cost };
  for (const { check, report } of checks.week) check.inspect(view, report);
  return { paid, cost, snags };
}
function shiftsOf(state) {
  return state.view.all;
}
function snagsOf(judgement) {
  const all = [];
  for (const state of judgement.people) all.push(...state.snags);
  for (const cell of judgement.cells) all.push(...cell);
  for (const week of judgement.weeks) all.push(...week.snags);
  return all;
}

// src/core/checks/snag.ts
function sameSnag(a, b) {
  return a.code === b.code && a.date === b.date && a.from === b.from && a.to === b.to && a.person === b.person && a.role === b.role && a.amount === b.amount && a.severity === b.severity && a.limit === b.limit && a.shifts.length === b.shifts.length && a.shifts.every((id, i) => id === b.shifts[i]);
}
function compareSnags(before, after) {
  const cleared = before.slice();
  const appeared = after.filter((snag) => {
    const at = cleared.findIndex((other) => sameSnag(snag, other));
    if (at >= 0) cleared.splice(at, 1);
    return at < 0;
  });
  return { appeared, cleared };
}
var WEIGHT = { stop: 0, warn: 1, note: 2 };
function bySeverity(a, b) {
  return WEIGHT[a.severity] - WEIGHT[b.severity] || a.date - b.date || compare(a.from, b.from) || compare(a.code, b.code) || compare(a.person, b.person) || compare(a.role, b.role) || compareLists(a.shifts, b.shifts);
}
function compare(a, b) {
  if (a === b) return 0;
  if (a === null) return -1;
  if (b === null) return 1;
  return a < b ? -1 : 1;
}
function compareLists(a, b) {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const order = compare(a[i], b[i]);
    if (order !== 0) return order;
  }
  return a.length - b.length;
}

// src/core/consequences/consequences.ts
function difference(before, after) {
  const appeared = [];
  const cleared = [];
  const compare2 = (old, fresh) => {
    if (old === fresh) return;
    const changed = compareSnags(old, fresh);
    appeared.push(...changed.appeared);
    cleared.push(...changed.cleared);
  };
  let paidMinutes = 0;
  let cost = 0;
  for (let i = 0; i < after.people.length; i++) {
    const [old, fresh] = [before.people[i], after.people[i]];
    if (old === fresh) continue;
    compare2(old.snags, fresh.snags);
    paidMinutes += fresh.paid - old.paid;
    cost += fresh.cost - old.cost;
  }
  for (let i = 0; i < after.cells.length; i++) compare2(before.cells[i], after.cells[i]);
  for (let i = 0; i < after.weeks.length; i++) compare2(before.weeks[i].snags, after.weeks[i].snags);
  return {
    appeared: appeared.sort(bySeverity),
    cleared: cleared.sort(bySeverity),
    paidMinutes,
    cost
  };
}
function comparison(before, after) {
  const key = ({ facts: _facts, ...snag }) => JSON.stringify(Object.values(snag));
  const gone = /* @__PURE__ */ new Map();
  for (const snag of snagsOf(before)) gone.set(key(snag), [...gone.get(key(snag)) ?? [], snag]);
  const appeared = snagsOf(after).filter((snag) => !gone.get(key(snag))?.pop());
  const sum2 = (judgement, of) => judgement.weeks.reduce((total, week) => total + of(week), 0);
  return {
    appeared: appeared.sort(bySeverity),
    cleared: [...gone.values()].flat().sort(bySeverity),
    paidMinutes: sum2(after, (week) => week.paid) - sum2(before, (week) => week.paid),
    cost: sum2(after, (week) => week.cost) - sum2(before, (week) => week.cost)
  };
}
function tryChanges(judgement, changes) {
  const done = rejudge(judgement, changes);
  if (!done.ok) return done;
  return {
    ok: true,
    trial: {
      consequences: difference(judgement, done.judgement),
      judgement: done.judgement,
      inverse: done.inverse
    }
  };
}

// src/data/database.ts
import { existsSync, mkdirSync } from "node:fs";
import { dirname } from "node:path";
import { CompiledQuery, Kysely, SqliteDialect, sql as sql3 } from "kysely";

// src/data/driver.ts
import Libsql from "libsql";
function openDriver(file, options) {
  const database = new Libsql(file, { timeout: options.timeout });
  return {
    prepare(sql10) {
      if (/^(begin|commit|rollback)$/.test(sql10)) return bracketing(database, sql10);
      const statement = database.prepare(sql10);
      return {
        reader: statement.reader,
        all: (parameters) => statement.all(parameters.map(bindable)),
        run: (parameters) => statement.run(parameters.map(bindable)),
        iterate: (parameters) => statement.iterate(parameters.map(bindable))
      };
    },
    close() {
      database.close();
    }
  };
}
function bracketing(database, sql10) {
  const run = () => {
    try {
      database.exec(sql10 === "begin" ? "begin immediate" : sql10);
    } catch (error) {
      if (sql10 !== "rollback" || !/no transaction is active/.test(String(error))) throw error;
    }
    return { changes: 0, lastInsertRowid: 0 };
  };
  return { reader: false, all: () => [], run, iterate: () => [][Symbol.iterator]() };
}
function bindable(value) {
  switch (typeof value) {
    case "boolean":
      return value ? 1n : 0n;
    case "number":
      if (Number.isSafeInteger(value)) return BigInt(value);
      if (Number.isFinite(value) && !Number.isInteger(value)) return value;
      throw new TypeError(`the number ${value} cannot be stored`);
    case "string":
    case "bigint":
      return value;
    case "undefined":
      throw new TypeError("undefined cannot be stored; use null");
    default:
      if (value === null || value instanceof Uint8Array) return value;
      if (value instanceof Date) throw new TypeError("a Date cannot be stored; use UTC text");
      throw new TypeError(`a ${typeof value} cannot be stored`);
  }
}

// src/data/migrations/001-first.ts
var first = [
  `create table setting (name text primary key, value text not null) strict`,
  `create table site (
    id text primary key, name text not null, time_zone text not null, currency text not null,
    week_start integer not null check (week_start between 0 and 6),
    hour_format text not null check (hour_format in ('24', '12')),
    block_minutes integer not null check (block_minutes > 0 and 1440 % block_minutes = 0),
    margin_before integer not null default 0, margin_after integer not null default 0,
    never_closed integer not null default 0,
    budget_minutes integer, budget_minor integer,
    rules text not null default '{}', position integer not null, version integer not null default 0
  ) strict`,
  `create table site_hours (
    site_id text not null references site (id), weekday integer not null check (weekday between 0 and 6),
    from_minute integer not null, to_minute integer not null,
    primary key (site_id, weekday, from_minute)
  ) strict`,
  `create table site_date (
    id integer primary key, site_id text not null references site (id), date text not null,
    from_minute integer, to_minute integer
  ) strict`,
  `create index site_date_by_date on site_date (site_id, date)`,
  `create table role (
    id text primary key, name text not null, mark text not null, ink text not null, rate_minor integer,
    retired integer not null default 0
  ) strict`,
  `create table site_role (
    site_id text not null references site (id), role_id text not null references role (id),
    position integer not null, primary key (site_id, role_id)
  ) strict`,
  `create table person (
    id text primary key, name text not null, birth_date text, employed_from text, employed_to text,
    contract_minutes integer, max_week_minutes integer, standard_day_minutes integer
  ) strict`,
  `create table person_site (
    person_id text not null references person (id), site_id text not null references site (id),
    position integer not null, primary key (person_id, site_id)
  ) strict`,
  `create index person_site_by_site on person_site (site_id)`,
  `create table person_role (
    person_id text not null references person (id), role_id text not null references role (id),
    until text, rate_minor integer, position integer not null, primary key (person_id, role_id)
  ) strict`,
  `create table availability (
    id text primary key, person_id text not null references person (id), since text, until text, comment text
  ) strict`,
  `create index availability_by_person on availability (person_id)`,
  `create table availability_block (
    availability_id text not null references availability (id), weekday integer not null,
    from_minute integer not null, to_minute integer not null,
    kind text not null check (kind in ('available', 'rather-not', 'not-available'))
  ) strict`,
  `create index availability_block_by_id on availability_block (availability_id)`,
  `create table leave (
    id text primary key, person_id text not null references person (id), from_at text not null,
    to_at text not null,
    state text not null check (state in ('draft', 'waiting', 'approved', 'declined', 'withdrawn'))
  ) strict`,
  `create index leave_by_person on leave (person_id)`,
  `create table holiday (
    id text primary key, site_id text references site (id), date text not null, name text not null,
    closed integer not null
  ) strict`,
  `create table need (
    id text primary key, site_id text not null references site (id), role_id text references role (id),
    weekday integer check (weekday between 0 and 6), date text, from_minute integer not null,
    to_minute integer not null, count integer not null,
    check ((weekday is null) <> (date is null))
  ) strict`,
  `create index need_by_site on need (site_id)`,
  ...["shift", "published_shift"].flatMap((table) => [
    `create table ${table} (
      id text primary key, site_id text not null references site (id),
      person_id text references person (id), role_id text references role (id), date text not null,
      from_minute integer not null check (from_minute between 0 and 1439),
      to_minute integer not null check (to_minute > from_minute and to_minute <= from_minute + 1440),
      break_minutes integer, break_at integer, break_paid integer not null default 0,
      ${table === "shift" ? "fixed integer not null default 0," : ""}
      note text, label text
    ) strict`,
    `create index ${table}_by_date on ${table} (site_id, date)`,
    `create index ${table}_by_person on ${table} (person_id, date)`
  ]),
  `create table change_log (
    seq integer primary key, id text not null unique, at text not null, actor text not null,
    site_id text not null references site (id), version integer not null, changes text not null,
    inverse text not null
  ) strict`,
  `create index change_log_by_site on change_log (site_id, version)`
];

// src/data/migrations/002-setup.ts
var setup = [
  `alter table site add column weekend text not null default '[5,6]'`,
  `alter table site add column sales_per_hour_minor integer`,
  `alter table site add column needs_minimum integer not null default 1`,
  `create table site_budget (
    site_id text not null references site (id), since text, minutes integer, cost_minor integer,
    sales_minor integer
  ) strict`,
  `create unique index site_budget_by_date on site_budget (site_id, ifnull(since, ''))`,
  `insert into site_budget (site_id, since, minutes, cost_minor)
    select id, null, budget_minutes, budget_minor from site
    where budget_minutes is not null or budget_minor is not null`,
  `alter table site drop column budget_minutes`,
  `alter table site drop column budget_minor`,
  `alter table site_hours rename to site_hours_before`,
  `create table site_hours (
    site_id text not null references site (id), since text,
    weekday integer not null check (weekday between 0 and 6),
    from_minute integer not null, to_minute integer not null
  ) strict`,
  `create unique index site_hours_by_site on site_hours (site_id, ifnull(since, ''), weekday, from_minute)`,
  `insert into site_hours (site_id, since, weekday, from_minute, to_minute)
    select site_id, null, weekday, from_minute, to_minute from site_hours_before`,
  `drop table site_hours_before`,
  `create table area (
    id text primary key, site_id text not null references site (id), name text not null,
    position integer not null
  ) strict`,
  // A role is retired where it is worked, not in the whole business.
  `alter table site_role add column retired integer not null default 0`,
  `update site_role set retired = (select retired from role where role.id = site_role.role_id)`,
  `alter table role drop column retired`,
  `alter table person add column number text`,
  `alter table person add column email text`,
  `alter table person add column phone text`,
  `alter table person add column contract_kind text`,
  `alter table person add column pay_kind text not null default 'hourly'`,
  `alter table person add column manager_id text references person (id)`,
  `alter table person add column usual_week text`,
  `alter table person add column team text not null default '[]'`,
  `alter table person add column notes text`,
  `create table field (id text primary key, name text not null, position integer not null) strict`,
  `create table person_field (
    person_id text not null references person (id), field_id text not null references field (id),
    value text not null, primary key (person_id, field_id)
  ) strict`,
  `create table person_pay (
    id text primary key, person_id text not null references person (id), role_id text references role (id),
    since text, rate_minor integer not null
  ) strict`,
  `create index person_pay_by_person on person_pay (person_id)`,
  `insert into person_pay (id, person_id, role_id, since, rate_minor)
    select person_id || ' ' || role_id, person_id, role_id, null, rate_minor from person_role
    where rate_minor is not null`,
  `alter table person_role drop column rate_minor`,
  // The usual week is a set without a name, one for each date from which it holds; a variant has a name and dates.
  `create table need_set (
    id text primary key, site_id text not null references site (id), name text, since text
  ) strict`,
  `create index need_set_by_site on need_set (site_id)`,
  `create table need_date (
    site_id text not null references site (id), date text not null,
    set_id text not null references need_set (id), primary key (site_id, date)
  ) strict`,
  `insert into need_set (id, site_id, name, since) select distinct site_id, site_id, null, null from need`,
  // A dated need replaced the weekday needs of its role only: a variant holds the others too.
  `insert into need_set (id, site_id, name, since)
    select distinct site_id || ' ' || date, site_id, date, null from need where date is not null`,
  `insert into need_date (site_id, date, set_id)
    select distinct site_id, date, site_id || ' ' || date from need where date is not null`,
  `alter table need rename to need_before`,
  `create table need (
    id text primary key, set_id text not null references need_set (id), role_id text references role (id),
    weekday integer not null check (weekday between 0 and 6), from_minute integer not null,
    to_minute integer not null, count integer not null
  ) strict`,
  `create index need_by_set on need (set_id)`,
  `insert into need (id, set_id, role_id, weekday, from_minute, to_minute, count)
    select id, site_id, role_id, weekday, from_minute, to_minute, count from need_before where date is null`,
  `insert into need (id, set_id, role_id, weekday, from_minute, to_minute, count)
    select id, site_id || ' ' || date, role_id, (cast(strftime('%w', date) as integer) + 6) % 7, from_minute,
      to_minute, count
    from need_before where date is not null`,
  `insert into need (id, set_id, role_id, weekday, from_minute, to_minute, count)
    select usual.id || ' ' || days.date, days.site_id || ' ' || days.date, usual.role_id, usual.weekday,
      usual.from_minute, usual.to_minute, usual.count
    from (select distinct site_id, date from need_before where date is not null) as days
    join need_before as usual on usual.site_id = days.site_id and usual.date is null
      and usual.weekday = (cast(strftime('%w', days.date) as integer) + 6) % 7
    where not exists (
      select 1 from need_before as dated where dated.site_id = days.site_id and dated.date = days.date
        and dated.role_id is usual.role_id
    ) and not exists (
      select 1 from holiday where holiday.date = days.date and holiday.closed = 1
        and (holiday.site_id is null or holiday.site_id = days.site_id)
    )`,
  `drop table need_before`,
  `create table command_log (
    seq integer primary key, id text not null unique, at text not null, actor text not null,
    kind text not null, title text not null, changes text not null, entries text not null default '[]',
    undoes text
  ) strict`,
  `create table command_about (
    seq integer not null references command_log (seq), kind text not null, id text not null,
    primary key (kind, id, seq)
  ) strict`,
  `create table import_draft (
    id text primary key, at text not null, actor text not null, name text not null, content text not null
  ) strict`,
  `create table known_head (head text primary key, field text not null) strict`
];

// src/data/migrations/003-repeating.ts
var repeating = [
  `alter table shift add column detail text`,
  `alter table published_shift add column detail text`,
  `alter table site_role add column area_id text references area (id) on delete set null`,
  `create table station (
    id text primary key, site_id text not null references site (id), name text not null,
    position integer not null
  ) strict`,
  `create table shift_template (
    id text primary key, site_id text not null references site (id), name text not null, short text not null,
    form text not null, position integer not null
  ) strict`,
  `create table week_template (
    id text primary key, site_id text not null references site (id), name text not null, shifts text not null
  ) strict`,
  `create table pattern (
    id text primary key, site_id text not null references site (id), name text not null, anchor text not null,
    since text not null, until text, weeks integer not null, rule text, content text not null
  ) strict`,
  `create index pattern_by_site on pattern (site_id)`,
  `create table left_out (
    pattern_id text not null references pattern (id) on delete cascade, key text not null,
    primary key (pattern_id, key)
  ) strict`,
  `create table daybook (
    site_id text not null references site (id), date text not null, note text not null,
    primary key (site_id, date)
  ) strict`
];

// src/data/migrations/004-activity.ts
var activity = [
  `create table activity (
    seq integer primary key, id text not null unique, at text not null, actor text not null, kind text not null,
    title text not null, request text, undoes text, payload blob not null, inverse blob
  ) strict`,
  `create index activity_undoes on activity (undoes) where undoes is not null`,
  `create index activity_by_time on activity (at) where inverse is not null`,
  `create table activity_site (
    site_id text not null, revision integer not null, seq integer not null references activity (seq),
    primary key (site_id, revision)
  ) strict, without rowid`,
  `create index activity_site_by_seq on activity_site (seq)`,
  `create table activity_subject (
    id text not null, kind text not null, seq integer not null references activity (seq),
    primary key (id, kind, seq)
  ) strict, without rowid`,
  `create index activity_subject_by_seq on activity_subject (seq) where kind <> 'shift'`
];
var afterActivity = [
  "drop table command_about",
  "drop table command_log",
  "drop table change_log"
];

// src/data/migrations/fill-activity.ts
import { sql as sql2 } from "kysely";

// src/core/plan/preconditions.ts
function withoutPreconditions(changes) {
  return changes.map((change) => {
    if (change.do !== "set" && change.do !== "remove") return change;
    const { was: _was, ...rest } = change;
    return rest;
  });
}

// src/data/records/records.ts
import { sql } from "kysely";
var KEYS = {
  site: ["id"],
  site_hours: ["site_id", "since", "weekday", "from_minute", "to_minute"],
  site_date: ["site_id", "date", "from_minute", "to_minute"],
  site_budget: ["site_id", "since"],
  area: ["id"],
  role: ["id"],
  site_role: ["site_id", "role_id"],
  holiday: ["id"],
  need_set: ["id"],
  need_date: ["site_id", "date"],
  need: ["id"],
  field: ["id"],
  person: ["id"],
  person_site: ["person_id", "site_id"],
  person_role: ["person_id", "role_id"],
  person_pay: ["id"],
  person_field: ["person_id", "field_id"],
  availability: ["id"],
  availability_block: ["availability_id", "weekday", "from_minute", "to_minute", "kind"],
  leave: ["id"],
  shift: ["id"],
  setting: ["name"],
  station: ["id"],
  shift_template: ["id"],
  week_template: ["id"],
  pattern: ["id"],
  left_out: ["pattern_id", "key"],
  daybook: ["site_id", "date"]
};
function keyColumns(table) {
  return KEYS[table];
}

// src/data/activity/parts.ts
var WIDE = /* @__PURE__ */ new Set(["site", "person", "shift"]);
function splitParts({ rows: rows2, shifts }) {
  const compact = rows2.map(compactRow);
  return {
    payload: {
      rows: compact.map(({ table, after }) => ({ table, after })),
      shifts: shifts.map(({ site: site2, changes }) => ({ site: site2, changes: withoutPreconditions(changes) }))
    },
    inverse: {
      rows: compact.map(({ before }) => before),
      shifts: shifts.map(
        ({ inverse }) => withoutPreconditions(inverse).map((change) => change.do === "remove" ? null : change)
      )
    }
  };
}
function compactRow(change) {
  const { table, before, after } = change;
  if (!before || !after || !WIDE.has(table)) return change;
  const keys = keyColumns(table);
  const columns = Object.keys(after).filter(
    (column) => keys.includes(column) || before[column] !== after[column]
  );
  const part = (row) => Object.fromEntries(columns.map((column) => [column, row[column] ?? null]));
  return { table, before: part(before), after: part(after) };
}

// src/data/activity/packing.ts
import { promisify } from "node:util";
import { deflateRaw, inflateRawSync } from "node:zlib";
var WORTH_IT = 600;
var PLAIN = 0;
var PACKED = 1;
var deflate = promisify(deflateRaw);
async function pack(value) {
  const json = JSON.stringify(value);
  const packed = json.length >= WORTH_IT;
  const bytes = packed ? await deflate(Buffer.from(json)) : Buffer.from(json);
  return Buffer.concat([Uint8Array.of(packed ? PACKED : PLAIN), bytes]);
}

// src/data/activity/activity-store.ts
async function keepSubjects(db2, seq, subjects) {
  const rows2 = [...new Map(subjects.map((one) => [JSON.stringify([one.kind, one.id]), one])).values()];
  for (let i = 0; i < rows2.length; i += 500)
    await db2.insertInto("activity_subject").values(rows2.slice(i, i + 500).map(({ kind, id }) => ({ kind, id, seq }))).execute();
}
function shiftsOf2(entries) {
  return entries.flatMap(
    ({ changes }) => changes.map((change) => ({ kind: "shift", id: shiftOf(change) }))
  );
}
function shiftOf(change) {
  if (change.do === "add") return change.shift.id;
  return change.do === "set" || change.do === "remove" ? change.id : "";
}

// src/data/migrations/fill-activity.ts
async function fillActivity(db2, onProgress) {
  const order = await sql2`
    select at, 1 as command, seq from command_log
    union all
    select at, 0 as command, seq from change_log
    where id not in (select value from command_log, json_each(command_log.entries))
    order by 1, 2, 3
  `.execute(db2);
  for (const [i, { command, seq }] of order.rows.entries()) {
    if (Number(command) === 1) await bringCommand(db2, Number(seq));
    else await bringEdit(db2, await editOf(db2, "seq", Number(seq)));
    if (i % 200 === 199) onProgress((i + 1) / order.rows.length);
  }
}
async function editOf(db2, column, value) {
  const { rows: rows2 } = await sql2`select * from change_log where ${sql2.ref(column)} = ${value}`.execute(
    db2
  );
  return rows2[0];
}
function entryOf(edit) {
  return {
    site: edit.site_id,
    changes: JSON.parse(edit.changes),
    inverse: JSON.parse(edit.inverse)
  };
}
async function bringEdit(db2, edit) {
  const { id, at, actor } = edit;
  const seq = await bring(db2, { id, at, actor, kind: "plan.change", title: "", undoes: null }, [], [edit]);
  await keepSubjects(db2, seq, shiftsOf2([entryOf(edit)]));
}
async function bringCommand(db2, oldSeq) {
  const { rows: rows2 } = await sql2`select * from command_log where seq = ${oldSeq}`.execute(db2);
  const [command] = rows2;
  const edits = [];
  for (const id of JSON.parse(command.entries)) {
    const edit = await editOf(db2, "id", id);
    if (edit) edits.push(edit);
  }
  const about = await sql2`select kind, id from command_about where seq = ${oldSeq}`.execute(db2);
  const seq = await bring(db2, command, JSON.parse(command.changes), edits);
  await keepSubjects(db2, seq, [...about.rows, ...shiftsOf2(edits.map(entryOf))]);
}
async function bring(db2, {
  id,
  at,
  actor,
  kind,
  title,
  undoes
}, rows2, edits) {
  const { payload, inverse } = splitParts({ rows: rows2, shifts: edits.map(entryOf) });
  const { seq } = await db2.insertInto("activity").values({
    ...{ id, at, actor, kind, title, undoes },
    request: null,
    payload: await pack(payload),
    inverse: await pack(inverse)
  }).returning("seq").executeTakeFirstOrThrow();
  for (const edit of edits)
    await db2.insertInto("activity_site").values({ site_id: edit.site_id, revision: Number(edit.version), seq }).execute();
  return seq;
}

// src/data/migrations/list.ts
var MIGRATIONS = [
  first,
  setup,
  repeating,
  [...activity, fillActivity, ...afterActivity]
];

// src/data/database.ts
var DataFileError = class extends Error {
  constructor(code, message) {
    super(message);
    this.code = code;
  }
  code;
};
var BUSY_MS = 3e3;
var STATEMENT_BUSY_MS = 50;
async function openDatabase(file, onProgress = () => void 0) {
  const inMemory = file === ":memory:";
  let driver = null;
  try {
    if (!inMemory && !existsSync(dirname(file))) mkdirSync(dirname(file), { recursive: true });
    driver = openDriver(file, { timeout: BUSY_MS });
    const database = new Kysely({ dialect: new SqliteDialect({ database: driver }) });
    await refuseForeign(database, file);
    for (const setting of [
      "pragma journal_mode = wal",
      "pragma synchronous = full",
      "pragma foreign_keys = on"
    ])
      await database.executeQuery(CompiledQuery.raw(setting));
    await migrate(database, file, onProgress);
    await database.executeQuery(CompiledQuery.raw(`pragma busy_timeout = ${STATEMENT_BUSY_MS}`));
    return database;
  } catch (error) {
    driver?.close();
    throw explain(error, file);
  }
}
async function refuseForeign(database, file) {
  const version = await versionOf(database);
  const { rows: rows2 } = await sql3`select name from sqlite_master where type = 'table'`.execute(
    database
  );
  const isOurs = version === 0 ? rows2.length === 0 : OURS.every((table) => rows2.some(({ name }) => name === table));
  if (!isOurs)
    throw new DataFileError(
      "foreign",
      `${file} belongs to another program. Move it away, or point VICENDA_DATA to another folder.`
    );
}
var OURS = ["site", "person", "shift", "setting"];
async function migrate(database, file, onProgress) {
  const version = await versionOf(database);
  if (version > MIGRATIONS.length)
    throw new DataFileError(
      "newer",
      `The data file ${file} was made by a newer version of Vicenda (its form is ${version}, this version knows up to ${MIGRATIONS.length}). Start that version, or point VICENDA_DATA to another folder.`
    );
  await database.transaction().execute(async (trx) => {
    for (let step = await versionOf(trx); step < MIGRATIONS.length; step++) {
      for (const part of MIGRATIONS[step])
        if (typeof part === "string") await trx.executeQuery(CompiledQuery.raw(part));
        else await part(trx, onProgress);
      await trx.executeQuery(CompiledQuery.raw(`pragma user_version = ${step + 1}`));
    }
    const version2 = await versionOf(trx);
    await trx.executeQuery(CompiledQuery.raw(`pragma user_version = ${version2}`));
  });
}
async function versionOf(database) {
  const { rows: rows2 } = await sql3`pragma user_version`.execute(database);
  return Number(rows2[0].user_version);
}
function explain(error, file) {
  if (error instanceof DataFileError) return error;
  const { code = "", message = "" } = error;
  const says = (pattern) => pattern.test(`${code} ${message}`);
  if (says(/SQLITE_BUSY|SQLITE_LOCKED|database is locked/i))
    return new DataFileError(
      "locked",
      `The data file ${file} is locked by another program. Close whatever else is using it (perhaps another Vicenda), and start again.`
    );
  if (says(/SQLITE_READONLY|readonly|read-only|EROFS/i))
    return new DataFileError(
      "read-only",
      `The data file ${file} cannot be written. Give this user the right to write the file and its folder, or point VICENDA_DATA to another folder.`
    );
  if (says(/SQLITE_NOTADB|not a database|SQLITE_CORRUPT|malformed/i))
    return new DataFileError(
      "not-a-data-file",
      `${file} is not a Vicenda data file, or it is damaged. Move it away or restore a copy.`
    );
  if (says(/SQLITE_CANTOPEN|unable to open|EACCES|ENOTDIR|ENOENT|EPERM/i))
    return new DataFileError(
      "unreachable",
      `The data file ${file} cannot be opened. Check that its folder exists and that this user may use it.`
    );
  return error;
}

// src/core/time/write.ts
var WEEKDAY_NAMES = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
var SHORT_WEEKDAYS = WEEKDAY_NAMES.map((name) => name.slice(0, 3));
function writeClock(minute) {
  const m = minute > DAY ? minute - DAY : minute;
  return `${String(Math.floor(m / 60)).padStart(2, "0")}:${String(m % 60).padStart(2, "0")}`;
}
function readClock(text) {
  const match = /^(\d{2}):(\d{2})$/.exec(text);
  if (!match) return null;
  const [hour, minute] = [Number(match[1]), Number(match[2])];
  if (minute > 59 || hour > 24 || hour === 24 && minute > 0) return null;
  return hour * 60 + minute;
}

// src/data/moment.ts
function readMoment(text) {
  const [date, time] = text.split("T");
  return readDate(date) * DAY + readClock(time);
}
function writeMoment(minutes) {
  const day = Math.floor(minutes / DAY);
  return `${writeDate(day)}T${writeClock(minutes - day * DAY)}`;
}

// src/data/week/shift-store.ts
import { sql as sql4 } from "kysely";

// src/core/plan/types.ts
var NO_DETAIL = {
  moreBreaks: [],
  duties: [],
  station: null,
  tasks: [],
  once: { label: false, note: true, station: false },
  template: null,
  pattern: null
};
var DEFAULT_RULES = {
  breaks: [],
  dailyRestMinutes: 660,
  weeklyRestMinutes: 2100,
  maxDaysInARow: 6,
  minShiftMinutes: 120,
  maxShiftMinutes: 600,
  maxDayMinutes: 600,
  slipMinutes: 960,
  minimumOn: 1,
  surplusTolerance: 0,
  overtime: null,
  young: [],
  off: [],
  severity: {}
};

// src/core/plan/shift-edits.ts
function breaksOf(shift) {
  return shift.break ? [shift.break, ...shift.detail?.moreBreaks ?? []] : [];
}
var EMPTY = JSON.stringify(NO_DETAIL);
function asOneBreak(shift) {
  const breaks = breaksOf(shift);
  if (breaks.length < 2) return shift.break;
  const unpaid = breaks.reduce((sum2, one) => sum2 + (one.paid ? 0 : one.minutes), 0);
  return { minutes: unpaid, at: null, paid: false };
}

// src/data/week/shift-store.ts
async function loadShifts(db2, site2, from, to) {
  const rows2 = await between(db2, "shift", site2, from, to);
  return rows2.map(shiftOf2);
}
async function loadPublished(db2, site2, from, to) {
  const rows2 = await between(db2, "published_shift", site2, from, to);
  return rows2.map(shiftOf2);
}
function between(db2, table, site2, from, to) {
  return db2.selectFrom(table).selectAll().where("site_id", "=", site2).where("date", ">=", writeDate(from)).where("date", "<", writeDate(to)).orderBy("date").orderBy("from_minute").orderBy("id").execute();
}
var COLUMNS = [
  "id",
  "site_id",
  "person_id",
  "role_id",
  "date",
  "from_minute",
  "to_minute",
  "break_minutes",
  "break_at",
  "break_paid",
  "fixed",
  "note",
  "label",
  "detail"
];
async function readWorked(db2, site2, people, [from, to], [first2, last]) {
  const { rows: rows2 } = await sql4`
    select json_group_array(json_array(${sql4.join(COLUMNS.map((column) => sql4.ref(column)))})) as list from shift
    where (site_id = ${site2} and date >= ${writeDate(from)} and date < ${writeDate(to)})
      or (person_id in (select value from json_each(${JSON.stringify(people)}))
        and date >= ${writeDate(first2)} and date < ${writeDate(last)})
  `.execute(db2);
  const lines = JSON.parse(rows2[0].list);
  return lines.map(([id, site_id, person_id, role_id, date, from_minute, to_minute, ...rest]) => {
    const [break_minutes, break_at, break_paid, fixed, note, label, detail] = rest;
    const pause = { break_minutes, break_at, break_paid };
    const row = {
      id,
      site_id,
      person_id,
      role_id,
      date,
      from_minute,
      to_minute,
      ...pause,
      fixed,
      note,
      label,
      detail
    };
    return { site: site_id, shift: shiftOf2(row) };
  });
}
function workedOf(row) {
  return { site: String(row.site_id), shift: shiftOf2(row) };
}
function aroundShift(site2, where, shift) {
  const { person, role, date, from, to } = shift;
  return {
    person,
    role: where === site2 ? role : null,
    site: where === site2 ? null : where,
    date,
    from,
    to,
    break: asOneBreak(shift)
  };
}
async function insertShifts(db2, site2, shifts, published) {
  for (let i = 0; i < shifts.length; i += 200) {
    const part = shifts.slice(i, i + 200);
    await db2.insertInto("shift").values(part.map((shift) => rowOf(site2, shift))).execute();
    const out = part.filter(published).map((shift) => {
      const { fixed: _draftOnly, ...row } = rowOf(site2, shift);
      return row;
    });
    if (out.length > 0) await db2.insertInto("published_shift").values(out).execute();
  }
}
function shiftOf2(row) {
  return {
    id: row.id,
    person: row.person_id,
    role: row.role_id,
    date: readDate(row.date),
    from: row.from_minute,
    to: row.to_minute,
    break: row.break_minutes === null ? null : { minutes: row.break_minutes, at: row.break_at, paid: row.break_paid !== 0 },
    fixed: Boolean(row.fixed),
    note: row.note,
    label: row.label,
    ...row.detail === null ? {} : { detail: JSON.parse(row.detail) }
  };
}
function rowOf(site2, shift) {
  return {
    id: shift.id,
    site_id: site2,
    person_id: shift.person,
    role_id: shift.role,
    date: writeDate(shift.date),
    from_minute: shift.from,
    to_minute: shift.to,
    break_minutes: shift.break?.minutes ?? null,
    break_at: shift.break?.at ?? null,
    break_paid: shift.break?.paid ?? false,
    fixed: shift.fixed,
    note: shift.note,
    label: shift.label,
    detail: shift.detail ? JSON.stringify(shift.detail) : null
  };
}

// src/core/seeded.ts
function seeded(seed) {
  let state = seed >>> 0;
  return () => {
    state = state + 1831565813 >>> 0;
    let t2 = state;
    t2 = Math.imul(t2 ^ t2 >>> 15, t2 | 1);
    t2 ^= t2 + Math.imul(t2 ^ t2 >>> 7, t2 | 61);
    return ((t2 ^ t2 >>> 14) >>> 0) / 4294967296;
  };
}

// src/data/demo/large.ts
var FIRST = "Ada Bo Cato Dita Eli Fen Gio Hedy Ivo Juno Kai Lea Milo Nell Odo Pia Quin Rui Sol Tove".split(
  " "
);
var LAST = "Abara Bergsma Calloway Dufresne Engstr\xF6m Farrow Galvani Hollis Ibarra Jansma Kerrigan Lunde Moravec Nakata Osei Pereira Quist Romano Santoro Thorne Ueda Varga Wren Xanthos Yilmaz Zeller Ashdown-Montgomery Brandvold Castellanos Drummond".split(
  " "
);
var LARGE_ROLES = [
  { id: "grounds", name: "Grounds", hourlyRate: 13.4 },
  { id: "pantry", name: "Pantry", hourlyRate: 14.2 },
  { id: "counter", name: "Counter", hourlyRate: 13.1 },
  { id: "gate", name: "Gate", hourlyRate: 12.9 },
  { id: "ferry", name: "Ferry", hourlyRate: 16.8 },
  { id: "berths", name: "Berths", hourlyRate: 15.1 },
  { id: "laundry", name: "Laundry", hourlyRate: 12.7 },
  { id: "watch", name: "Watch", hourlyRate: 17.3 }
];
var SPANS = [
  [6, 14],
  [7, 15],
  [9, 17],
  [10, 16],
  [13, 21],
  [15, 23],
  [17, 23],
  [22, 30]
].map(([from, to]) => ({ from: from * 60, to: to * 60 }));
function largePlan(count, from, seed = 1) {
  const random = seeded(seed);
  const pick = (list) => list[Math.floor(random() * list.length)];
  const people = Array.from({ length: count }, (_, i) => {
    const main = LARGE_ROLES[i % LARGE_ROLES.length].id;
    const other = pick(LARGE_ROLES).id;
    return {
      id: `g${i}`,
      name: `${FIRST[i % FIRST.length]} ${LAST[Math.floor(i / FIRST.length) % LAST.length]}`,
      roles: [.../* @__PURE__ */ new Set([main, other])].map((role) => ({ role, until: null, hourlyRate: null })),
      contractMinutes: pick([1200, 1440, 1920, 2280, 2400]),
      maxWeekMinutes: 2880,
      standardDayMinutes: null,
      employedFrom: from - 100 - i,
      employedTo: null,
      birthDate: null,
      availability: i % 3 === 0 ? [] : availability(offDays(i)[0], i),
      leave: i % 40 === 7 ? [{ id: `g${i}-1`, from: (from + 2) * DAY, to: (from + 4) * DAY, state: "approved" }] : []
    };
  });
  const shifts = people.flatMap((person, i) => shiftsOf3(person, i, from, pick));
  const plan = {
    site: {
      id: "grounds",
      name: "Saltmere Grounds",
      timeZone: "Europe/Lisbon",
      weekStart: 0,
      blockMinutes: 30,
      currency: "EUR",
      openHours: WEEKDAYS.map(() => [{ from: 360, to: 1380 }]),
      openDates: /* @__PURE__ */ new Map(),
      margins: { before: 60, after: 60 }
    },
    from,
    days: 7,
    roles: LARGE_ROLES,
    people,
    holidays: [],
    needs: [],
    shifts,
    around: [],
    rules: {
      ...DEFAULT_RULES,
      breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
      overtime: { weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null },
      off: ["closed", "surplus"],
      minimumOn: 1
    },
    budget: { minutes: count * 34 * 60, cost: count * 34 * 14.5 }
  };
  return { ...plan, needs: needsLike(plan) };
}
function offDays(index) {
  return [index % 7, (index + 1 + index % 5) % 7];
}
function availability(off, index) {
  const entry = { since: null, until: null };
  const only = (day) => WEEKDAYS.map((_, i) => i === day % 7);
  const most = index % 20 === 1 ? 900 : 1440 + 480;
  return [
    {
      ...entry,
      days: WEEKDAYS.map((_, i) => i !== off),
      from: 300,
      to: Math.min(most, 300 + 1440),
      kind: "available"
    },
    { ...entry, days: only(off + 2), from: 1080, to: 1440, kind: "rather-not" },
    { ...entry, days: only(off), from: 0, to: 1440, kind: "not-available" }
  ];
}
function shiftsOf3(person, index, from, pick) {
  const off = offDays(index);
  const usual = index % SPANS.length;
  return WEEKDAYS.flatMap((_, day) => {
    if (off.includes(day)) return [];
    const span = SPANS[(usual + pick([0, 0, 0, 1])) % SPANS.length];
    return {
      id: `${person.id}-${day}`,
      person: index % 50 === 49 && day === 3 ? null : person.id,
      role: person.roles[day % 3 === 0 ? person.roles.length - 1 : 0].role,
      date: from + day,
      ...span,
      break: null,
      fixed: false,
      note: null,
      label: null
    };
  });
}
function needsLike(plan) {
  const { staffing } = judge(plan);
  const needs = [];
  plan.roles.forEach((role, row) => {
    for (let day = 0; day < plan.days; day++)
      for (let from = 360; from < 1380; from += 120) {
        const count = staffing.staffed[row][day * DAY + from + 60];
        if (count > 0)
          needs.push({
            role: role.id,
            days: WEEKDAYS.map((_, i) => i === day),
            date: null,
            from,
            to: Math.min(from + 120, 1380),
            count: count + (day === 5 && from === 1080 ? 1 : 0)
          });
      }
  });
  return needs;
}

// src/data/demo/large-site.ts
var INKS = ["olive", "sea", "plum", "clay", "moss", "brick", "slate", "ochre"];
var BATCH = 400;
async function makeLargeSite(db2, monday, count) {
  const plan = largePlan(count, monday);
  const { site: site2 } = plan;
  const there = await db2.selectFrom("site").select("id").where("id", "=", site2.id).executeTakeFirst();
  if (there) return;
  await db2.transaction().execute(async (trx) => {
    await trx.insertInto("site").values({
      id: site2.id,
      name: site2.name,
      time_zone: site2.timeZone,
      currency: site2.currency,
      week_start: site2.weekStart,
      hour_format: "24",
      block_minutes: site2.blockMinutes,
      margin_before: site2.margins.before,
      margin_after: site2.margins.after,
      never_closed: 0,
      rules: JSON.stringify(plan.rules),
      position: 100,
      version: 0
    }).execute();
    await trx.insertInto("site_budget").values({
      site_id: site2.id,
      since: null,
      minutes: plan.budget.minutes,
      cost_minor: Math.round(plan.budget.cost * 100),
      sales_minor: null
    }).execute();
    const hours = site2.openHours.flatMap(
      (spans, weekday) => spans.map((span) => ({
        site_id: site2.id,
        since: null,
        weekday,
        from_minute: span.from,
        to_minute: span.to
      }))
    );
    await trx.insertInto("site_hours").values(hours).execute();
    const roles = plan.roles.map((role, i) => ({
      id: role.id,
      name: role.name,
      mark: role.name.slice(0, 1),
      ink: INKS[i % INKS.length],
      rate_minor: Math.round(role.hourlyRate * 100)
    }));
    await trx.insertInto("role").values(roles).execute();
    await trx.insertInto("site_role").values(plan.roles.map((role, position) => ({ site_id: site2.id, role_id: role.id, position }))).execute();
    await trx.insertInto("need_set").values({ id: site2.id, site_id: site2.id, name: null, since: null }).execute();
    await inBatches(
      plan.needs.flatMap(
        (need, i) => need.days.flatMap(
          (on, weekday) => on ? [
            {
              id: `${site2.id}-${i}`,
              set_id: site2.id,
              role_id: need.role,
              weekday,
              from_minute: need.from,
              to_minute: need.to,
              count: need.count
            }
          ] : []
        )
      ),
      (rows2) => trx.insertInto("need").values(rows2).execute()
    );
    await insertCrowd(trx, plan);
    await insertShifts(trx, site2.id, plan.shifts, (shift) => shift.date < monday + 2);
  });
}
async function insertCrowd(db2, plan) {
  const { people, site: site2 } = plan;
  await inBatches(
    people.map((person) => ({
      id: person.id,
      name: person.name,
      birth_date: null,
      employed_from: person.employedFrom === null ? null : writeDate(person.employedFrom),
      employed_to: null,
      contract_minutes: person.contractMinutes,
      max_week_minutes: person.maxWeekMinutes,
      standard_day_minutes: null,
      number: String(1e3 + Number(person.id.slice(1))),
      contract_kind: person.contractMinutes >= 2160 ? "full-time" : "part-time"
    })),
    (rows2) => db2.insertInto("person").values(rows2).execute()
  );
  await inBatches(
    people.map((person, position) => ({ person_id: person.id, site_id: site2.id, position })),
    (rows2) => db2.insertInto("person_site").values(rows2).execute()
  );
  await inBatches(
    people.flatMap(
      (person) => person.roles.map(({ role }, position) => ({
        person_id: person.id,
        role_id: role,
        until: null,
        position
      }))
    ),
    (rows2) => db2.insertInto("person_role").values(rows2).execute()
  );
  const said = people.filter((person) => person.availability.length > 0);
  await inBatches(
    said.map(({ id }) => ({ id: `${id}-1`, person_id: id, since: null, until: null, comment: null })),
    (rows2) => db2.insertInto("availability").values(rows2).execute()
  );
  await inBatches(
    said.flatMap(
      (person) => person.availability.flatMap(
        (entry) => entry.days.flatMap(
          (on, weekday) => on ? [
            {
              availability_id: `${person.id}-1`,
              weekday,
              from_minute: entry.from,
              to_minute: entry.to,
              kind: entry.kind
            }
          ] : []
        )
      )
    ),
    (rows2) => db2.insertInto("availability_block").values(rows2).execute()
  );
  await inBatches(
    people.flatMap(
      (person) => person.leave.map((leave) => ({
        id: leave.id,
        person_id: person.id,
        from_at: writeMoment(leave.from),
        to_at: writeMoment(leave.to),
        state: leave.state
      }))
    ),
    (rows2) => db2.insertInto("leave").values(rows2).execute()
  );
}
async function inBatches(rows2, insert) {
  for (let i = 0; i < rows2.length; i += BATCH) await insert(rows2.slice(i, i + BATCH));
}

// src/data/week/plan-store.ts
import { sql as sql7 } from "kysely";

// src/data/people/person-ground.ts
import { sql as sql5 } from "kysely";

// src/core/time/paint.ts
function paint(spans, span, value) {
  if (span.to <= span.from) return spans.slice();
  const pieces = [];
  for (const old of spans) {
    if (old.from < span.from) pieces.push({ ...old, to: Math.min(old.to, span.from) });
    if (old.to > span.to) pieces.push({ ...old, from: Math.max(old.from, span.to) });
  }
  if (value !== null) pieces.push({ from: span.from, to: span.to, value });
  pieces.sort((a, b) => a.from - b.from);
  const joined = [];
  for (const piece of pieces) {
    const last = joined[joined.length - 1];
    if (last && last.to === piece.from && last.value === piece.value)
      joined[joined.length - 1] = { ...last, to: piece.to };
    else joined.push(piece);
  }
  return joined;
}

// src/core/availability/versions.ts
function segmentsOf(versions, first2, last) {
  let painted = [];
  const order = versions.map((version, i) => ({ version, i })).sort((a, b) => (a.version.since ?? -Infinity) - (b.version.since ?? -Infinity) || a.i - b.i);
  for (const { version } of order) {
    const from = Math.max(first2, version.since ?? first2);
    const to = Math.min(last, version.until ?? last) + 1;
    painted = paint(painted, { from, to }, version);
  }
  return painted.map(({ from, to, value }) => ({ version: value, since: from, until: to - 1 }));
}

// src/data/site/site-rows.ts
async function readSiteRows(db2, site2, needs = true) {
  const asked = {
    holiday: await db2.selectFrom("holiday").selectAll().execute(),
    need_set: await db2.selectFrom("need_set").selectAll().where("site_id", "=", site2).execute(),
    need_date: await db2.selectFrom("need_date").selectAll().where("site_id", "=", site2).execute(),
    need: needs ? await db2.selectFrom("need").innerJoin("need_set", "need_set.id", "need.set_id").where("need_set.site_id", "=", site2).selectAll("need").execute() : []
  };
  return {
    site: await db2.selectFrom("site").selectAll().execute(),
    site_hours: await db2.selectFrom("site_hours").selectAll().where("site_id", "=", site2).execute(),
    site_date: await db2.selectFrom("site_date").selectAll().where("site_id", "=", site2).execute(),
    site_budget: await db2.selectFrom("site_budget").selectAll().where("site_id", "=", site2).execute(),
    role: await db2.selectFrom("role").selectAll().execute(),
    site_role: await db2.selectFrom("site_role").selectAll().where("site_id", "=", site2).execute(),
    ...asked
  };
}

// src/data/weekdays.ts
function byWeekdays(rows2, key) {
  const groups = /* @__PURE__ */ new Map();
  for (const row of rows2) {
    const name = key(row);
    let group = groups.get(name);
    if (!group) {
      group = { row, days: WEEKDAYS.map(() => false) };
      groups.set(name, group);
    }
    if (row.weekday !== null) group.days[row.weekday] = true;
  }
  return [...groups.values()];
}

// src/data/site/site-store.ts
function siteFromRows(rows2, id, from, days = 7) {
  const row = rows2.site.find((one) => one.id === id);
  if (!row) return null;
  const hours = rows2.site_hours.filter((one) => one.site_id === id);
  const dates = rows2.site_date.filter((one) => one.site_id === id);
  const known = new Map(rows2.role.map((role) => [role.id, role]));
  const roles = rows2.site_role.filter((one) => one.site_id === id && known.has(one.role_id)).sort((a, b) => a.position - b.position).map(({ role_id, retired }) => ({ ...known.get(role_id), retired }));
  const budget = inForce(
    rows2.site_budget.filter((one) => one.site_id === id),
    writeDate(from)
  );
  const minor = 10 ** decimalsOf(row.currency);
  const openDates = /* @__PURE__ */ new Map();
  for (const date of dates) {
    const day = readDate(date.date);
    const spans = openDates.get(day) ?? [];
    if (date.from_minute !== null && date.to_minute !== null)
      spans.push({ from: date.from_minute, to: date.to_minute });
    openDates.set(day, spans);
  }
  for (let day = from + 7; day < from + days; day++) {
    const since = inForce(hours, writeDate(day))?.since ?? null;
    if (openDates.has(day) || since === (inForce(hours, writeDate(from + (day - from) % 7))?.since ?? null))
      continue;
    const mine = hours.filter((row2) => row2.since === since && row2.weekday === weekdayOf(day));
    openDates.set(
      day,
      mine.map((row2) => ({ from: row2.from_minute, to: row2.to_minute }))
    );
  }
  return {
    site: siteOf(row, hoursInWeek(hours, from), openDates),
    hourFormat: row.hour_format,
    roles: roles.map((role) => ({
      id: role.id,
      name: role.name,
      mark: role.mark,
      ink: role.ink,
      hourlyRate: role.rate_minor === null ? null : role.rate_minor / minor,
      retired: role.retired !== 0
    })),
    rules: { ...DEFAULT_RULES, ...JSON.parse(row.rules) },
    budget: {
      minutes: budget?.minutes ?? null,
      cost: budget?.cost_minor == null ? null : budget.cost_minor / minor
    },
    version: row.version
  };
}
function siteOf(row, hours, openDates) {
  return {
    id: row.id,
    name: row.name,
    timeZone: row.time_zone,
    weekStart: row.week_start,
    blockMinutes: row.block_minutes,
    currency: row.currency,
    openHours: row.never_closed ? null : WEEKDAYS.map(
      (_, weekday) => hours.filter((span) => span.weekday === weekday).map((span) => ({ from: span.from_minute, to: span.to_minute }))
    ),
    openDates,
    margins: { before: row.margin_before, after: row.margin_after }
  };
}
function inForce(rows2, date) {
  let best = null;
  for (const row of rows2)
    if ((row.since ?? "") <= date && (best === null || (row.since ?? "") >= (best.since ?? ""))) best = row;
  return best;
}
function hoursInWeek(rows2, from) {
  return Array.from({ length: 7 }, (_, i) => from + i).flatMap((day) => {
    const version = inForce(rows2, writeDate(day));
    const since = version?.since ?? null;
    return rows2.filter((row) => row.since === since && row.weekday === weekdayOf(day));
  });
}
function needsFromRows(rows2, site2, from, to) {
  const sets = rows2.need_set.filter((set) => set.site_id === site2);
  if (sets.length === 0) return [];
  const needsOf2 = new Map(sets.map((set) => [set.id, []]));
  for (const row of rows2.need) needsOf2.get(row.set_id)?.push(row);
  for (const list of needsOf2.values()) list.sort(byId);
  const usual = sets.filter((set) => set.name === null);
  const variantOn = new Map(
    rows2.need_date.filter((row) => row.site_id === site2).map((row) => [row.date, row.set_id])
  );
  const needs = [];
  const asked = [];
  const long = to - from > 7;
  const closed2 = long ? holidaysFromRows(rows2, site2, from, to) : [];
  for (let day = from; day < to; day++) {
    const date = writeDate(day);
    const variant = variantOn.get(date);
    const set = variant ?? inForce(usual, date)?.id;
    const mine = (needsOf2.get(set ?? "") ?? []).filter((row) => row.weekday === weekdayOf(day));
    if (long && variant === void 0 && closed2.some((one) => one.closed && one.date === day)) continue;
    if (variant === void 0 && !long) asked.push(...mine);
    else
      for (const row of mine)
        needs.push({
          role: row.role_id,
          days: null,
          date: day,
          from: row.from_minute,
          to: row.to_minute,
          count: row.count
        });
  }
  const key = (row) => [row.role_id, row.from_minute, row.to_minute, row.count].join();
  const weekly = byWeekdays(asked.sort(byId), key).map(({ row, days }) => ({
    role: row.role_id,
    days,
    date: null,
    from: row.from_minute,
    to: row.to_minute,
    count: row.count
  }));
  return [...weekly, ...needs];
}
function byId(a, b) {
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}
function holidaysFromRows({ holiday }, site2, from, to) {
  const [first2, end] = [writeDate(from), writeDate(to)];
  return holiday.filter((row) => row.date >= first2 && row.date < end && (row.site_id === null || row.site_id === site2)).sort((a, b) => a.date < b.date ? -1 : a.date > b.date ? 1 : 0).map((row) => ({ date: readDate(row.date), name: row.name, closed: row.closed !== 0 }));
}

// src/data/people/person-ground.ts
async function readGrounds(db2, ids2, from, to) {
  const these = sql5`(select value from json_each(${JSON.stringify(ids2)}))`;
  const grounds = /* @__PURE__ */ new Map();
  const people = await db2.selectFrom("person").selectAll().where("id", "in", these).execute();
  for (const row of people)
    grounds.set(row.id, {
      person: [row],
      person_site: [],
      person_role: [],
      person_pay: [],
      availability: [],
      availability_block: [],
      leave: []
    });
  for (const table of ["person_site", "person_role", "person_pay"])
    for (const row of await db2.selectFrom(table).selectAll().where("person_id", "in", these).execute())
      grounds.get(row.person_id)[table].push(row);
  const owner = /* @__PURE__ */ new Map();
  const versions = await db2.selectFrom("availability").selectAll().where("person_id", "in", these).where(
    (where) => where.and([
      where.or([where("since", "is", null), where("since", "<", writeDate(to))]),
      where.or([where("until", "is", null), where("until", ">=", writeDate(from - 1))])
    ])
  ).execute();
  for (const row of versions) {
    grounds.get(row.person_id).availability.push(row);
    owner.set(row.id, row.person_id);
  }
  const blocks = await db2.selectFrom("availability_block").selectAll().where(
    "availability_id",
    "in",
    sql5`(select value from json_each(${JSON.stringify([...owner.keys()])}))`
  ).execute();
  for (const row of blocks) grounds.get(owner.get(row.availability_id)).availability_block.push(row);
  const leave = await db2.selectFrom("leave").selectAll().where("person_id", "in", these).where("to_at", ">", writeDate(from)).where("from_at", "<", `${writeDate(to)}T24:00`).execute();
  for (const row of leave) grounds.get(row.person_id).leave.push(row);
  return grounds;
}
function belongsTo({ person: [person], person_site }, { site: site2, from, to }) {
  return person_site.some((row) => row.site_id === site2) && (person.employed_to === null || person.employed_to >= writeDate(from)) && (person.employed_from === null || person.employed_from < writeDate(to));
}
function positionAt({ person_site }, site2) {
  return person_site.find((row) => row.site_id === site2)?.position ?? LAST2;
}
var LAST2 = 1e6;
var MADE = /* @__PURE__ */ new WeakMap();
function personOf(ground, of) {
  const key = JSON.stringify([of.from, of.to, of.minor, ...of.roles]);
  const made = MADE.get(ground) ?? /* @__PURE__ */ new Map();
  MADE.set(ground, made);
  let person = made.get(key);
  if (!person) made.set(key, person = makePerson(ground, of));
  return person;
}
function makePerson(ground, { from, to, roles, minor }) {
  const [row] = ground.person;
  const day = (text) => text === null ? null : readDate(text);
  return {
    id: row.id,
    name: row.name,
    roles: [...ground.person_role].filter((held) => roles.has(held.role_id)).sort((a, b) => a.position - b.position).map((held) => ({
      role: held.role_id,
      until: day(held.until),
      ...ratesOf(ground.person_pay, held.role_id, [from, to], minor)
    })),
    contractMinutes: row.contract_minutes,
    maxWeekMinutes: row.max_week_minutes,
    standardDayMinutes: row.standard_day_minutes,
    employedFrom: day(row.employed_from),
    employedTo: day(row.employed_to),
    birthDate: day(row.birth_date),
    availability: availabilityOf2(ground, from, to),
    leave: leaveOf(ground, from, to)
  };
}
function ratesOf(pay, role, [from, to], minor) {
  const own = pay.filter((row) => row.role_id === role);
  const base = pay.filter((row) => row.role_id === null);
  const on = (date) => {
    const row = inForce(own, date) ?? inForce(base, date);
    return row ? row.rate_minor / minor : null;
  };
  const first2 = writeDate(from);
  const later = [...own, ...base].flatMap(({ since }) => since !== null && since > first2 && since < writeDate(to) ? [since] : []).sort().map((since) => ({ since: readDate(since), hourlyRate: on(since) }));
  return later.length > 0 ? { hourlyRate: on(first2), laterRates: later } : { hourlyRate: on(first2) };
}
function availabilityOf2(ground, from, to) {
  const [first2, end] = [writeDate(from - 1), writeDate(to)];
  const versions = ground.availability.filter(({ since, until }) => (since === null || since < end) && (until === null || until >= first2)).sort((a, b) => a.id < b.id ? -1 : 1).map((row) => ({
    since: row.since === null ? null : readDate(row.since),
    until: row.until === null ? null : readDate(row.until),
    blocks: byWeekdays(
      ground.availability_block.filter((block) => block.availability_id === row.id),
      (block) => [block.from_minute, block.to_minute, block.kind].join()
    )
  }));
  return entriesOf(versions, from - 1, to);
}
function entriesOf(versions, first2, last) {
  return segmentsOf(versions, first2, last).flatMap(
    ({ version, since, until }) => version.blocks.map(({ row, days }) => ({
      since: since === first2 ? version.since : since,
      until: until === last ? version.until : until,
      days,
      from: row.from_minute,
      to: row.to_minute,
      kind: row.kind
    }))
  );
}
function leaveOf(ground, from, to) {
  return ground.leave.filter((row) => row.state === "waiting" || row.state === "approved").filter((row) => row.to_at > writeDate(from) && row.from_at < `${writeDate(to)}T24:00`).sort((a, b) => a.from_at < b.from_at ? -1 : a.from_at > b.from_at ? 1 : 0).map((row) => ({
    id: row.id,
    from: readMoment(row.from_at),
    to: readMoment(row.to_at),
    state: row.state
  }));
}

// src/data/week/plan-rows.ts
import { sql as sql6 } from "kysely";
var BEFORE = 14;
var AFTER = 7;
async function readPlanRows(db2, site2, from, to, also = []) {
  const setUp = await readSiteRows(db2, site2);
  const [first2, end] = [writeDate(from), writeDate(to + 1)];
  const { rows: rows2 } = await sql6`
    select person_site.person_id as id from person_site join person on person.id = person_site.person_id
    where person_site.site_id = ${site2} and (person.employed_to is null or person.employed_to >= ${first2})
      and (person.employed_from is null or person.employed_from < ${end})
    union
    select person_id from shift
    where site_id = ${site2} and date >= ${first2} and date < ${end} and person_id is not null
    union
    select value from json_each(${JSON.stringify(also)})
  `.execute(db2);
  const ids2 = rows2.map((row) => row.id);
  const people = await readGrounds(db2, ids2, from, to + 1);
  const shifts = /* @__PURE__ */ new Map();
  for (const one of await readWorked(db2, site2, ids2, [from, to], [from - BEFORE, to + AFTER]))
    shifts.set(one.shift.id, one);
  return { setUp, people, shifts };
}

// src/data/week/plan-store.ts
async function loadPlan(db2, site2, from, days) {
  const made = planFromRows(await readPlanRows(db2, site2, from, from + days), site2, from, days);
  return made && { ...made, published: await loadPublished(db2, site2, from, from + days) };
}
function planFromRows({ setUp, people, shifts }, site2, from, days) {
  const stored = siteFromRows(setUp, site2, from, days);
  if (!stored) return null;
  const to = from + days;
  const here = [];
  const beside = [];
  const working = /* @__PURE__ */ new Set();
  for (const worked of shifts.values()) {
    const { site: where, shift } = worked;
    const { date, person } = shift;
    if (where === site2 && date >= from && date < to) here.push(shift);
    else if (person !== null && date >= from - BEFORE && date < to + AFTER) beside.push(worked);
    if (where === site2 && date >= from && date <= to && person !== null) working.add(person);
  }
  here.sort(byDateAndStart);
  const used = new Set(here.map((shift) => shift.role));
  const shown = stored.roles.filter((role) => !role.retired || used.has(role.id));
  const roles = new Set(shown.map((role) => role.id));
  const of = { site: site2, from, to: to + 1, roles, minor: 10 ** decimalsOf(stored.site.currency) };
  const mine = [...people.values()].filter((ground) => working.has(ground.person[0].id) || belongsTo(ground, of)).map((ground) => ({ position: positionAt(ground, site2), person: personOf(ground, of) })).sort((a, b) => a.position - b.position || (a.person.id < b.person.id ? -1 : 1)).map(({ person }) => person);
  const known = new Set(mine.map((person) => person.id));
  const isKnown = ({ person, role }) => (person === null || known.has(person)) && (role === null || roles.has(role));
  const zones = new Map(setUp.site.map((row) => [row.id, row.time_zone]));
  return {
    plan: {
      site: stored.site,
      from,
      days,
      roles: shown.map(({ id, name, hourlyRate }) => ({ id, name, hourlyRate })),
      people: mine,
      holidays: holidaysFromRows(setUp, site2, from - 1, to + 1),
      needs: needsFromRows(setUp, site2, from, to).filter(
        (need) => need.role === null || roles.has(need.role)
      ),
      shifts: here.filter(isKnown),
      around: beside.filter(({ shift }) => known.has(shift.person)).map((worked) => inZoneOf(zones, site2, aroundShift(site2, worked.site, worked.shift))).map((shift) => shift.role !== null && !roles.has(shift.role) ? { ...shift, role: null } : shift),
      rules: stored.rules,
      budget: stored.budget
    },
    roles: shown,
    hourFormat: stored.hourFormat,
    version: stored.version
  };
}
function byDateAndStart(a, b) {
  return a.date - b.date || a.from - b.from || (a.id < b.id ? -1 : 1);
}
function inZoneOf(zones, site2, shift) {
  const [here, there] = [zones.get(site2), shift.site === null ? void 0 : zones.get(shift.site)];
  if (!here || !there || here === there) return shift;
  const [ours, theirs] = [here, there].map((zone) => zoneClock(zone, shift.date - 1, shift.date + 2));
  const wall = (minute2) => ours.wall(theirs.elapsed(shift.date * DAY + minute2));
  const start = wall(shift.from);
  const date = Math.floor(start / DAY);
  const minute = (at) => at - date * DAY;
  const pause = shift.break;
  return {
    ...shift,
    date,
    from: minute(start),
    to: minute(wall(shift.to)),
    break: pause && pause.at !== null ? { ...pause, at: minute(wall(pause.at)) } : pause
  };
}

// src/data/demo/cast.ts
var ROLES = [
  { id: "kitchen", name: "Kitchen", mark: "K", ink: "olive", rate: 15.2 },
  { id: "bar", name: "Bar", mark: "B", ink: "sea", rate: 14.5 },
  { id: "floor", name: "Floor", mark: "F", ink: "plum", rate: 13.8 },
  { id: "lead", name: "Lead", mark: "L", ink: "clay", rate: 18.4 },
  { id: "till", name: "Till", mark: "T", ink: "plum", rate: 13.4 },
  { id: "stock", name: "Stockroom", mark: "S", ink: "olive", rate: 13.1 },
  { id: "desk", name: "Rigging desk", mark: "R", ink: "sea", rate: 16.2 },
  { id: "engine", name: "Engine crew", mark: "E", ink: "sea", rate: 19.6 },
  { id: "hull", name: "Hull crew", mark: "H", ink: "olive", rate: 17.9 },
  { id: "rigging", name: "Rigging crew", mark: "G", ink: "plum", rate: 18.3 }
];
var ALL = [0, 1, 2, 3, 4, 5, 6];
var WORKDAYS = [0, 1, 2, 3, 4];
var SITES = [
  {
    id: "bistro",
    name: "Quay Bistro",
    hours: ALL.map(() => "7-23:30"),
    roles: ["kitchen", "bar", "floor", "lead"],
    slots: [
      { role: "lead", days: ALL, time: "7-15", count: 1 },
      { role: "lead", days: ALL, time: "15-23:30", count: 1 },
      { role: "kitchen", days: ALL, time: "7-15", count: 1 },
      { role: "kitchen", days: ALL, time: "14-22:30", count: 1 },
      { role: "kitchen", days: [4, 5, 6], time: "11-19", count: 1 },
      { role: "bar", days: ALL, time: "15-23", count: 1 },
      { role: "bar", days: [5, 6], time: "10-16", count: 1 },
      { role: "floor", days: ALL, time: "8-14", count: 1 },
      { role: "floor", days: ALL, time: "11-17", count: 1 },
      { role: "floor", days: ALL, time: "17-23", count: 1 },
      { role: "floor", days: [4, 5], time: "17-22", count: 1 }
    ],
    budgetHours: 435,
    budgetCost: 6800,
    salesPerHour: 52,
    areas: ["Dining room", "Terrace", "Galley"],
    off: [],
    minimumOn: 0
  },
  {
    id: "chandlery",
    name: "The Chandlery",
    hours: [...[0, 1, 2, 3, 4, 5].map(() => "9-18"), "9-13"],
    roles: ["till", "stock", "desk", "lead"],
    slots: [
      { role: "lead", days: [0, 1, 2, 3, 4, 5], time: "9-18", count: 1 },
      { role: "lead", days: [6], time: "9-13", count: 1 },
      { role: "till", days: [0, 1, 2, 3, 4, 5], time: "9-14", count: 1 },
      { role: "till", days: [0, 1, 2, 3, 4, 5], time: "13-18", count: 1 },
      { role: "till", days: [5], time: "10-17", count: 1 },
      { role: "till", days: [6], time: "9-13", count: 1 },
      { role: "stock", days: WORKDAYS, time: "9-15", count: 1 },
      { role: "desk", days: [0, 1, 2, 3, 4, 5], time: "10-18", count: 1 }
    ],
    budgetHours: 205,
    budgetCost: 3200,
    salesPerHour: 88,
    areas: ["Shop floor", "Stockroom"],
    off: ["surplus"],
    minimumOn: 1
  },
  {
    id: "dockside",
    name: "Dockside Service",
    hours: [...WORKDAYS.map(() => "8-17"), "8-13", null],
    roles: ["engine", "hull", "rigging", "lead"],
    slots: [
      { role: "lead", days: WORKDAYS, time: "8-16:30", count: 1 },
      { role: "engine", days: WORKDAYS, time: "8-16:30", count: 2 },
      { role: "engine", days: [5], time: "8-13", count: 1 },
      { role: "hull", days: WORKDAYS, time: "8-16:30", count: 2 },
      { role: "rigging", days: WORKDAYS, time: "8:30-17", count: 2 },
      { role: "rigging", days: [5], time: "8-13", count: 1 }
    ],
    budgetHours: 300,
    budgetCost: 5600,
    salesPerHour: 74,
    areas: ["North berths", "South berths", "Slipway"],
    off: ["surplus"],
    minimumOn: 0
  }
];
var EVENINGS = [
  { days: WORKDAYS, time: "16:30-23:30" },
  { days: [5, 6], time: "7-23:30" }
];
var PEOPLE = [
  p("ilse", "Ilse Brandt", "bistro", "lead floor", 38, "1984-03-11", [
    { days: ALL, time: "7-23:30" },
    { days: [6], time: "7-12", kind: "rather-not" }
  ]),
  p("bram", "Bram de Wit", "bistro", "lead kitchen", 40, "1979-10-02"),
  p("anouk", "Anouk Vesper", "bistro", "lead bar", 24, "1990-06-24", [
    { days: [0, 1, 4, 5, 6], time: "7-23:30" },
    { days: [0], time: "18-23:30", kind: "not-available" }
  ]),
  p("teo", "Teo Marchetti", "bistro", "kitchen", 40, "1992-01-30"),
  p("yuki", "Yuki Arai", "bistro", "kitchen", 38, "1988-12-05", [
    { days: [0, 1, 2, 3, 4, 6], time: "7-23" },
    { days: [6], time: "18-23", kind: "rather-not" }
  ]),
  p("tomasz", "Tomasz Zielak", "bistro", "kitchen", 32, "1996-08-19", [
    { days: ALL, time: "7-23" },
    { days: [3], time: "7-23", kind: "not-available" }
  ]),
  p("mireille", "Mireille Castan", "bistro", "kitchen floor", 24, "2001-04-14", [
    { days: [2, 3, 4, 5, 6], time: "9-23" }
  ]),
  p("priya", "Priya Nair", "bistro", "bar", 38, "1998-02-11"),
  {
    ...p("emil", "Emil Sandhu", "bistro", "bar floor", 20, "2002-09-27", [
      { days: [2, 4, 5, 6], time: "9-23:30" },
      { days: [5], time: "20-23:30", kind: "rather-not" }
    ]),
    ends: { role: "bar", weekday: 3 }
  },
  p("caio", "Caio Duarte", "bistro", "bar floor", 32, "1995-05-08"),
  p("fleur", "Fleur Okafor", "bistro", "floor bar lead", 38, "1987-07-21", [
    { days: [0, 1, 2, 3, 4], time: "7-18" },
    { days: [5, 6], time: "12-23:30" }
  ]),
  {
    ...p("noor", "Noor Haddad", "bistro", "floor", 30, "1999-11-16", [
      { days: [0], time: "14-23:30" },
      { days: [1, 2, 3, 4], time: "7-20" },
      { days: [5, 6], time: "7-23:30" }
    ]),
    untilWeeks: 2,
    later: [
      { days: [0, 2, 4], time: "7-15 17-23" },
      { days: [5, 6], time: "10-23:30" }
    ]
  },
  p("oona", "Oona Kelly", "bistro", "floor", 20, "2003-02-02", EVENINGS),
  p("wanja", "Wanja Ekstr\xF6m", "bistro", "floor", 24, "2000-10-10", [
    { days: [0, 1, 3, 4, 6], time: "8-23" },
    { days: [5], time: "9-23" }
  ]),
  p("dario", "Dario Pellin", "bistro", "floor", 24, "1997-03-03", [
    { days: [0, 1, 2, 3], time: "7-13 17-23" },
    { days: [4, 5, 6], time: "7-23:30" }
  ]),
  p("jonas", "Jonas Havili", "bistro", "floor", 12, "+17", [
    { days: [2, 4], time: "16-21" },
    { days: [5, 6], time: "9-21" }
  ]),
  p("sefa", "Sefa Tamarua", "bistro", "kitchen bar", 30, "1993-06-06"),
  p("lior", "Lior Amsel", "bistro chandlery", "floor till", 24, "1994-12-12", [
    { days: [0, 2, 5, 6], time: "8-23" }
  ]),
  p("hanne", "Hanne Lindqvist", "chandlery", "lead till", 38, "1981-09-09"),
  p("osman", "Osman Yilderan", "chandlery", "lead desk", 34, "1986-02-17"),
  p("petra", "Petra Novotna", "chandlery", "till", 30, "1990-10-30"),
  p("gwen", "Gwen Pritchard", "chandlery", "till stock", 24, "1999-05-25", [
    { days: [0, 1, 2, 3, 4], time: "9-15" }
  ]),
  p("rafe", "Rafe Dunmore", "chandlery", "stock till", 20, "2004-07-07", [
    { days: [1, 3], time: "9-18" },
    { days: [5, 6], time: "9-18" }
  ]),
  p("tilde", "Tilde Aamot", "chandlery", "desk", 32, "1989-01-19"),
  p("kofi", "Kofi Mensah-Reed", "chandlery", "desk till", 24, "1996-03-28"),
  p("salome", "Salome Beridze", "chandlery", "till", 16, "2001-12-01", [
    { days: [0, 2, 4, 5], time: "12-18" }
  ]),
  p("viggo", "Viggo Hartmann", "chandlery", "stock", 20, "1978-08-08"),
  p("marisol", "Marisol Quintero", "chandlery", "till lead", 28, "1985-05-05"),
  p("edda", "Edda J\xF3nsd\xF3ttir-Whitfield", "chandlery", "till stock", 16, "2002-02-22", [
    { days: [3, 4, 5, 6], time: "9-18" }
  ]),
  p("bruno", "Bruno Falk", "chandlery", "desk stock", 20, "1991-11-11"),
  p("ines", "In\xEAs Moura", "chandlery", "till", 12, "2005-06-18", [{ days: [5, 6], time: "9-18" }]),
  p("arvid", "Arvid Sund", "dockside", "lead engine", 40, "1976-04-04"),
  p("lotte", "Lotte Maas", "dockside", "lead hull", 36, "1983-03-23"),
  p("dmitri", "Dmitri Volkan", "dockside", "engine", 40, "1990-09-19"),
  p("joao", "Jo\xE3o Ferraz", "dockside", "engine", 40, "1987-10-07"),
  p("siobhan", "Siobh\xE1n Carrow", "dockside", "engine rigging", 32, "1995-01-15"),
  p("henk", "Henk Bosman", "dockside", "hull", 40, "1980-12-24"),
  p("amara", "Amara Diallo", "dockside", "hull", 36, "1997-07-17"),
  p("pavel", "Pavel Krej\u010D\xED", "dockside", "hull rigging", 32, "1992-05-29"),
  p("nia", "Nia Llewelyn", "dockside", "rigging", 40, "1994-08-13"),
  p("otto", "Otto Reinholt", "dockside", "rigging", 36, "1988-06-26"),
  p("yara", "Yara Castellan", "dockside", "rigging engine", 24, "2000-01-08", [
    { days: [0, 1, 2, 5], time: "8-17" }
  ]),
  p("finn", "Finn Aldersey", "dockside", "hull engine", 24, "1998-11-20", [
    { days: [1, 2, 3, 4], time: "8-17" }
  ]),
  p("zofia", "Zofia Walczak", "dockside", "rigging hull", 30, "1986-02-03")
];
function p(id, name, sites, roles, hours, birth, availability2) {
  return { id, name, sites: sites.split(" "), roles: roles.split(" "), hours, birth, availability: availability2 };
}

// src/data/demo/fill.ts
function fill(plan, slots, idOf) {
  let judgement = judge(plan);
  const hardestFirst = slots.map((slot, index) => ({ slot, index, choice: holders(plan, slot) })).sort((a, b) => a.choice - b.choice || a.slot.date - b.slot.date || a.index - b.index);
  for (const { slot, index } of hardestFirst) {
    const shift = {
      ...slot,
      id: idOf(index),
      person: null,
      break: null,
      fixed: false,
      note: null,
      label: null
    };
    const takers = plan.people.map((person, i) => ({ person, state: judgement.people[i] })).filter(({ person }) => person.roles.some((held) => held.role === slot.role)).sort((a, b) => load(a) - load(b));
    let placed = false;
    for (const { person } of takers) {
      const tried = tryChanges(judgement, [{ do: "add", shift: { ...shift, person: person.id } }]);
      if (!tried.ok || tried.trial.consequences.appeared.some(isTrouble)) continue;
      judgement = tried.trial.judgement;
      placed = true;
      break;
    }
    if (!placed) judgement = applied2(judgement, [{ do: "add", shift }]);
  }
  return judgement;
}
function applied2(judgement, changes) {
  const tried = tryChanges(judgement, changes);
  if (!tried.ok) throw new Error(tried.problem.message);
  return tried.trial.judgement;
}
function holders(plan, slot) {
  return plan.people.filter((person) => person.roles.some((held) => held.role === slot.role)).length;
}
function load({ person, state }) {
  return (state.paid + 240) / Math.max(person.contractMinutes ?? 600, 60);
}
function isTrouble(snag) {
  return snag.severity !== "note" && snag.code !== "gap";
}

// src/data/week/repeat-store.ts
import { sql as sql8 } from "kysely";
var patternOf = sql8`json_extract(detail, '$.pattern.id')`;
function templateRow(site2, { id, name, short, form }, position) {
  return { id, site_id: site2, name, short, form: JSON.stringify(form), position };
}
function patternRow(site2, pattern) {
  const { id, name, anchor, since, until, weeks, rule, shifts, members, stops } = pattern;
  return {
    id,
    site_id: site2,
    name,
    anchor: writeDate(anchor),
    since: writeDate(since),
    until: until === null ? null : writeDate(until),
    weeks,
    rule,
    content: JSON.stringify({ shifts, members, stops })
  };
}

// src/data/demo/repeating.ts
var STATIONS = {
  bistro: ["Window section", "Terrace section", "Pass", "Till 1"],
  chandlery: ["Till 1", "Till 2", "Back store"],
  dockside: ["Launch", "Van", "Slipway crane"]
};
var AREAS = {
  bistro: { lead: "Dining room", floor: "Dining room", bar: "Terrace", kitchen: "Galley" },
  chandlery: { lead: "Shop floor", till: "Shop floor", desk: "Shop floor", stock: "Stockroom" },
  dockside: {}
};
var duty = (name, from, to, once = false) => ({ name, from, to, once });
function template(id, short, name, [from, to], more) {
  const { moreBreaks, duties, station, tasks, once } = NO_DETAIL;
  const nothing = { break: null, label: null, note: null, moreBreaks, duties, station, tasks, once };
  return { id, short, name, form: { from, to, role: null, template: null, ...nothing, ...more } };
}
var TEMPLATES = [
  template("bistro-opening", "OP", "Opening kitchen", [420, 900], {
    role: "kitchen",
    label: "Opening",
    station: "Pass",
    duties: [duty("Delivery", 480, 525)],
    tasks: ["Ovens on", "Check the delivery", "Fridge temperatures"]
  }),
  template("bistro-evening", "EV", "Evening floor", [1020, 1380], {
    role: "floor",
    break: { minutes: 15, at: null, paid: true },
    tasks: ["Lay the terrace", "Candles"]
  }),
  template("bistro-closing", "CL", "Closing lead", [900, 1410], {
    role: "lead",
    label: "Closing",
    duties: [duty("Cash up", 1350, 1410)],
    tasks: ["Cash up", "Alarm"]
  })
];
async function insertRepeating(db2, monday) {
  for (const [site2, names] of Object.entries(STATIONS))
    await db2.insertInto("station").values(
      names.map((name, position) => ({
        id: `${site2}-station-${position + 1}`,
        site_id: site2,
        name,
        position
      }))
    ).execute();
  for (const [site2, areas] of Object.entries(AREAS))
    for (const [role, name] of Object.entries(areas)) {
      const area = await db2.selectFrom("area").select("id").where("site_id", "=", site2).where("name", "=", name).executeTakeFirstOrThrow();
      await db2.updateTable("site_role").set({ area_id: area.id }).where("site_id", "=", site2).where("role_id", "=", role).execute();
    }
  await db2.insertInto("shift_template").values(TEMPLATES.map((one, position) => templateRow("bistro", one, position))).execute();
  await db2.insertInto("pattern").values(patternRow("bistro", leadTurns(monday + 7))).execute();
  await db2.insertInto("daybook").values([
    {
      site_id: "bistro",
      date: writeDate(monday + 5),
      note: "Regatta: terrace opens at 8, first boats from 10."
    }
  ]).execute();
}
function leadTurns(since) {
  const form = template("", "", "", [0, 0], { role: "lead" }).form;
  const days = [0, 1, 2, 3];
  return {
    id: "bistro-lead-turns",
    name: "Lead turns",
    anchor: since,
    since,
    until: null,
    weeks: 2,
    rule: null,
    shifts: [
      ...days.map((day) => ({ ...form, id: `early-${day}`, day, from: 420, to: 900 })),
      ...days.map((day) => ({ ...form, id: `late-${day}`, day: 7 + day, from: 900, to: 1410 }))
    ],
    members: [
      { id: "one", person: "ilse", offset: 0 },
      { id: "two", person: "bram", offset: 1 }
    ],
    stops: []
  };
}
function detailed(shift, monday) {
  const weekday = shift.date - monday;
  const say = (more, rest = {}) => ({
    ...shift,
    ...rest,
    detail: { ...NO_DETAIL, ...more }
  });
  if (shift.role === "kitchen" && shift.from === 420)
    return say(
      {
        station: "Pass",
        duties: [
          duty("Delivery", 480, 525),
          ...weekday === 2 ? [duty("Oven service", 600, 660, true)] : []
        ],
        tasks: ["Ovens on", "Check the delivery", "Fridge temperatures"]
      },
      { label: "Opening" }
    );
  if (shift.role === "lead" && shift.to === 1410)
    return say({ duties: [duty("Cash up", 1350, 1410)], tasks: ["Cash up", "Alarm"] }, { label: "Closing" });
  if (shift.role === "floor" && shift.from === 1020 && weekday === 4)
    return say({ station: "Terrace section" }, { note: "Party of twelve at 19:30." });
  return shift;
}

// src/data/demo/spoil.ts
function spoil(judgement) {
  let now = judgement;
  for (const { wanted, changes } of SPOILERS) {
    for (const change of changes(now)) {
      const tried = tryChanges(now, change);
      if (!tried.ok) continue;
      const { appeared, cleared } = tried.trial.consequences;
      const codes = appeared.filter((snag) => snag.severity !== "note").map((snag) => snag.code);
      if (cleared.some((snag) => snag.severity !== "note")) continue;
      if (codes.sort().join() !== wanted.join()) continue;
      now = tried.trial.judgement;
      break;
    }
  }
  return now;
}
var SPOILERS = [
  { wanted: ["gap"], changes: (judgement) => removals(judgement, 5, "floor", 17 * 60) },
  { wanted: ["gap", "unfilled"], changes: (judgement) => opened(judgement, 2, "kitchen") },
  { wanted: ["short-rest"], changes: (judgement) => swaps(judgement, 5) },
  { wanted: ["not-available"], changes: (judgement) => lengthened(judgement) },
  { wanted: ["not-qualified"], changes: (judgement) => handedOver(judgement, "bar", 4) }
];
function onDay(judgement, weekday) {
  return judgement.plan.shifts.filter(
    (shift) => shift.date === judgement.plan.from + weekday && shift.person !== null
  );
}
function* removals(judgement, weekday, role, from) {
  for (const shift of onDay(judgement, weekday))
    if (shift.role === role && shift.from === from) yield [{ do: "remove", id: shift.id }];
}
function* opened(judgement, weekday, role) {
  for (const shift of onDay(judgement, weekday))
    if (shift.role === role) yield [{ do: "set", id: shift.id, shift: { person: null } }];
}
function* swaps(judgement, weekday) {
  const today = onDay(judgement, weekday);
  for (const a of today)
    for (const b of today)
      if (a.role === b.role && a.from < b.from && a.person !== b.person)
        yield [
          { do: "set", id: a.id, shift: { person: b.person } },
          { do: "set", id: b.id, shift: { person: a.person } }
        ];
  for (const a of today)
    for (const person of judgement.plan.people)
      if (person.id !== a.person) yield [{ do: "set", id: a.id, shift: { person: person.id } }];
}
function* lengthened(judgement) {
  for (const shift of judgement.plan.shifts) {
    if (shift.person === null || shift.date === judgement.plan.from) continue;
    for (const minutes of [120, 90, 60]) {
      if (shift.to + minutes <= 23 * 60)
        yield [{ do: "set", id: shift.id, shift: { to: shift.to + minutes } }];
      if (shift.from - minutes >= 7 * 60)
        yield [{ do: "set", id: shift.id, shift: { from: shift.from - minutes } }];
    }
  }
}
function* handedOver(judgement, role, sinceWeekday) {
  const expired = judgement.plan.people.filter(
    (person) => person.roles.some((held) => held.role === role && held.until !== null)
  );
  for (let weekday = sinceWeekday; weekday < 7; weekday++) {
    const today = onDay(judgement, weekday);
    for (const shift of today)
      for (const { id } of expired) {
        if (shift.role !== role || shift.person === id) continue;
        const theirs = today.filter((other) => other.person === id);
        yield [
          { do: "set", id: shift.id, shift: { person: id } },
          ...theirs.map((other) => ({
            do: "set",
            id: other.id,
            shift: { person: shift.person }
          }))
        ];
      }
  }
}
function untroubled(judgement, weekday) {
  const troubled = new Set(judgement.people.flatMap((state) => state.snags.flatMap((snag) => snag.shifts)));
  return onDay(judgement, weekday).find((shift) => !troubled.has(shift.id));
}

// src/data/demo/saltmere.ts
var PUBLISHED_DAYS = 4;
async function makeDemo(db2, monday) {
  await db2.transaction().execute(async (trx) => {
    await trx.insertInto("setting").values({ name: "business", value: "Saltmere Quay" }).execute();
    await insertRoles(trx);
    for (const [position, site2] of SITES.entries()) await insertSite(trx, site2, position, monday);
    for (const [position, person] of PEOPLE.entries()) await insertPerson(trx, person, position, monday);
    await insertAway(trx, monday);
    await insertRepeating(trx, monday);
    for (const site2 of SITES) {
      for (const week of [monday - 7, monday]) {
        const stored = await loadPlan(trx, site2.id, week, 7);
        const slots = slotsOf(site2, week);
        const filled = fill(stored.plan, slots, (index) => `${site2.id}-${writeDate(week)}-${index}`);
        const spoiled = week === monday && site2.id === "bistro";
        const { plan } = spoiled ? spoil(filled) : filled;
        const publishedUntil = week < monday ? Infinity : monday + PUBLISHED_DAYS;
        const shifts = site2.id === "bistro" ? plan.shifts.map((one) => detailed(one, week)) : plan.shifts;
        await insertShifts(trx, site2.id, shifts, (shift) => shift.date < publishedUntil);
        const asked = spoiled ? untroubled(judge(plan), 6) : void 0;
        if (asked) await askForDay(trx, asked);
      }
    }
    await trx.insertInto("setting").values({ name: "demo", value: writeDate(monday) }).execute();
  });
}
function slotsOf(site2, monday) {
  return site2.slots.flatMap(
    (slot) => slot.days.flatMap(
      (weekday) => Array.from({ length: slot.count }, () => ({
        role: slot.role,
        date: monday + weekday,
        ...times(slot.time)
      }))
    )
  );
}
function times(text) {
  const [from, to] = text.split("-").map((time) => {
    const [hour, minute = "0"] = time.split(":");
    return Number(hour) * 60 + Number(minute);
  });
  return { from, to };
}
async function insertRoles(db2) {
  await db2.insertInto("role").values(
    ROLES.map(({ id, name, mark, ink, rate }) => ({
      id,
      name,
      mark,
      ink,
      rate_minor: Math.round(rate * 100)
    }))
  ).execute();
}
async function insertSite(db2, site2, position, monday) {
  const rules = {
    breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
    overtime: { weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null },
    young: [{ underAge: 18, from: 360, to: 1320, dayMinutes: 480, weekMinutes: 2400 }],
    minimumOn: site2.minimumOn,
    off: site2.off
  };
  await db2.insertInto("site").values({
    id: site2.id,
    name: site2.name,
    time_zone: "Europe/Lisbon",
    currency: "EUR",
    week_start: 0,
    hour_format: "24",
    block_minutes: 30,
    margin_before: 60,
    margin_after: 60,
    never_closed: 0,
    sales_per_hour_minor: site2.salesPerHour * 100,
    rules: JSON.stringify(rules),
    position,
    version: 0
  }).execute();
  await db2.insertInto("site_budget").values({
    site_id: site2.id,
    since: null,
    minutes: site2.budgetHours * 60,
    cost_minor: site2.budgetCost * 100,
    sales_minor: site2.budgetHours * site2.salesPerHour * 100
  }).execute();
  await db2.insertInto("area").values(
    site2.areas.map((name, i) => ({ id: `${site2.id}-area-${i + 1}`, site_id: site2.id, name, position: i }))
  ).execute();
  const hours = site2.hours.flatMap(
    (text, weekday) => text === null ? [] : [
      {
        site_id: site2.id,
        since: null,
        weekday,
        from_minute: times(text).from,
        to_minute: times(text).to
      }
    ]
  );
  await db2.insertInto("site_hours").values(hours).execute();
  await db2.insertInto("site_role").values(site2.roles.map((role_id, i) => ({ site_id: site2.id, role_id, position: i }))).execute();
  const needs = site2.slots.flatMap(
    (slot) => slot.days.map((weekday) => ({ ...slot, weekday, ...times(slot.time) }))
  );
  await db2.insertInto("need_set").values({ id: site2.id, site_id: site2.id, name: null, since: null }).execute();
  await db2.insertInto("need").values(
    needLevels(needs).map((need, i) => ({
      id: `${site2.id}-${String(i).padStart(3, "0")}`,
      set_id: site2.id,
      role_id: need.role,
      weekday: need.weekday,
      from_minute: need.from,
      to_minute: need.to,
      count: need.count
    }))
  ).execute();
  if (site2.id === "bistro")
    await db2.insertInto("holiday").values([
      { id: "regatta", site_id: null, date: writeDate(monday + 5), name: "Regatta", closed: 0 },
      { id: "harbour-day", site_id: null, date: writeDate(monday + 9), name: "Harbour Day", closed: 1 }
    ]).execute();
}
function needLevels(slots) {
  const levels = [];
  const groups = /* @__PURE__ */ new Map();
  for (const slot of slots) {
    const key = `${slot.weekday} ${slot.role}`;
    groups.set(key, [...groups.get(key) ?? [], slot]);
  }
  for (const group of groups.values()) {
    const edges = [...new Set(group.flatMap((slot) => [slot.from, slot.to]))].sort((a, b) => a - b);
    for (let i = 1; i < edges.length; i++) {
      const [from, to] = [edges[i - 1], edges[i]];
      const inside = group.filter((slot) => slot.from <= from && slot.to >= to);
      const count = inside.reduce((sum2, slot) => sum2 + slot.count, 0);
      const most = Math.max(0, ...neighbours(group, from, to).map((slot) => slot.count));
      if (count > 0)
        levels.push({ ...group[0], from, to, count: isHandOver(group, from, to) ? most : count });
    }
  }
  return levels;
}
function neighbours(group, from, to) {
  return group.filter((slot) => slot.from < to && slot.to > from);
}
function isHandOver(group, from, to) {
  return to - from <= 60 && group.some((slot) => slot.to === to && slot.from < from) && group.some((slot) => slot.from === from && slot.to > to);
}
async function insertPerson(db2, person, position, monday) {
  const id = person.id;
  await db2.insertInto("person").values({
    id,
    name: person.name,
    birth_date: birthDate(person.birth, monday),
    employed_from: writeDate(monday - 200 - position * 31),
    employed_to: null,
    contract_minutes: person.hours * 60,
    max_week_minutes: 48 * 60,
    standard_day_minutes: null,
    number: String(101 + position),
    email: `${id}@saltmere.example`,
    contract_kind: person.hours >= 36 ? "full-time" : person.hours >= 16 ? "part-time" : "on-call",
    team: JSON.stringify(person.sites.length > 1 ? ["Floaters"] : [])
  }).execute();
  await db2.insertInto("person_site").values(person.sites.map((site_id) => ({ person_id: id, site_id, position }))).execute();
  await db2.insertInto("person_role").values(
    person.roles.map((role_id, i) => ({
      person_id: id,
      role_id,
      until: person.ends?.role === role_id ? writeDate(monday + person.ends.weekday) : null,
      position: i
    }))
  ).execute();
  if (!person.availability) return;
  const versions = [
    { since: monday - 70 - position, until: person.untilWeeks, blocks: person.availability },
    ...person.later ? [{ since: monday + person.untilWeeks * 7, blocks: person.later }] : []
  ];
  for (const [i, version] of versions.entries())
    await insertAvailability(db2, `${id}-${i + 1}`, id, version, monday);
}
async function insertAvailability(db2, id, person, version, monday) {
  const until = version.until === void 0 ? null : writeDate(monday + version.until * 7 - 1);
  await db2.insertInto("availability").values({ id, person_id: person, since: writeDate(version.since), until, comment: null }).execute();
  await db2.insertInto("availability_block").values(
    version.blocks.flatMap(
      (block) => block.days.flatMap(
        (weekday) => block.time.split(" ").map((span) => ({
          availability_id: id,
          weekday,
          from_minute: times(span).from,
          to_minute: times(span).to,
          kind: block.kind ?? "available"
        }))
      )
    )
  ).execute();
}
function birthDate(text, monday) {
  if (!text.startsWith("+")) return text;
  const { year, month } = civilOf(monday - 120);
  return `${year - Number(text.slice(1))}-${String(month).padStart(2, "0")}-15`;
}
async function insertAway(db2, monday) {
  const day = (offset) => monday + offset;
  const leave = [
    { id: "caio-1", person: "caio", from: day(2) * DAY, to: day(4) * DAY, state: "approved" },
    { id: "noor-1", person: "noor", from: day(5) * DAY, to: day(6) * DAY, state: "approved" },
    { id: "tomasz-1", person: "tomasz", from: day(0) * DAY + 720, to: day(0) * DAY + 960, state: "approved" },
    { id: "petra-1", person: "petra", from: day(7) * DAY, to: day(12) * DAY, state: "approved" },
    { id: "nia-1", person: "nia", from: day(3) * DAY, to: day(4) * DAY, state: "approved" },
    { id: "ilse-1", person: "ilse", from: day(12) * DAY, to: day(14) * DAY, state: "waiting" }
  ];
  await insertLeave(db2, leave);
}
async function askForDay(db2, { person, date }) {
  const [from, to] = [date * DAY, (date + 1) * DAY];
  await insertLeave(db2, [{ id: `${person}-asked`, person, from, to, state: "waiting" }]);
}
async function insertLeave(db2, leave) {
  await db2.insertInto("leave").values(
    leave.map(({ id, person, from, to, state }) => ({
      id,
      person_id: person,
      from_at: writeMoment(from),
      to_at: writeMoment(to),
      state
    }))
  ).execute();
}

// ../../tmp/m.ts
import { sql as sql9 } from "kysely";
var MONDAY = readDate("2026-11-23");
process.env.VICENDA_NOW = "2026-11-24T10:00:00Z";
var db = await openDatabase(join(mkdtempSync(join(tmpdir(), "v-")), "vicenda.db"));
await makeDemo(db, MONDAY);
await makeLargeSite(db, MONDAY, 600);
var { id: site } = await db.selectFrom("site").select("id").orderBy("position", "desc").executeTakeFirstOrThrow();
var t = async (n, f) => {
  for (let i = 0; i < 6; i++) {
    const s = performance.now();
    await f();
    if (i === 0 || i === 5) console.log(n, i, (performance.now() - s).toFixed(1));
  }
};
var p2 = (await loadPlan(db, site, MONDAY, 7)).plan;
console.log(p2.shifts.length, p2.around.length, p2.people.length, p2.roles.length, p2.needs.length);
await t("loadPlan", () => loadPlan(db, site, MONDAY, 7));
await t("loadShifts", () => loadShifts(db, site, MONDAY, MONDAY + 7));
await t("judge", () => judge(p2));
var j = judge(p2);
await t("comparison", () => comparison(j, judge(p2)));
var ids = p2.people.map((x) => x.id);
await t("readPlanRows", () => readPlanRows(db, site, MONDAY, MONDAY + 7));
await t("readGrounds", () => readGrounds(db, ids, MONDAY, MONDAY + 7));
await t("readSiteRows", () => readSiteRows(db, site));
await t("readWorked", () => readWorked(db, site, ids, [MONDAY, MONDAY + 7], [MONDAY - 14, MONDAY + 14]));
var rows = await readPlanRows(db, site, MONDAY, MONDAY + 7);
await t("planFromRows", () => planFromRows(rows, site, MONDAY, 7));
var c = await db.selectFrom("availability_block").select((q2) => q2.fn.countAll().as("n")).execute();
console.log(c);
var q = async (n, f) => t(n, () => f().execute(db));
await q("plain count", () => sql9`select count(*) as n from shift where site_id=${site}`);
await q("json all", () => sql9`select json_group_array(json_array(id,site_id,person_id,role_id,date,from_minute,to_minute,break_minutes,break_at,break_paid,fixed,note,label,detail)) as l from shift where site_id=${site} and date >= '2026-11-23' and date < '2026-11-30'`);
await q("ids only or", () => sql9`select count(id) from shift where (site_id=${site} and date >= '2026-11-23' and date < '2026-11-30') or (person_id in (select value from json_each(${JSON.stringify(ids)})) and date >= '2026-11-09' and date < '2026-12-20')`);
var { rows: r2 } = await sql9`explain query plan select count(id) from shift where (site_id=${site} and date >= '2026-11-23' and date < '2026-11-30') or (person_id in (select value from json_each(${JSON.stringify(ids)})) and date >= '2026-11-09' and date < '2026-12-20')`.execute(db);
console.log(r2.map((x) => x.detail));
var { rows: [{ l }] } = await sql9`select json_group_array(json_array(id,site_id,person_id,role_id,date,from_minute,to_minute,break_minutes,break_at,break_paid,fixed,note,label,detail)) as l from shift where site_id=${site}`.execute(db);
console.log(l.length);
await t("parse", () => JSON.parse(l));
var parsed = JSON.parse(l);
var C = ["id", "site_id", "person_id", "role_id", "date", "from_minute", "to_minute", "break_minutes", "break_at", "break_paid", "fixed", "note", "label", "detail"];
await t("worked", () => parsed.map((line) => workedOf(Object.fromEntries(C.map((c2, i) => [c2, line[i]])))));
await t("readDate", () => parsed.map((line) => readDate(line[4])));
