import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Snag } from '@/core/checks/snag';
import { openOn } from '@/core/plan/frame';
import type { Change } from '@/core/plan/change';
import { type TypedShift, readShifts } from '@/core/time/read-shifts';
import { type Reading, writeTypedSpan } from '@/core/time/read-time';
import { writeShortSpan } from '@/core/time/write';
import {
  type Cell,
  cellsOf,
  clearChanges,
  copyChanges,
  moveChanges,
  placeChanges,
  rangeOf,
  shiftsIn,
  typedChanges,
} from './edits';
import type { Notice } from '../kit/tell';
import { type PlanState, type PlanStore, type Tried, applyEdit, tryOut } from './plan-store';
import { summarise } from './summary';
import type { PlanSync } from './sync';
import type { Carry, Clip, DayCount, ViewState, ViewStore } from './view-store';

/** Everything that can be done on the plan screen, whatever hand does it. */
export class PlanController {
  constructor(
    readonly store: PlanStore,
    readonly view: ViewStore,
    private readonly sync: PlanSync,
    readonly tell: (notice: Notice) => void,
  ) {}

  /** Sends what waits, now that the server may be reached again. */
  resume(): void {
    void this.sync.run();
  }

  /** Stops trying to send; what waits is kept in the browser. */
  leave(): void {
    this.sync.stop();
  }

  get plan(): PlanState {
    return this.store.getState();
  }

  get rows(): number {
    return this.plan.judgement.people.length;
  }

  /** What changes would do, as a line and as a verdict. */
  try(changes: readonly Change[]): Tried & { text: string } {
    const tried = tryOut(this.plan, changes);
    const currency = this.plan.judgement.plan.site.currency;
    const text =
      tried.refused ?? (tried.consequences ? summarise(tried.consequences, this.plan.words, currency) : '');
    return { ...tried, text };
  }

  /**
   * Does an edit, unless it is refused or wants a yes first. Returns false where nothing was done, after
   * having said why.
   */
  commit(changes: readonly Change[], confirmed = false): boolean {
    if (changes.length === 0) return true;
    const tried = this.try(changes);
    if (tried.refused) {
      this.tell({ text: tried.refused });
      return false;
    }
    if (tried.doubt && !confirmed) {
      this.tell({
        text: tried.doubt,
        action: { label: 'Keep it', run: () => void this.commit(changes, true) },
      });
      return false;
    }
    return this.apply(changes, confirmed, 'do');
  }

  undo(): void {
    const last = this.plan.undo.at(-1);
    if (!last) this.tell({ text: 'Nothing to undo.' });
    else this.apply(last, true, 'undo');
  }

  redo(): void {
    const last = this.plan.redo.at(-1);
    if (!last) this.tell({ text: 'Nothing to redo.' });
    else this.apply(last, true, 'redo');
  }

  private apply(changes: readonly Change[], confirmed: boolean, history: 'do' | 'undo' | 'redo'): boolean {
    if (!applyEdit(this.store, changes, { confirmed, history })) {
      this.tell({ text: 'This no longer fits the plan as it is now.' });
      return false;
    }
    void this.sync.run();
    return true;
  }

  /**
   * Goes to a cell; with `extend` the selection reaches from where it began. While something typed stands open
   * that could not be kept, nothing moves: it belongs to its cell.
   */
  goTo(cell: Cell, extend = false): void {
    if (this.view.getState().editing) return;
    const row = Math.min(Math.max(cell.row, 0), this.rows - 1);
    const day = Math.min(Math.max(cell.day, 0), this.plan.judgement.plan.days - 1);
    this.view.setState((view) => ({
      active: { row, day },
      anchor: extend ? (view.anchor ?? view.active) : null,
      firstDay: within(view, day),
      place: null,
    }));
  }

  step(rows: number, days: number, extend: boolean): void {
    const { active } = this.view.getState();
    this.goTo({ row: active.row + rows, day: active.day + days }, extend);
  }

  show(days: DayCount): void {
    const { active } = this.view.getState();
    const last = this.plan.judgement.plan.days;
    const firstDay = days === 7 ? 0 : Math.max(0, Math.min(active.day - (days === 3 ? 1 : 0), last - days));
    this.view.setState({ days, firstDay });
  }

  /** Reads what is typed into the active cell, with the opening hours of its day. */
  read(text: string): Reading<TypedShift[]> {
    const { plan } = this.plan.judgement;
    const roles = plan.roles.map(({ id, name }) => ({ id, name, mark: this.plan.look.get(id)?.mark }));
    const { day } = this.view.getState().active;
    return readShifts(text, roles, openOn(plan, plan.from + day));
  }

  /** Changes that set every selected cell, or only the active one, to what is typed. */
  typed(shifts: readonly TypedShift[], everywhere: boolean): Change[] {
    const { active, anchor } = this.view.getState();
    const cells = everywhere ? cellsOf(rangeOf(active, anchor)) : [active];
    return cells.flatMap((cell) => typedChanges(this.plan.judgement, cell, shifts));
  }

