import { randomUUID } from 'node:crypto';
import { versionsOfEntries } from '@/core/availability/versions';
import { DEFAULT_RULES, type Need, type Person, type Plan, type Shift } from '@/core/plan/types';
import { WEEKDAYS, weekdayOf, formatDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { formatMoment } from '@/data/moment';
import { type StoredMoney, moneyIn } from '@/data/money';
import { type Row, type RowChange, type TableName, loadRowsOf } from '@/data/records/records';
import { shiftToRow } from '@/data/week/shift-row';
import { takenIds } from '@/data/week/shift-store';
import { freeSiteId } from '../site/commands';
import { USUAL_COLLEAGUE_VIEWS } from '@/core/setup/colleagues';
import { INKS } from '@/core/setup/inks';

/** Turns a plan into the rows of a new site. Ids that are taken already are made anew. */
export class SiteBuilder {
  private readonly list: RowChange[] = [];
  readonly people = new Map<string, string>();
  private readonly roles = new Map<string, string>();
  private worked: readonly Row[] = [];

  private constructor(
    readonly site: string,
    private readonly name: string,
    private readonly plan: Plan,
    private readonly position: number,
    private readonly amounts: StoredMoney,
  ) {}

  static async open(db: Database, name: string, plan: Plan): Promise<SiteBuilder> {
    const last = await db
      .selectFrom('site')
      .select((q) => q.fn.max('position').as('most'))
      .executeTakeFirst();
    const position = Number(last?.most ?? -1) + 1;
    const builder = new SiteBuilder(
      await freeSiteId(db, name),
      name,
      plan,
      position,
      moneyIn(plan.site.currency),
    );
    await builder.nameAll(db);
    return builder;
  }

  private async nameAll(db: Database): Promise<void> {
    const taken = async (table: 'person' | 'role' | 'site', ids: readonly string[]) =>
      new Set((await loadRowsOf(db, table, 'id', ids)).map((row) => row.id));
    const people = await taken(
      'person',
      this.plan.people.map((person) => person.id),
    );
    const roles = await taken(
      'role',
      this.plan.roles.map((role) => role.id),
    );
    for (const { id } of this.plan.people)
      this.people.set(id, people.has(id) ? `person-${randomUUID().slice(0, 12)}` : id);
    for (const { id } of this.plan.roles)
      this.roles.set(id, roles.has(id) ? `role-${randomUUID().slice(0, 8)}` : id);
  }

  rows(): RowChange[] {
    this.addSite();
    this.addRoles();
    this.plan.people.forEach((person, i) => this.addPerson(person, i));
    this.addNeeds();
    for (const shift of this.worked) this.add('shift', shift);
    return this.list;
  }

  /** Shifts of the plan, and those from around it that were worked at this site: nobody has it open yet. */
  async addShifts(db: Database): Promise<void> {
    const around = this.plan.surroundingShifts
      .filter((shift) => shift.site === null)
      .map((shift, i): Shift => ({
        ...shift,
        id: `around-${i}-${this.site}`,
        fixed: false,
        note: null,
        label: null,
      }));
    const all = [...this.plan.shifts, ...around];
    const ids = await freshIds(db, all);
    this.worked = all.map((shift) => {
      const { id, note, label, break: pause, date, from, to, fixed } = shift;
      const person = shift.person === null ? null : this.people.get(shift.person)!;
      const role = shift.role === null ? null : this.roles.get(shift.role)!;
      const row = shiftToRow(this.site, {
        id: ids.get(id)!,
        note,
        label,
        break: pause,
        date,
        from,
        to,
        fixed,
        person,
        role,
      });
      return { ...row, break_paid: row.break_paid ? 1 : 0, fixed: row.fixed ? 1 : 0 };
    });
  }

  remarks(): string[] {
    const elsewhere = this.plan.surroundingShifts.filter((shift) => shift.site !== null).length;
    return elsewhere > 0 ? [`${elsewhere} shifts at other sites are left out.`] : [];
  }

  private add(table: TableName, after: Row): void {
    this.list.push({ table, before: null, after });
  }

  private money(amount: number): number {
    return this.amounts.stored(amount);
  }

  private addSite(): void {
    const { site, rules, budget, holidays } = this.plan;
    const said = Object.fromEntries(
      Object.entries(rules).filter(
        ([key, value]) =>
          JSON.stringify(value) !== JSON.stringify(DEFAULT_RULES[key as keyof typeof DEFAULT_RULES]),
      ),
    );
    this.add('site', {
      id: this.site,
      name: this.name,
      time_zone: site.timeZone,
      currency: site.currency,
      week_start: site.weekStart,
      hour_format: '24',
      block_minutes: site.blockMinutes,
      margin_before: site.margins.before,
      margin_after: site.margins.after,
      never_closed: site.openHours === null ? 1 : 0,
      weekend: '[5,6]',
      needs_minimum: 1,
      notice_days: 0,
      capabilities_off: '[]',
      wish_points: 0,
      staff_sees: JSON.stringify(USUAL_COLLEAGUE_VIEWS),
      absence_opens: 0,
      request_rules: null,
      proposing: null,
      rules: JSON.stringify(said),
      position: this.position,
    });
    const of = { site_id: this.site };
    site.openHours?.forEach((spans, weekday) =>
      spans.forEach(({ from, to }) =>
        this.add('site_hours', { ...of, since: null, weekday, from_minute: from, to_minute: to }),
      ),
    );
    for (const [day, spans] of site.openDates) {
      const at = { ...of, date: formatDate(day) };
      if (spans.length === 0) this.add('site_date', { ...at, from_minute: null, to_minute: null });
      for (const { from, to } of spans) this.add('site_date', { ...at, from_minute: from, to_minute: to });
    }
    if (budget.minutes !== null || budget.cost !== null)
      this.add('site_budget', {
        ...of,
        since: null,
        minutes: budget.minutes,
        cost_minor: budget.cost === null ? null : this.money(budget.cost),
        sales_minor: null,
      });
    holidays.forEach((holiday, i) =>
      this.add('holiday', {
        id: `${this.site}-holiday-${i}`,
        ...of,
        date: formatDate(holiday.date),
        name: holiday.name,
        closed: holiday.closed ? 1 : 0,
      }),
    );
  }

  private addRoles(): void {
    this.plan.roles.forEach((role, position) => {
      const id = this.roles.get(role.id)!;
      this.add('role', {
        id,
        name: role.name,
        mark: role.name.slice(0, 1).toUpperCase() || '?',
        ink: INKS[position % INKS.length],
        rate_minor: role.hourlyRate === null ? null : this.money(role.hourlyRate),
      });
      this.add('site_role', { site_id: this.site, role_id: id, position, retired: 0 });
    });
  }

  private addPerson(person: Person, position: number): void {
    const id = this.people.get(person.id)!;
    const day = (value: number | null) => (value === null ? null : formatDate(value));
    this.add('person', {
      id,
      name: person.name,
      birth_date: day(person.birthDate),
      employed_from: day(person.employedFrom),
      employed_to: day(person.employedTo),
      contract_minutes: person.contractMinutes,
      max_week_minutes: person.maxWeekMinutes,
      standard_day_minutes: person.standardDayMinutes === null ? null : Math.round(person.standardDayMinutes),
      pay_kind: 'hourly',
      groups: '[]',
    });
    this.add('person_site', { person_id: id, site_id: this.site, position });
    person.roles.forEach((held, i) => {
      const role_id = this.roles.get(held.role)!;
      this.add('person_role', { person_id: id, role_id, until: day(held.until), position: i });
      if (held.hourlyRate !== null)
        this.add('person_pay', {
          id: `${id} ${role_id} `,
          person_id: id,
          role_id,
          since: null,
          rate_minor: this.money(held.hourlyRate),
        });
    });
    versionsOfEntries(person.availability).forEach(({ since, until, entries }, i) => {
      const availability_id = `${id}-availability-${i}`;
      this.add('availability', {
        id: availability_id,
        person_id: id,
        since: day(since),
        until: day(until),
        comment: null,
      });
      const seen = new Set<string>();
      for (const { days, from, to, kind } of entries)
        for (let weekday = 0; weekday < WEEKDAYS.length; weekday++) {
          const key = `${weekday} ${from} ${to} ${kind}`;
          if (!days[weekday] || seen.has(key)) continue;
          seen.add(key);
          this.add('availability_block', {
            availability_id,
            weekday,
            from_minute: from,
            to_minute: to,
            kind,
          });
        }
    });
    person.leave.forEach((leave, i) =>
      this.add('leave', {
        id: `${id}-leave-${i}`,
        person_id: id,
        from_at: formatMoment(leave.from),
        to_at: formatMoment(leave.to),
        state: leave.state,
      }),
    );
  }

  /** Weekday needs are the usual week; each date with needs of its own becomes a variant. */
  private addNeeds(): void {
    const { needs, holidays } = this.plan;
    const put = (set: string, weekday: number, need: Need, i: number) =>
      this.add('need', {
        id: `${set}-${weekday}-${i}`,
        set_id: set,
        role_id: need.role === null ? null : this.roles.get(need.role)!,
        weekday,
        from_minute: need.from,
        to_minute: need.to,
        count: need.count,
      });
    const weekly = needs.filter((need) => need.date === null);
    this.add('need_set', { id: this.site, site_id: this.site, name: null, since: null });
    weekly.forEach((need, i) => {
      for (let weekday = 0; weekday < 7; weekday++)
        if (need.days === null || need.days[weekday]) put(this.site, weekday, need, i);
    });
    for (const date of new Set(needs.flatMap((need) => need.date ?? []))) {
      const set = `${this.site} ${formatDate(date)}`;
      const weekday = weekdayOf(date);
      const dated = needs.filter((need) => need.date === date);
      const closed = holidays.some((holiday) => holiday.closed && holiday.date === date);
      const usual = weekly.filter(
        (need) =>
          !closed &&
          (need.days === null || need.days[weekday]) &&
          !dated.some((other) => other.role === need.role),
      );
      this.add('need_set', { id: set, site_id: this.site, name: formatDate(date), since: null });
      this.add('need_date', { site_id: this.site, date: formatDate(date), set_id: set });
      [...dated, ...usual].forEach((need, i) => put(set, weekday, need, i));
    }
  }
}

/** Ids for shifts: their own, or a new one where it belongs to another shift already. */
export async function freshIds(db: Database, shifts: readonly Shift[]): Promise<Map<string, string>> {
  const ids = shifts.map((shift) => shift.id);
  const taken = new Set<string>();
  for (let i = 0; i < ids.length; i += 500)
    for (const id of await takenIds(db, ids.slice(i, i + 500))) taken.add(id);
  return new Map(ids.map((id) => [id, taken.has(id) ? `shift-${randomUUID().slice(0, 12)}` : id]));
}
