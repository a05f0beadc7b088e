import { INKS } from '@/core/setup/inks';
import { versionOn } from '@/core/availability/versions';
import type { Day } from '@/core/time/day';
import type { Span } from '@/core/time/span';
import type { Database } from '@/data/database';
import { businessMoney } from '@/data/money';
import { NO_ROWS, type PersonRows, loadPeopleRows } from '@/data/people/person-rows';
import { type Row, type RowChange, loadRows } from '@/data/records/records';
import { hoursOfSites } from '@/data/site/site-store';
import { type TableRow, columnName } from '@/formats/table/cells';
import { randomUUID } from 'node:crypto';
import type { PersonDraft, VersionDraft } from '../payload';
import { type Writing, blankPerson } from '../people-effect';
import { draftOf, versionsOf } from '../rows';
import type { CellFault, RowPreview } from '../../import/payload';
import type { ImportOptions } from './payload';
import {
  type AvailabilityReaders,
  type RowValues,
  availabilityReaders,
  parseRow,
  remembering,
  shownWeek,
  weekAfter,
} from './read-rows';
import { type ImportWriting, differences, heldOnce, payAfter, versionsAfter } from './row-changes';

interface Known {
  readonly id: string;
  readonly rows: PersonRows;
  readonly draft: PersonDraft;
  readonly versions: readonly VersionDraft[];
}

interface Taken {
  readonly line: TableRow;
  readonly values: RowValues;
  readonly faults: CellFault[];
  readonly known: Known | null;
  readonly id: string;
}

/** A row with everything looked up, before it is decided whether it can be taken. */
interface Looked extends Pick<Taken, 'line' | 'id' | 'known' | 'faults'> {
  readonly after: PersonDraft;
  readonly week: VersionDraft['blocks'] | null;
  readonly changes: readonly string[];
  readonly managerCell: CellFault | null;
}

const small = (text: string) => text.trim().toLocaleLowerCase();

/** Follows the rows of a file, one after the other, with who and what is there already. */
export class ImportReader {
  private readonly taken: Taken[] = [];
  private readonly byNumber = new Map<string, Known>();
  private readonly byName = new Map<string, Known[]>();
  private readonly rowOfNumber = new Map<string, number>();
  private readonly rowOfPerson = new Map<string, number>();
  private readonly roleIds = new Map<string, string>();
  private readonly siteIds = new Map<string, string>();
  private readonly namesById = new Map<string, string>();
  private readonly fresh = { roles: new Map<string, string>(), sites: new Map<string, string>() };
  private readonly written: Writing[] = [];
  private readonly readers: AvailabilityReaders;
  private readonly shownWeek = remembering(shownWeek);

  private constructor(
    private readonly today: Day,
    private readonly options: ImportOptions,
    private readonly heads: readonly string[],
    private readonly firstSite: Row | null,
    private readonly fieldIds: ReadonlyMap<number, string>,
    /** When the site is open that people go to, by weekday. */
    hours: readonly (readonly Span[])[],
  ) {
    this.readers = availabilityReaders(hours);
  }

  static async open(
    db: Database,
    today: Day,
    options: ImportOptions,
    heads: readonly string[],
  ): Promise<ImportReader> {
    const sites = (await loadRows(db, 'site', {})).sort((a, b) => a.position - b.position);
    const fieldIds = new Map(
      options.columns.flatMap((meaning, i) =>
        meaning === 'new' ? [[i, `field-${randomUUID().slice(0, 8)}`] as const] : [],
      ),
    );
    const hours = (await hoursOfSites(db)).get(options.site ?? sites[0]?.id ?? '') ?? [];
    const reader = new ImportReader(today, options, heads, sites[0] ?? null, fieldIds, hours);
    for (const site of sites) {
      reader.siteIds.set(small(site.name), site.id);
      reader.namesById.set(site.id, site.name);
    }
    for (const role of await loadRows(db, 'role', {})) {
      reader.namesById.set(role.id, role.name);
      reader.roleIds.set(small(role.name), role.id);
    }
    const ids = (await db.selectFrom('person').select('id').execute()).map((row) => row.id);
    const money = await businessMoney(db);
    for (const [id, rows] of await loadPeopleRows(db, ids)) {
      const known = { id, rows, draft: draftOf(rows, money), versions: versionsOf(rows) };
      if (known.draft.number) reader.byNumber.set(known.draft.number, known);
      const name = small(known.draft.name);
      reader.byName.set(name, [...(reader.byName.get(name) ?? []), known]);
    }
    return reader;
  }

  /** Roles that taking the file would make; those that only faulty rows name are not made. */
  get newRoles(): string[] {
    return this.freshUsed('roles').map(([name]) => name);
  }

