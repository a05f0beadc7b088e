import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Snag } from '@/core/checks/shared/snag';
import { openOn } from '@/core/plan/plan-context';
import type { Shift } from '@/core/plan/types';
import type { Change } from '@/core/plan/change';
import { parseShifts } from '@/core/time/parse-shifts';
import { type Reading, formatTypedSpan } from '@/core/time/parse-time';
import { type Arrangement, UNFILTERED, arrangeRows } from '@/core/plan/arrangement';
import { rowAt, layOutLines } from '../grid/layout';
import {
  type Cell,
  type Range,
  type TypedShift,
  byHand,
  clearChanges,
  rangeOf,
  shiftsIn,
  typedChanges,
} from './edits';
import type { Notice } from '../../commands/notify';
import { type PlanState, type PlanStore, type Preview, applyEdit, previewChanges } from './plan-store';
import { summarise } from '@/core/consequences/summary';
import type { WaitingEdit } from '../../waiting/waiting-edits';
import type { PlanSync } from './sync';
import { ViewActions } from './view-actions';
import type { DayCount, Panel, ViewState, ViewStore } from './view-store';

/** A cell in which rows are not people: the shifts in it, and one that would fill its first gap, if it has one. */
export interface ChosenCell {
  shifts(): Shift[];
  missing(): Shift | null;
}

/** Everything that can be done on the plan screen, whatever hand does it. */
export class PlanController {
  constructor(
    readonly store: PlanStore,
    readonly view: ViewStore,
    private readonly sync: PlanSync,
    readonly notify: (notice: Notice) => void,
    /** Loads one week or four, that of a day. */
    private readonly load: (days: DayCount, day: number) => void = () => undefined,
  ) {
    this.act = new ViewActions(view);
  }

  /** What changes the view, by name. */
  readonly act: ViewActions;

  private chosen: ChosenCell | null = null;

  /** Says what is chosen where rows are not people; null: they are again. */
  chooseFrom(chosen: ChosenCell | null): void {
    this.chosen = chosen;
  }

  /** Sends what waits, now that the server may be reached again. */
  resume(): void {
    void this.sync.run();
  }

  /** Takes the plan anew from the server, after something other than an edit has changed it. */
  refresh(): Promise<void> {
    return this.sync.refresh();
  }

  /** Its page is there, with edits that waited from an earlier visit. */
  arrive(left: readonly WaitingEdit[]): void {
    this.sync.listen();
    void this.sync.takeUp(left);
  }

  /** Its page has gone; what waits is kept in the browser and sent from other pages. */
  leave(): void {
    this.sync.leave();
  }

  get plan(): PlanState {
    return this.store.getState();
  }

  get rows(): number {
    return this.plan.judgement.people.length;
  }

  /** What changes would do, as a line and as a verdict. */
  try(changes: readonly Change[]): Preview & { text: string } {
    const tried = previewChanges(this.plan, byHand(this.plan.judgement, changes));
    const currency = this.plan.judgement.plan.site.currency;
    const text =
      tried.rejectedReason ??
      (tried.consequences ? summarise(tried.consequences, this.plan.words, currency) : '');
    return { ...tried, text };
  }

  /**
   * Does an edit, unless it is refused or wants a yes first. Returns false where nothing was done, after
   * having said why.
   */
  commit(changes: readonly Change[], confirmed = false): boolean {
    if (changes.length === 0) return true;
    const tried = this.try(changes);
    if (tried.rejectedReason) {
      this.notify({ text: tried.rejectedReason });
      return false;
    }
    if (tried.needsConfirmation && !confirmed) {
      this.notify({
        text: tried.needsConfirmation,
        action: { label: 'Save it anyway', run: () => void this.commit(changes, true) },
      });
      return false;
    }
    return this.apply(byHand(this.plan.judgement, changes), confirmed, 'do');
  }

  undo(): void {
    const last = this.plan.undo.at(-1);
    if (!last) this.notify({ text: 'Nothing to undo.' });
    else this.apply(last, true, 'undo');
  }

  redo(): void {
    const last = this.plan.redo.at(-1);
    if (!last) this.notify({ text: 'Nothing to redo.' });
    else this.apply(last, true, 'redo');
  }