  edit(text: string | null): void {
    const { active } = this.view.getState();
    this.view.setState({
      editing: { text: text ?? this.textOf(active), doubt: null },
      place: null,
    });
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
        const span = writeTypedSpan(shift.from, shift.to, hourFormat, open);
        return role ? `${span} ${role.name.toLowerCase()}` : span;
      })
      .join(', ');
  }

  selectedCells(): Cell[] {
    const { active, anchor } = this.view.getState();
    return cellsOf(rangeOf(active, anchor));
  }

  clearing(): Change[] {
    return clearChanges(this.plan.judgement, this.selectedCells());
  }

  copy(cut: boolean): void {
    const { active, anchor } = this.view.getState();
    const { judgement } = this.plan;
    const range = rangeOf(active, anchor);
    const cells: Clip['cells'] = Array.from({ length: range.bottom - range.top + 1 }, (_, row) =>
      Array.from({ length: range.right - range.left + 1 }, (_, day) =>
        shiftsIn(judgement, { row: range.top + row, day: range.left + day }),
      ),
    );
    const all = cells.flat(2);
    if (all.length === 0) return this.tell({ text: 'There is no shift to copy here.' });
    const first = writeShortSpan(all[0].from, all[0].to, this.plan.hourFormat);
    this.view.setState({
      clip: {
        cells,
        cut: cut ? all.map((shift) => shift.id) : [],
        text: all.length === 1 ? first : `${all.length} shifts`,
      },
    });
  }

  /** Changes that paste at the active cell; what was cut moves, what was copied is made anew. */
  pasting(): Change[] {
    const { active, clip } = this.view.getState();
    const { judgement } = this.plan;
    if (!clip) return [];
    const changes: Change[] = [];
    clip.cells.forEach((row, r) =>
      row.forEach((shifts, d) => {
        const cell = { row: active.row + r, day: active.day + d };
        if (shifts.length === 0 || cell.row >= this.rows || cell.day >= judgement.plan.days) return;
        if (clip.cut.length === 0) changes.push(...copyChanges(judgement, shifts, cell));
        else
          for (const shift of shifts) {
            const now = judgement.plan.shifts.find((one) => one.id === shift.id);
            if (now) changes.push(...moveChanges(judgement, now, cell, now.from));
          }
      }),
    );
    return changes;
  }

  paste(): void {
    const { clip } = this.view.getState();
    if (!clip) return this.tell({ text: 'Nothing was copied yet.' });
    if (this.commit(this.pasting()) && clip.cut.length > 0) this.view.setState({ clip: null });
  }

  /** Copies the first row (down) or the first column (right) of the selection over the rest of it. */
  fill(direction: 'down' | 'right'): void {
    const { active, anchor } = this.view.getState();
    const { judgement } = this.plan;
    const range = rangeOf(active, anchor);
    const single = direction === 'down' ? range.top === range.bottom : range.left === range.right;
    const cells = cellsOf(range);
    const changes = cells.flatMap((cell) => {
      const source =
        direction === 'down'
          ? { row: single ? cell.row - 1 : range.top, day: cell.day }
          : { row: cell.row, day: single ? cell.day - 1 : range.left };
      if (source.row < 0 || source.day < 0 || (source.row === cell.row && source.day === cell.day)) return [];
      return copyChanges(judgement, shiftsIn(judgement, source), cell);
    });
    this.commit(changes);
  }

  /** Picks up the first shift of the active cell, to be moved with the arrows and dropped with Enter. */
  pickUp(): void {
    const { active } = this.view.getState();
    const [shift] = shiftsIn(this.plan.judgement, active);
    if (!shift) return this.tell({ text: 'There is no shift to move here.' });
    this.carry({ shift, cell: active, from: shift.from, to: shift.to });
  }

  /** Shows a carried shift at a new place, with what putting it down there would do. */
  carry(carry: Carry): void {
    const tried = this.try(this.carried(carry));
    const { cell, from, to, shift } = carry;
    this.view.setState((view) => ({
      carry,
      active: cell,
      anchor: null,
      firstDay: within(view, cell.day),
      ghost: {
        row: cell.row,
        day: cell.day,
        from,
        to,
        role: shift.role,
        lifted: shift.id,
        text: `${writeShortSpan(from, to, this.plan.hourFormat)}: ${tried.text}`,
        refused: tried.refused !== null,
        at: null,
      },
    }));
  }

  carried({ shift, cell, from, to }: Carry): Change[] {
    return placeChanges(this.plan.judgement, shift, cell, { from, to });
  }

  putDown(keep: boolean): void {
    const { carry } = this.view.getState();
    this.view.setState({ carry: null, ghost: null });
    if (carry && keep) this.commit(this.carried(carry));
  }

  /** Goes to where a snag is. */
  goToSnag(snag: Snag): void {
    const { judgement } = this.plan;
    const day = Math.min(Math.max(snag.date - judgement.plan.from, 0), judgement.plan.days - 1);
    if (snag.code === 'gap' || snag.code === 'surplus') {
      const row = judgement.plan.roles.findIndex((role) => role.id === snag.role);
      this.view.setState((view) => ({
        skyline: row < 0 ? null : row,
        place: { day, minute: snag.from! },
        firstDay: within(view, day),
      }));
      return;
    }
    const row = snag.person === null ? this.rows - 1 : judgement.indexOf.get(snag.person)!;
    this.goTo({ row, day });
  }
}

/** The first day to show so that `day` is in view. */
function within({ days, firstDay }: ViewState, day: number): number {
  if (day < firstDay) return day;
  return day >= firstDay + days ? day - days + 1 : firstDay;
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
