import { editTitle } from '@/core/plan/edit-title';
import { type Done, tabHistory } from '../../undo/history';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Judgement } from '@/core/consequences/judge';
import type { Snag } from '@/core/checks/shared/snag';
import type { Shift } from '@/core/plan/types';
import type { Change } from '@/core/plan/change';
import { type Reading, sampleSpan } from '@/core/time/parse-time';
import { type Arrangement, UNFILTERED, allRows, arrangeRows } from '@/core/grid/arrangement';
import { type Cell, OPEN_ROW, type Range, type RowId, rangeOf, rowOf, shiftsIn } from '@/core/grid/cell';
import {
  type TypedShift,
  byHand,
  clearChanges,
  newShift,
  typedChanges,
  typedOver,
} from '@/core/grid/cell-changes';
import { cellText, parseCell } from '@/core/grid/cell-text';
import { cellOf, parseNeedsRow } from '@/core/grid/needs-rows';
import { newId } from '../../commands/new-id';
import type { Notice } from '../../commands/notify';
import { type PlanState, type PlanStore, type Preview, applyEdit, previewChanges } from './plan-store';
import { summarise } from '@/core/consequences/summary';
import { breakRemark } from '@/core/grid/break-places';
import type { BreakPlace } from '@/core/plan/shift-edits';
import type { WaitingEdit } from '../../waiting/waiting-edits';
import type { PlanSync } from './sync';
import { ProposalSession } from './proposal-session';
import { rowShowing } from './row-showing';
import { ViewActions } from './view-actions';
import type { DayCount, Panel, ViewState, ViewStore } from './view-store';

/** Everything that can be done on the plan screen, whatever hand does it. */
export class PlanController {
  constructor(
    readonly store: PlanStore,
    readonly view: ViewStore,
    readonly sync: PlanSync,
    readonly notify: (notice: Notice) => void,
    /** Loads one week or four, that of a day. */
    private readonly load: (days: DayCount, day: number) => void = () => undefined,
    /** Shows what staff see in place of the draft. */
    readonly showTold: () => void = () => undefined,
  ) {
    this.act = new ViewActions(view);
    this.proposal = new ProposalSession(this);
  }

  /** Shifts that are proposed, as long as the plan is open. */
  readonly proposal: ProposalSession;

  /** What changes the view, by name. */
  readonly act: ViewActions;

  /** Sends what waits, now that the server may be reached again. */
  resume(): void {
    void this.sync.run();
  }

  /** Somebody looks at it again: what others did meanwhile is shown, unless a cell is being typed into. */
  lookAgain(): void {
    const { editing, ghost, carry } = this.view.getState();
    if (!editing && !ghost && !carry) void this.sync.lookAgain();
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
    this.proposal.leave();
    this.sync.leave();
  }

  get plan(): PlanState {
    return this.store.getState();
  }

  /** What changes would do, as a line and as a verdict. */
  try(changes: readonly Change[]): Preview & { text: string } {
    const tried = previewChanges(this.plan, byHand(this.plan.judgement, changes));
    const { words, hourFormat, judgement } = this.plan;
    const { plan } = judgement;
    const follows = tried.consequences ? summarise(tried.consequences, words, plan.site.currency) : '';
    const breaks = breakRemark(plan, changes, hourFormat);
    return { ...tried, text: tried.rejectedReason ?? [follows, breaks].filter(Boolean).join(' · ') };
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
    const { plan } = this.plan.judgement;
    const done = this.apply(byHand(this.plan.judgement, changes), confirmed);
    if (done) tabHistory.did({ ...done, title: editTitle(plan, changes, this.plan.hourFormat) });
    else this.notify({ text: 'This no longer fits the plan as it is now.' });
    return done !== null;
  }

  /** Applies changes that were checked; returns the edit and what takes it back, null where they do not fit. */
  apply(changes: readonly Change[], confirmed = true): Pick<Done, 'id' | 'edit'> | null {
    const done = applyEdit(this.store, changes, confirmed);
    if (!done) return null;
    void this.sync.run();
    return { id: done.id, edit: { plan: this.sync.address, inverse: done.inverse } };
  }

  /** Where a row stands in the order shown; past the last where it is not shown. */
  positionOf(row: RowId): number {
    const { order, positionOf } = this.view.getState().rows;
    return positionOf.get(row) ?? order.length;
  }

  /** The row at a place in the order shown, or the nearest that there is. Null: no row is shown. */
  rowAt(position: number): RowId | null {
    const { order } = this.view.getState().rows;
    return order[Math.min(Math.max(position, 0), order.length - 1)] ?? null;
  }

  /** How many rows are shown. */
  get shownRows(): number {
    return this.view.getState().rows.order.length;
  }

  /** Groups, sorts and filters the rows; what is active stays in sight. */
  arrange(change: Partial<Arrangement>): void {
    const { arrangement: before, active, firstDay, days } = this.view.getState();
    const arrangement = { ...before, ...change };
    const { judgement, published, references } = this.plan;
    const groups = { ...references, published };
    const rows = arrangeRows(judgement, arrangement, groups, { from: firstDay, to: firstDay + days });
    const row = rows.positionOf.has(active.row) ? active.row : (rows.order[0] ?? active.row);
    this.act.arrange({ arrangement, rows, active: { row, day: active.day } });
  }

  /** Finds the rows anew where some came or went since `before`; else they keep their place. */
  rearrange(before: Judgement): void {
    const { rowKind } = this.view.getState().arrangement;
    const [old, now] = [before, this.plan.judgement].map(({ plan }) => allRows(plan, rowKind));
    if (old.length !== now.length || old.some((row, i) => row !== now[i])) this.arrange({});
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
      for (let day = left; day <= right; day++) {
        const row = this.rowAt(at);
        if (row) cells.push({ row, day });
      }
    return cells;
  }