  get newSites(): string[] {
    return this.freshUsed('sites').map(([name]) => name);
  }

  private freshUsed(kind: 'roles' | 'sites'): [string, string][] {
    const used = new Set(
      this.written.flatMap(({ after }) =>
        kind === 'roles' ? after.roles.map((held) => held.role) : after.sites,
      ),
    );
    return [...this.fresh[kind]].filter(([, id]) => used.has(id));
  }

  get newFields(): string[] {
    return [...this.fieldIds.keys()].map((i) => this.heads[i] || `Column ${columnName(i)}`);
  }

  take(line: TableRow): void {
    const { values, faults: found } = parseRow(
      line,
      this.options.columns,
      this.heads,
      this.options.dateOrder,
      this.readers,
    );
    const faults = [...found];
    const { number, name } = values.draft;
    const known = this.find(line, values, faults);
    if (!name && !known && !faults.some((fault) => this.isAbout(fault, 'name')))
      faults.push(this.at(line, ['name', 'lastName', 'firstName', 'number'], 'no name'));
    if (number) {
      const before = this.rowOfNumber.get(number);
      if (before !== undefined)
        faults.push(this.at(line, ['number'], `the number ${number} is also in row ${before}`));
      else this.rowOfNumber.set(number, line.row);
    }
    if (known) {
      const before = this.rowOfPerson.get(known.id);
      if (before !== undefined && !faults.some((fault) => /also in row/.test(fault.message)))
        faults.push(this.at(line, ['name', 'number'], `the same person as in row ${before}`));
      else this.rowOfPerson.set(known.id, line.row);
    }
    this.taken.push({ line, values, faults, known, id: known?.id ?? `person-${randomUUID().slice(0, 12)}` });
  }

  private find(line: TableRow, { draft }: RowValues, faults: CellFault[]): Known | null {
    const { number, name } = draft;
    const numbered = number ? this.byNumber.get(number) : undefined;
    if (numbered) return numbered;
    const named = name ? (this.byName.get(small(name)) ?? []) : [];
    // With a number of its own a row is somebody else than a person who has another.
    const free = number ? named.filter((known) => known.draft.number === null) : named;
    if (free.length > 1) {
      faults.push(this.at(line, ['name'], `${free.length} people are called ${name}; give their number`));
      return null;
    }
    return free[0] ?? null;
  }

  private isAbout(fault: CellFault, meaning: string): boolean {
    const i = this.options.columns.indexOf(meaning);
    return i >= 0 && fault.cell.replace(/\d+$/, '') === columnName(i);
  }

  private at(line: TableRow, meanings: readonly string[], message: string): CellFault {
    const at = meanings.map((meaning) => this.options.columns.indexOf(meaning)).find((i) => i >= 0) ?? 0;
    const text = line.cells[at] ?? '';
    return { cell: `${columnName(at)}${line.row}`, column: this.heads[at] || 'Name', text, message };
  }

  /** What each row would do; names of roles, sites and managers are looked up now that all rows are known. */
  finish(): RowPreview[] {
    const managers = new Map<string, string>();
    for (const known of [...this.byName.values()].flat()) {
      managers.set(small(known.draft.name), known.id);
      if (known.draft.number) managers.set(small(known.draft.number), known.id);
    }
    for (const { values, id } of this.taken) {
      if (values.draft.name) managers.set(small(values.draft.name), id);
      if (values.draft.number) managers.set(small(values.draft.number), id);
    }
    const looked = this.taken.map((taken) => this.look(taken, managers));
    // Who has a manager in a faulty row has to wait for that row; and so on, up the line.
    for (let again = true; again;) {
      again = false;
      const out = new Set(
        looked.filter((one) => one.known === null && one.faults.length > 0).map((one) => one.id),
      );
      for (const one of looked) {
        if (one.faults.length > 0 || one.after.manager === null || !out.has(one.after.manager)) continue;
        one.faults.push({ ...one.managerCell!, message: 'this manager stands in a faulty row' });
        again = true;
      }
    }
    return looked.map((one) => this.decide(one));
  }

  private decide({ line, id, known, after, week, changes, faults }: Looked): RowPreview {
    const state =
      faults.length > 0 ? 'faulty' : known === null ? 'new' : changes.length > 0 ? 'changed' : 'same';
    if (state === 'new' || state === 'changed')
      this.written.push({
        id,
        before: known?.rows ?? NO_ROWS,
        after,
        ...(week ? { versions: versionsAfter(this.today, known?.versions ?? [], week) } : {}),
      });
    return { row: line.row, name: after.name || '(no name)', state, changes, faults };
  }

