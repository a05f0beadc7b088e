import type { ViewState, ViewStore } from './view-store';
import { type Carry, type Clip, type DayCount, type Dialog, type Ghost, firstDayWith } from './view-store';
import type { Cell } from '@/core/grid/cell';

/** A block of a day in the skyline. */
export type Block = NonNullable<ViewState['place']>;

/** Everything that changes what a person looks at, by name. Only here is the view store written. */
export class ViewActions {
  constructor(private readonly view: ViewStore) {}

  /** Opens a dialog in place of any other; null closes it. */
  openDialog(dialog: Dialog | null): void {
    this.view.setState({ dialog });
  }

  /** Shows or hides hours, cost and snags of the weeks around this one. */
  showWeeks(weeksShown: boolean): void {
    this.view.setState({ weeksShown });
  }

  /** Lays snags and selection over the canvas, or takes them away. */
  showSide(sideShown: boolean): void {
    this.view.setState({ sideShown });
  }

  /** Looks into a block of the skyline, by what was looked into before; null: into none. */
  lookInto(block: Block | null | ((before: Block | null) => Block | null)): void {
    this.view.setState(({ place }) => ({ place: typeof block === 'function' ? block(place) : block }));
  }

  /** Draws the skyline of one row of coverage; null: of all. */
  drawSkylineOf(skyline: number | null): void {
    this.view.setState({ skyline });
  }

  /** Draws the skyline of a row and looks into a block of it. */
  showGap(skyline: number | null, place: Block): void {
    this.view.setState((view) => ({ skyline, place, firstDay: firstDayWith(view, place.day) }));
  }

  /** Goes to a cell; with `extend` the selection reaches from where it began. */
  select(active: Cell, extend: boolean): void {
    this.view.setState((view) => ({
      active,
      anchor: extend ? (view.anchor ?? view.active) : null,
      firstDay: firstDayWith(view, active.day),
      place: null,
      matched: null,
    }));
  }

  /** Rows as they stand from now on, with the cell that is active among them. */
  arrange(part: Pick<ViewState, 'arrangement' | 'rows' | 'active'>): void {
    this.view.setState({ ...part, anchor: null });
  }

  /** Shows some days from one on. */
  showDays(days: DayCount, firstDay: number): void {
    this.view.setState({ days, firstDay });
  }

  /** Opens a panel beside the canvas in place of any other; null closes it. */
  openPanel(panel: ViewState['panel']): void {
    this.view.setState({ panel });
  }

  /** Opens the active cell for typing in place of shifts; `needsConfirmation`: the question that has to be answered first. */
  beginEditing(text: string, of: readonly string[], needsConfirmation: string | null = null): void {
    this.view.setState({ editing: { text, of, needsConfirmation }, place: null });
  }

  /** Closes the cell that is typed into. */
  endEditing(): void {
    this.view.setState({ editing: null });
  }

  /** Draws a shift as it would be; null: none any more. */
  drawGhost(ghost: Ghost | null): void {
    this.view.setState({ ghost });
  }

  /** Shows a carried shift at a new place. */
  carry(carry: Carry, ghost: Ghost): void {
    this.view.setState((view) => ({
      carry,
      ghost,
      active: carry.cell,
      anchor: null,
      firstDay: firstDayWith(view, carry.cell.day),
    }));
  }

  /** Nothing is carried any more. */
  dropCarried(): void {
    this.view.setState({ carry: null, ghost: null });
  }

  /** Holds what was copied or cut; null: nothing. */
  hold(clip: Clip | null): void {
    this.view.setState({ clip });
  }

  /** Shifts that a rule matched are what actions are done to; null: what is selected is. */
  match(ids: readonly string[] | null): void {
    this.view.setState({ matched: ids && new Set(ids) });
  }

  /** Lets go of everything but the active cell. */
  letGo(): void {
    this.view.setState({
      anchor: null,
      place: null,
      clip: null,
      matched: null,
      panel: null,
      sideShown: false,
    });
  }
}
