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
      let j = i + 1;
      while (j < days.length && days[j].date === days[j - 1].date + 1) j++;
      const over = days.slice(i + limit, j).find((day) => day.parts.some((part) => part.own));
      if (over)
        report({
          date: over.date,
          person: person.id,
          amount: j - i,
          facts: { first: days[i].date, last: days[j - 1].date }
        });
      i = j;
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
    const first = blocks[i];
    const amount = amountOf(first);
    let staffed = first.staffed;
    let needed = first.needed;
    let j = i + 1;
    while (j < blocks.length && amountOf(blocks[j]) === amount) {
      if (blocks[j].staffed !== staffed) staffed = null;
      if (blocks[j].needed !== needed) needed = null;
      j++;
    }
    if (amount > 0) runs.push({ from: first.from, to: blocks[j - 1].to, amount, staffed, needed });
    i = j;
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
function breakMinutes({ break: first, moreBreaks }) {
  return moreBreaks.reduce((sum2, other) => sum2 + other.minutes, first.minutes);
}
function hasFixedBreak({ break: first, moreBreaks }) {
  return first.at !== null || moreBreaks.length > 0 && moreBreaks.some((other) => other.at !== null);
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
function fixedBreaks({ break: first, moreBreaks, date }, unpaidOnly = false) {
  const spans = [];
  for (const { at, minutes, paid } of [first, ...moreBreaks])
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
  mend(snag, plan2, words) {
    const { from, to, facts, shifts } = snag;
    if (facts.from === null || facts.to === null) return turnOpen(snag, plan2, words);
    const [a, b] = [Number(facts.from), Number(facts.to)];
    if (b - a < plan2.rules.minShiftMinutes) return turnOpen(snag, plan2, words);
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
      for (let j = i + 1; j < all.length; j++) {
        const [a, b] = [all[i], all[j]];
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
      const after = worked.reduce((first, part) => startsBefore(part, first) ? part : first);
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
  mend({ facts }, plan2, words) {
    const shift = plan2.shifts.find((s) => s.id === facts.shift);
    const from = Number(facts.earliest);
    if (!shift || from < 0 || from >= DAY || shift.to - from < plan2.rules.minShiftMinutes) return null;
    return {
      label: `Start ${words.day(shift.date)} at ${words.time(from)}`,
      changes: [{ do: "set", id: shift.id, shift: { from } }]
    };
  }
};
function startsBefore(part, first) {
  return part.start < first.start || part.start === first.start && part.own !== null && first.own === null;
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
function zoneClock(timeZone, first, last) {
  const steps = stepsOf(timeZone, first - 2, last + 3);
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
function stepsOf(timeZone, first, last) {
  let from = first * DAY;
  let before = offsetAt(timeZone, from);
  const steps = [{ wall: -Infinity, offset: before, at: -Infinity }];
  for (let day = first + 1; day <= last + 1; day++) {
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
function frameOf(plan2) {
  let first = plan2.from;
  let last = plan2.from + plan2.days;
  for (const shift of plan2.around) {
    first = Math.min(first, shift.date);
    last = Math.max(last, shift.date);
  }
  const weeks = [];
  for (let day = 0; day < plan2.days; day += 7)
    weeks.push({ first: plan2.from + day, days: Math.min(7, plan2.days - day) });
  return {
    site: plan2.site,
    plan: plan2,
    clock: zoneClock(plan2.site.timeZone, first, last),
    start: plan2.from * DAY,
    end: (plan2.from + plan2.days) * DAY,
    weeks,
    rowOf: new Map(plan2.roles.map((role, row) => [role.id, row])),
    rateOf: new Map(plan2.roles.map((role) => [role.id, role.hourlyRate ?? 0])),
    workable: workableSpans(plan2)
  };
}
function openOn(plan2, day) {
  if (closedOn(plan2, day)) return [];
  const dated = plan2.site.openDates.get(day);
  if (dated) return dated;
  if (plan2.site.openHours === null) return WHOLE_DAY;
  return plan2.site.openHours[weekdayOf(day)];
}
function closedOn(plan2, day) {
  return plan2.holidays.some((holiday) => holiday.closed && holiday.date === day);
}
var WHOLE_DAY = [{ from: 0, to: DAY }];
function workableSpans(plan2) {
  const { before, after } = plan2.site.margins;
  const spans = [];
  for (let day = plan2.from - 1; day <= plan2.from + plan2.days + 1; day++)
    for (const span of openOn(plan2, day))
      spans.push({ from: day * DAY + span.from - before, to: day * DAY + span.to + after });
  return union(spans);
}

// src/core/hours/credit.ts
function standardDay(person) {
  return person.standardDayMinutes ?? (person.contractMinutes ?? 0) / 5;
}
function creditedMinutes(plan2, person, first, days) {
  const away = union(person.leave.filter((leave) => leave.state === "approved"));
  let minutes = 0;
  for (let day = first; day < first + days; day++) {
    const employed = (person.employedFrom === null || person.employedFrom <= day) && (person.employedTo === null || day <= person.employedTo);
    if (!employed) continue;
    minutes += closedOn(plan2, day) ? DAY : covered({ from: day * DAY, to: (day + 1) * DAY }, away);
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
      const outside = minutesOutside(shift, rule);
      if (outside > 0)
        report({ ...placeOf(shift), amount: outside, facts: { about: "hours", age: rule.underAge } });
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
  const first = Math.floor(range.from / size) * size;
  for (let from = first; from < range.to; from += size) {
    const to = from + size;
    let low = Infinity;
    let high = 0;
    let gap2 = 0;
    let surplus2 = Infinity;
    for (let t = base + from; t < base + to; t++) {
      const on = staffed[t];
      const need = needed[t];
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
  const first = new Float64Array(days + 1).fill(Infinity);
  const last = new Float64Array(days + 1);
  for (const list of lists)
    for (const placed of list) {
      if (placed.site !== null) continue;
      const end = placed.own ? days : days - 1;
      const from = placed.from - frame.start;
      const to = placed.to - frame.start;
      for (let day = Math.max(0, Math.floor(from / DAY)); day <= end && day * DAY < to; day++) {
        if (only && !only.has(day)) continue;
        first[day] = Math.min(first[day], Math.max(from - day * DAY, 0));
        last[day] = Math.max(last[day], Math.min(to - day * DAY, DAY));
      }
    }
  return { from: first, to: last };
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
  const { plan: plan2 } = frame;
  const found = [];
  for (let day = plan2.from; day < plan2.from + plan2.days; day++) {
    const everybody = frame.plan.roles.length;
    let saysEverybody = false;
    for (const need of needsOn(plan2, day)) {
      const row = need.role === null ? everybody : frame.rowOf.get(need.role);
      if (row === everybody) saysEverybody = true;
      const at = day * DAY;
      found.push({ row, from: at + need.from, to: at + need.to, count: need.count, opening: false });
    }
    if (saysEverybody || plan2.rules.minimumOn === 0 || !hasHours(plan2, day)) continue;
    for (const span of openOn(plan2, day)) {
      const at = day * DAY;
      const [from, to] = [at + span.from, at + span.to];
      found.push({ row: everybody, from, to, count: plan2.rules.minimumOn, opening: true });
    }
  }
  return found;
}
function hasHours({ site }, day) {
  return site.openHours !== null || site.openDates.has(day);
}
function needsOn(plan2, day) {
  const dated = plan2.needs.filter((need) => need.date === day);
  if (closedOn(plan2, day)) return dated;
  const replaced = new Set(dated.map((need) => need.role));
  const weekday = weekdayOf(day);
  const usual = plan2.needs.filter(
    (need) => need.date === null && (need.days === null || need.days[weekday]) && !replaced.has(need.role)
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
  const rows = frame.plan.roles.length + 1;
  const length = minutesOf(frame);
  const steps = Array.from({ length: rows }, () => new Int16Array(length + 1));
  for (const presence of presences)
    for (const { row, spans } of presence)
      for (const { from, to } of spans) {
        steps[row][from]++;
        steps[row][to]--;
      }
  const staffed = steps.map((step) => {
    for (let t = 1; t < length; t++) step[t] += step[t - 1];
    return step.subarray(0, length);
  });
  const needs = needsOf(frame);
  const needed = Array.from({ length: rows }, () => new Int16Array(length));
  for (const need of needs) {
    const row = needed[need.row];
    const to = Math.min(need.to - frame.start, length);
    for (let t = need.from - frame.start; t < to; t++) if (row[t] < need.count) row[t] = need.count;
  }
  return { staffed, needed, needs };
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
function startingIn(shifts, first, end) {
  let from = 0;
  while (from < shifts.length && shifts[from].date < first) from++;
  let to = shifts.length;
  while (to > from && shifts[to - 1].date >= end) to--;
  return from === 0 && to === shifts.length ? shifts : shifts.slice(from, to);
}
var NO_PAY = { paid: 0, paidEverywhere: 0, worksHere: false, overtime: 0, days: [] };

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
function judge(plan2) {
  const frame = frameOf(plan2);
  const checks = runningChecks(plan2);
  const indexOf = new Map(plan2.people.map((person, i) => [person.id, i]));
  const shifts = Array.from({ length: plan2.people.length + 1 }, () => []);
  for (const shift of plan2.shifts)
    shifts[shift.person === null ? plan2.people.length : indexOf.get(shift.person)].push(place(frame, shift));
  for (const shift of plan2.around) shifts[indexOf.get(shift.person)].push(place(frame, shift));
  const people = shifts.map((list, i) => {
    const person = plan2.people[i] ?? null;
    return personState(frame, checks, person, list, person ? availabilityOf(person) : NEVER_ASKED);
  });
  const staffing = staffingOf(
    frame,
    people.map((state) => state.presence)
  );
  const rows = plan2.roles.length + 1;
  const reach = reachOf(frame, people.map(shiftsOf));
  const ranges = Array.from({ length: plan2.days + 1 }, (_, day) => rangeOn(frame, staffing, reach, day));
  const partial = { plan: plan2, frame, checks, people, indexOf, staffing, ranges };
  const cells = [];
  for (let day = 0; day <= plan2.days; day++)
    for (let row = 0; row < rows; row++) cells.push(cellSnags(partial, row, day));
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
  const { frame, plan: plan2, checks, staffing, ranges } = partial;
  const range = ranges[day];
  if (!range) return [];
  const snags = checks.sink.into = [];
  const view = {
    frame,
    date: plan2.from + day,
    role: plan2.roles[row]?.id ?? null,
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

// src/core/plan/types.ts
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

// src/core/seeded.ts
function seeded(seed) {
  let state = seed >>> 0;
  return () => {
    state = state + 1831565813 >>> 0;
    let t = state;
    t = Math.imul(t ^ t >>> 15, t | 1);
    t ^= t + Math.imul(t ^ t >>> 7, t | 61);
    return ((t ^ t >>> 14) >>> 0) / 4294967296;
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
  const shifts = people.flatMap((person, i) => shiftsOf2(person, i, from, pick));
  const plan2 = {
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
  return { ...plan2, needs: needsLike(plan2) };
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
function shiftsOf2(person, index, from, pick) {
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
function needsLike(plan2) {
  const { staffing } = judge(plan2);
  const needs = [];
  plan2.roles.forEach((role, row) => {
    for (let day = 0; day < plan2.days; day++)
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

// ../../tmp/p.ts
var plan = largePlan(600, readDate("2026-11-23"));
for (let i = 0; i < 400; i++) judge(plan);