  private apply(changes: readonly Change[], confirmed: boolean, history: 'do' | 'undo' | 'redo'): boolean {
    if (!applyEdit(this.store, changes, { confirmed, history })) {
      this.notify({ text: 'This no longer fits the plan as it is now.' });
      return false;
    }
    void this.sync.run();
    return true;
  }

  /** Where a row stands in the order shown; the open shifts come after the last. */
  positionOf(row: number): number {
    const { layout } = this.view.getState();
    return layout.positionOf.get(row) ?? layout.rows.length;
  }

  /** The row at a place in the order shown. */
  rowAt(position: number): number {
    const { rows } = this.view.getState().layout;
    return rows[Math.min(Math.max(position, 0), rows.length)] ?? this.rows - 1;
  }

  /** How many rows are shown, the open shifts included. */
  get shownRows(): number {
    return this.view.getState().layout.rows.length + 1;
  }

  /** Groups, sorts and filters the rows; what is active stays in sight. */
  arrange(change: Partial<Arrangement>): void {
    const view = this.view.getState();
    const arrangement = { ...view.arrangement, ...change };
    const layout = this.layoutOf(arrangement, view);
    const isShown = layout.positionOf.has(view.active.row) || view.active.row === this.rows - 1;
    const active = isShown ? view.active : { row: layout.rows[0] ?? this.rows - 1, day: view.active.day };
    this.act.layOut({ arrangement, layout, active });
  }

  private layoutOf(arrangement: Arrangement, view: ViewState) {
    const { judgement, published, references: beside } = this.plan;
    const days = { from: view.firstDay, to: view.firstDay + view.days };
    return layOutLines(arrangeRows(judgement, arrangement, { ...beside, published }, days));
  }

  /** The selected cells, rows counted in the order shown. */
  get range(): Range {
    const { active, anchor } = this.view.getState();
    return rangeOf(active, anchor, (row) => this.positionOf(row));
  }

  /** The cells of a range. */
  cellsOf({ top, bottom, left, right }: Range): Cell[] {
    const cells: Cell[] = [];
    for (let at = top; at <= bottom; at++)
      for (let day = left; day <= right; day++) cells.push({ row: this.rowAt(at), day });
    return cells;
  }

  /**
   * Goes to a cell; with `extend` the selection reaches from where it began. While something typed stands open
   * that could not be kept, nothing moves: it belongs to its cell.
   */
  goTo(cell: Cell, extend = false): void {
    if (this.view.getState().editing) return;
    const row = Math.min(Math.max(cell.row, 0), this.rows - 1);
    const day = Math.min(Math.max(cell.day, 0), this.plan.judgement.plan.days - 1);
    if (row < this.rows - 1 && !this.view.getState().layout.positionOf.has(row)) {
      this.arrange(UNFILTERED);
      this.notify({ text: 'All rows are shown again.' });
    }
    this.act.select({ row, day }, extend);
  }

  step(rows: number, days: number, extend: boolean): void {
    const { active } = this.view.getState();
    this.goTo({ row: this.rowAt(this.positionOf(active.row) + rows), day: active.day + days }, extend);
  }

  /** The row under a height of the canvas, in pixels from the first line. */
  rowUnder(y: number): number | null {
    return rowAt(this.view.getState().layout, y);
  }

  show(days: DayCount): void {
    const { active, editing } = this.view.getState();
    if (editing) return;
    const last = this.plan.judgement.plan.days;
    if (days === 28 ? last < 28 : last === 28) return this.load(days, active.day);
    const firstDay =
      days >= last
        ? 0
        : days === 7
          ? Math.floor(active.day / 7) * 7
          : Math.max(0, Math.min(active.day - (days === 3 ? 1 : 0), last - days));
    this.act.showDays(days, firstDay);
  }

  /** Opens something beside the canvas, or closes it. */
  open(panel: Panel | null): void {
    this.act.openPanel(panel);
    if (!panel) document.getElementById('canvas')?.focus({ preventScroll: true });
  }

  /** The shifts of the cell that is active, whatever the rows are. */
  activeShifts(): readonly Shift[] {
    return this.chosen?.shifts() ?? shiftsIn(this.plan.judgement, this.view.getState().active);
  }

  /** A shift that would fill the first gap of the active cell, where rows are not people and it has one. */
  missingHere(): Shift | null {
    return this.chosen?.missing() ?? null;
  }

