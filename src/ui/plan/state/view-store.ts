import { createStore } from 'zustand/vanilla';
import type { Shift } from '@/core/plan/types';
import { AS_LISTED, type ArrangedRows, type Arrangement } from '@/core/grid/arrangement';
import { type Cell, OPEN_ROW, type RowId } from '@/core/grid/cell';

/** A shift as it would be, drawn while something is moved, drawn or resized. */
export interface Ghost {
  readonly row: RowId;
  readonly day: number;
  readonly from: number;
  readonly to: number;
  readonly role: string | null;
  /** The shift that is being moved; null for a new one. */
  readonly dragged: string | null;
  readonly text: string;
  readonly refused: boolean;
  /** Where the line about it stands, in pixels of the window; null: beside the active cell. */
  readonly at: { readonly x: number; readonly y: number } | null;
}

/** A shift picked up with the keyboard. */
export interface Carry {
  readonly shift: Shift;
  readonly cell: Cell;
  readonly from: number;
  readonly to: number;
}

export interface Clip {
  /** Shifts by row and day within what was copied. */
  readonly cells: readonly (readonly (readonly Shift[])[])[];
  readonly cut: readonly string[];
  readonly text: string;
}

export interface Editing {
  readonly text: string;
  /** Ids of the shifts that the text stands for; none: what is typed is made besides. */
  readonly of: readonly string[];
  /** The doubt that Enter was pressed at once; pressing it again says yes. */
  readonly needsConfirmation: string | null;
}

export type DayCount = 28 | 7 | 3 | 1;

/** What may stand over the page: coverage as a table, all keys, the box to find and do, or shifts as a file. */
export type Dialog = 'coverage' | 'keys' | 'find' | 'file';

/** What stands beside the canvas in place of snags and selection. */
export type Panel =
  | { readonly kind: 'shift'; readonly id: string }
  /** `shift` is in the plan already, or would be made by who takes it. */
  | { readonly kind: 'cover'; readonly shift: Shift; readonly isNew: boolean }
  | { readonly kind: 'bulk' }
  | { readonly kind: 'rows' }
  /** Text of cells from elsewhere, to be placed from a cell on. */
  | { readonly kind: 'paste'; readonly block: readonly (readonly string[])[]; readonly at: Cell }
  | { readonly kind: 'day'; readonly day: number }
  /** What is asked for about a shift. */
  | { readonly kind: 'request'; readonly id: string }
  | { readonly kind: 'propose' }
  /** Ways to plan the days, side by side. */
  | { readonly kind: 'compare' };

/** What a person looks at: nothing of it is kept by the server. */
export interface ViewState {
  readonly days: DayCount;
  readonly firstDay: number;
  readonly active: Cell;
  readonly anchor: Cell | null;
  readonly editing: Editing | null;
  readonly ghost: Ghost | null;
  readonly carry: Carry | null;
  readonly clip: Clip | null;
  /** Row of coverage the skyline draws; null: all of them. */
  readonly skyline: number | null;
  /** The place of the skyline that is looked into. */
  readonly place: { readonly day: number; readonly minute: number } | null;
  readonly arrangement: Arrangement;
  readonly rows: ArrangedRows;
  readonly panel: Panel | null;
  /** Shifts picked by a rule, wherever they are; null: what is selected counts. */
  readonly matched: ReadonlySet<string> | null;
  readonly weeksShown: boolean;
  /** Whether snags and selection lie over the canvas, where there is no room beside it. */
  readonly sideShown: boolean;
  readonly dialog: Dialog | null;
}

export type ViewStore = ReturnType<typeof createViewStore>;

/** A view of a plan as it opens. */
export function createViewStore(
  day: number,
  rows: ArrangedRows,
  arrangement = AS_LISTED,
  days: DayCount = 7,
) {
  return createStore<ViewState>(() => ({
    days,
    firstDay: 0,
    active: { row: rows.order[0] ?? OPEN_ROW, day },
    anchor: null,
    editing: null,
    ghost: null,
    carry: null,
    clip: null,
    skyline: null,
    place: null,
    arrangement,
    rows,
    panel: null,
    matched: null,
    weeksShown: false,
    sideShown: false,
    dialog: null,
  }));
}

/** The first day to show so that `day` is in view. */
export function firstDayWith({ days, firstDay }: ViewState, day: number): number {
  if (day < firstDay) return day;
  return day >= firstDay + days ? day - days + 1 : firstDay;
}