  /**
   * Goes to a cell; with `extend` the selection reaches from where it began. While something typed stands open
   * that could not be kept, nothing moves: it belongs to its cell.
   */
  goTo(cell: Cell, extend = false): void {
    if (this.view.getState().editing) return;
    const day = Math.min(Math.max(cell.day, 0), this.plan.judgement.plan.days - 1);
    if (!this.view.getState().rows.positionOf.has(cell.row)) this.uncover(cell.row);
    this.act.select({ row: cell.row, day }, extend);
  }

  /** Takes the filter off, and shows people again where a row of theirs is gone to. */
  private uncover(row: RowId): void {
    const { rowKind } = this.view.getState().arrangement;
    const isOfPeople = parseNeedsRow(row) === null;
    this.arrange({ ...UNFILTERED, rowKind: isOfPeople ? 'people' : rowKind });
    this.notify({
      text: isOfPeople && rowKind !== 'people' ? 'Rows are people again.' : 'All rows are shown again.',
    });
  }

  step(rows: number, days: number, extend: boolean): void {
    const { active } = this.view.getState();
    const row = this.rowAt(this.positionOf(active.row) + rows);
    if (row) this.goTo({ row, day: active.day + days }, extend);
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

  /** Opens what proposes shifts; where only what was published is shown there is nothing to propose. */
  openProposal(): void {
    if (this.plan.references.isTold)
      this.notify({ text: 'This is what staff see. Go back to the draft to have shifts proposed.' });
    else this.open({ kind: 'propose' });
  }

  /** The shifts of the cell that is active, whatever the rows are. */
  activeShifts(): readonly Shift[] {
    return shiftsIn(this.plan.judgement, this.view.getState().active);
  }

  /** Shifts that would fill what is missing in the active cell; none where its row is a person's. */
  missingHere(): Shift[] {
    const { judgement } = this.plan;
    const { active } = this.view.getState();
    const needed = parseNeedsRow(active.row);
    if (!needed) return [];
    return cellOf(judgement, needed, active.day).missing.map((span) =>
      newShift(judgement, active, span, needed.role, newId()),
    );
  }

  /** Opens the first shift of the active cell in full. */
  openShift(): void {
    const [shift] = this.activeShifts();
    if (shift) this.open({ kind: 'shift', id: shift.id });
    else
      this.notify({ text: `There is no shift here. Type one, such as ${sampleSpan(this.plan.hourFormat)}.` });
  }

  /** The shifts that an action on several acts on: those picked by a rule, else those of the selected cells. */
  chosenShifts(): Shift[] {
    const { judgement } = this.plan;
    const { matched } = this.view.getState();
    if (matched) return judgement.plan.shifts.filter((shift) => matched.has(shift.id));
    // One shift may fill several needs.
    return [...new Set(this.selectedCells().flatMap((cell) => shiftsIn(judgement, cell)))];
  }

  /** Reads what is typed into the active cell, with the opening hours of its day. */
  read(text: string): Reading<TypedShift[]> {
    const { judgement, references, roleStyles, hourFormat } = this.plan;
    const names = { templates: references.templates, roleStyles, hourFormat };
    return parseCell(judgement, this.view.getState().active, text, names);
  }

  /** Changes that set every selected cell, or only the active one, to what is typed. */
  typed(shifts: readonly TypedShift[], everywhere: boolean, breaks?: BreakPlace): Change[] {
    const { active } = this.view.getState();
    const cells = everywhere ? this.selectedCells() : [active];
    return cells.flatMap((cell) => {
      const isActive = cell.row === active.row && cell.day === active.day;
      const there = isActive ? this.typedOver : typedOver(this.plan.judgement, cell);
      return typedChanges(this.plan.judgement, cell, shifts, newId, there, breaks);
    });
  }

  /** The shifts that what is typed now stands for. */
  get typedOver(): readonly Shift[] {
    const { editing, active } = this.view.getState();
    if (!editing) return typedOver(this.plan.judgement, active);
    return this.plan.judgement.plan.shifts.filter(({ id }) => editing.of.includes(id));
  }

  /** Opens the active cell for typing: with a first letter, or (null) with what stands there, of open shifts one. */
  edit(text: string | null, after?: string): void {
    const { active } = this.view.getState();
    const { judgement, hourFormat } = this.plan;
    const isOpen = active.row === OPEN_ROW;
    const there = isOpen ? shiftsIn(judgement, active) : typedOver(judgement, active);
    const next = there[(there.findIndex(({ id }) => id === after) + 1) % there.length];
    const of = !isOpen ? there : text === null && next ? [next] : [];
    this.act.beginEditing(
      text ?? cellText(judgement, active, of, hourFormat),
      of.map(({ id }) => id),
    );
  }

  selectedCells(): Cell[] {
    return this.cellsOf(this.range);
  }

  clearing(): Change[] {
    const { matched } = this.view.getState();
    if (matched) return this.chosenShifts().map((shift): Change => ({ do: 'remove', id: shift.id }));
    // What fills a role or need is not cleared by its cell: it is somebody's shift.
    const cells = this.selectedCells().filter(({ row }) => parseNeedsRow(row) === null);
    return clearChanges(this.plan.judgement, cells);
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
    this.goTo({
      row: rowShowing(this.plan.judgement, this.view.getState(), snag, day) ?? rowOf(snag.person),
      day,
    });
  }

  /** Where rows are roles or needs: the first with a shift of a snag on a day. */
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