  /** Opens the first shift of the active cell in full. */
  openShift(): void {
    const [shift] = this.activeShifts();
    if (shift) this.open({ kind: 'shift', id: shift.id });
    else this.notify({ text: 'There is no shift here. Type one, such as 9-17.' });
  }

  /** The shifts that an action on several acts on: those picked by a rule, else those of the selected cells. */
  chosenShifts(): Shift[] {
    const { judgement } = this.plan;
    const { matched } = this.view.getState();
    if (matched) return judgement.plan.shifts.filter((shift) => matched.has(shift.id));
    return this.chosen?.shifts() ?? this.selectedCells().flatMap((cell) => shiftsIn(judgement, cell));
  }

  /** Reads what is typed into the active cell, with the opening hours of its day. */
  read(text: string): Reading<TypedShift[]> {
    const { plan } = this.plan.judgement;
    const roles = plan.roles.map(({ id, name }) => ({ id, name, mark: this.plan.roleStyles.get(id)?.mark }));
    const { day } = this.view.getState().active;
    const { templates } = this.plan.references;
    const named = templates.map(({ id, short, form }) => ({ id, short, from: form.from, to: form.to }));
    const read = parseShifts(text, roles, openOn(plan, plan.from + day), named);
    if (!read.ok) return read;
    const formOf = (id: string) => ({ ...templates.find((one) => one.id === id)!.form, template: id });
    return {
      ok: true,
      value: read.value.map((shift) =>
        shift.template === null ? shift : { ...shift, form: formOf(shift.template) },
      ),
    };
  }

  /** Changes that set every selected cell, or only the active one, to what is typed. */
  typed(shifts: readonly TypedShift[], everywhere: boolean): Change[] {
    const cells = everywhere ? this.selectedCells() : [this.view.getState().active];
    return cells.flatMap((cell) => typedChanges(this.plan.judgement, cell, shifts));
  }

  edit(text: string | null): void {
    const { active } = this.view.getState();
    this.act.beginEditing(text ?? this.textOf(active));
  }

  /** A cell's shifts as one would type them. */
  textOf(cell: Cell): string {
    const { judgement, hourFormat } = this.plan;
    const { plan } = judgement;
    const { roles } = plan;
    const open = openOn(plan, plan.from + cell.day);
    return shiftsIn(judgement, cell)
      .map((shift) => {
        const role = roles.find((one) => one.id === shift.role);
        const span = formatTypedSpan(shift.from, shift.to, hourFormat, open);
        return role ? `${span} ${role.name.toLowerCase()}` : span;
      })
      .join(', ');
  }

  selectedCells(): Cell[] {
    return this.cellsOf(this.range);
  }

  clearing(): Change[] {
    const { matched } = this.view.getState();
    if (matched) return this.chosenShifts().map((shift): Change => ({ do: 'remove', id: shift.id }));
    return clearChanges(this.plan.judgement, this.selectedCells());
  }

  /** Takes what is chosen away. */
  clear(): void {
    if (this.commit(this.clearing())) this.act.match(null);
  }

  /** Goes to where a snag is. */
  goToSnag(snag: Snag): void {
    const { judgement } = this.plan;
    const day = Math.min(Math.max(snag.date - judgement.plan.from, 0), judgement.plan.days - 1);
    if (snag.code === 'gap' || snag.code === 'surplus') {
      const row = judgement.plan.roles.findIndex((role) => role.id === snag.role);
      return this.act.showGap(row < 0 ? null : row, { day, minute: snag.from! });
    }
    const row = snag.person === null ? this.rows - 1 : judgement.indexOf.get(snag.person)!;
    this.goTo({ row, day });
  }
}

const ControllerContext = createContext<PlanController | null>(null);

export const ControllerProvider = ControllerContext.Provider;

export function useController(): PlanController {
  const controller = useContext(ControllerContext);
  if (!controller) throw new Error('there is no plan around this component');
  return controller;
}

/** A part of the plan's state; the component is drawn again when that part changes. */
export function usePlan<T>(pick: (state: PlanState) => T): T {
  return useStore(useController().store, pick);
}

/** A part of what is looked at. */
export function useView<T>(pick: (state: ViewState) => T): T {
  return useStore(useController().view, pick);
}