  private look({ line, values, faults, known, id }: Taken, managers: ReadonlyMap<string, string>): Looked {
    const before = known?.draft ?? blankPerson(values.draft.name ?? '');
    const roles = values.roles?.map(({ name, until }) => {
      const role = this.idFor('roles', name);
      if (role === null) faults.push(this.at(line, ['roles'], `there is no role "${name}"`));
      return { role: role ?? '', until };
    });
    const named = values.sites ?? (known || this.options.site === null ? undefined : null);
    const sites = named?.map((name) => {
      const site = this.idFor('sites', name);
      if (site === null) faults.push(this.at(line, ['sites'], `there is no site "${name}"`));
      return site ?? '';
    });
    let manager = before.manager;
    if (values.manager) {
      const found = managers.get(small(values.manager.text));
      if (found === undefined || found === id)
        faults.push({ ...values.manager.cell, message: `nobody is called "${values.manager.text}"` });
      else manager = found;
    }
    const after: PersonDraft = {
      ...before,
      ...values.draft,
      manager,
      roles: roles ? heldOnce(roles) : before.roles,
      sites: sites ?? (named === null ? [this.options.site!] : before.sites),
      pay: values.rate === undefined ? before.pay : payAfter(this.today, before.pay, values.rate),
      fields: { ...before.fields, ...this.fieldsOf(values) },
    };
    const version = known ? versionOn(known.versions, this.today) : null;
    const week = weekAfter(version?.blocks ?? null, values.days);
    const changes = [
      ...differences((id) => this.nameOf(id), before, after, known !== null),
      ...(week ? [`Availability: ${this.shownWeek(week)}`] : []),
    ];
    const { employedFrom, employedTo } = after;
    if (employedFrom !== null && employedTo !== null && employedTo < employedFrom && faults.length === 0)
      faults.push(this.at(line, ['employedTo', 'employedFrom'], 'the last day is before the first'));
    return { line, id, known, after, week, changes, faults, managerCell: values.manager?.cell ?? null };
  }

  private idFor(kind: 'roles' | 'sites', name: string): string | null {
    const known = (kind === 'roles' ? this.roleIds : this.siteIds).get(small(name));
    if (known !== undefined) return known;
    if (!this.options.create) return null;
    const fresh = this.fresh[kind];
    const same = [...fresh.keys()].find((one) => small(one) === small(name));
    if (same !== undefined) return fresh.get(same)!;
    const id = `${kind === 'roles' ? 'role' : 'site'}-${randomUUID().slice(0, 8)}`;
    fresh.set(name, id);
    return id;
  }

  private fieldsOf({ fields }: RowValues): Record<string, string> {
    return Object.fromEntries(
      Object.entries(fields).map(([key, text]) => [
        key.startsWith('new:') ? this.fieldIds.get(Number(key.slice(4)))! : key,
        text,
      ]),
    );
  }

  private nameOf(id: string): string {
    for (const fresh of [this.fresh.roles, this.fresh.sites])
      for (const [name, made] of fresh) if (made === id) return name;
    return this.namesById.get(id) ?? id;
  }

  async writing(db: Database): Promise<ImportWriting> {
    const rows: RowChange[] = [];
    const made: string[] = [];
    const add = (table: RowChange['table'], after: Row) => rows.push({ table, before: null, after });
    let position = 1000;
    for (const [name, id] of this.freshUsed('sites')) {
      if (!this.firstSite) break;
      // A site that only a file names is set up like the first one.
      add('site', { ...this.firstSite, id, name, position: position++ });
      made.push(id);
    }
    const used = new Set((await loadRows(db, 'role', {})).map((row) => row.ink));
    // Inks that no role has yet, then all of them in turn.
    const free = INKS.filter((ink) => !used.has(ink));
    const inks = [...free, ...INKS];
    let ink = 0;
    for (const [name, id] of this.freshUsed('roles')) {
      add('role', {
        id,
        name,
        mark: name.slice(0, 1).toUpperCase(),
        ink: inks[ink++ % inks.length],
        rate_minor: null,
      });
      made.push(id);
    }
    // A role is worked where the people are who hold it.
    const places = new Map(
      (await loadRows(db, 'site_role', {})).map((row) => [`${row.site_id} ${row.role_id}`, true]),
    );
    for (const { after } of this.written)
      for (const site of after.sites)
        for (const { role } of after.roles) {
          const fresh = made.includes(role) || made.includes(site);
          if (!fresh || places.has(`${site} ${role}`)) continue;
          places.set(`${site} ${role}`, true);
          add('site_role', { site_id: site, role_id: role, position: position++, retired: 0 });
        }
    for (const [i, id] of this.fieldIds) {
      add('custom_field', {
        id,
        name: (this.heads[i] || `Column ${columnName(i)}`).slice(0, 120),
        position: position++,
      });
      made.push(id);
    }
    return { writings: this.written, rows, made };
  }
}
