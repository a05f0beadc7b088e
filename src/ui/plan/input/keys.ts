import { type Snag, sameSnag } from '@/core/checks/shared/snag';
import { fill } from './clip';
import type { PlanController } from '../state/controller';
import { isTrouble, visibleSnags } from '@/core/consequences/visible-snags';
import { carryTo, pickUp, putDown } from './carry';
import { whoCanCover } from './slots';
import type { Cell } from '@/core/grid/cell';
import { parseNeedsRow } from '@/core/grid/needs-rows';
import type { Panel } from '../state/view-store';

type KeyEvent = Pick<
  KeyboardEvent,
  'key' | 'code' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey' | 'preventDefault'
>;

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** Keys that mean somebody's cell, and nothing in the row of a role or need. */
const ON_PEOPLE = /^(F2|Delete|Backspace)$/;
const ON_PEOPLE_CTRL = /^[drm]$/i;

/** A key on the canvas. */
export function onCanvasKey(event: KeyEvent, controller: PlanController): void {
  const { carry, dialog } = controller.view.getState();
  if (dialog === 'find') return;
  const ctrl = event.ctrlKey || event.metaKey;
  const { row } = controller.view.getState().active;
  if (!carry && parseNeedsRow(row) && (ctrl ? ON_PEOPLE_CTRL : ON_PEOPLE).test(event.key)) return;
  const done = carry
    ? onCarryKey(event, controller)
    : ctrl
      ? onControlKey(event, controller)
      : !event.altKey && onPlainKey(event, controller);
  if (done) event.preventDefault();
}

/** A key that holds on the whole plan page, also outside the canvas. Returns whether it was used. */
export function onPageKey(
  event: KeyEvent,
  controller: PlanController,
  goWeeks: (by: number) => void,
): boolean {
  if (!event.altKey || event.ctrlKey) {
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
      controller.act.openDialog('find');
      return true;
    }
    return false;
  }
  switch (event.code) {
    case 'ArrowLeft':
      goWeeks(-1);
      return true;
    case 'ArrowRight':
      goWeeks(1);
      return true;
    case 'Digit4':
      controller.show(28);
      return true;
    case 'Enter':
      controller.openShift();
      return true;
    case 'KeyW':
      whoCanCover(controller);
      return true;
    case 'KeyS':
      controller.open({ kind: 'bulk' });
      return true;
    case 'KeyR':
      controller.open({ kind: 'rows' });
      return true;
    case 'KeyP':
      controller.openProposal();
      return true;
    case 'KeyC':
      controller.act.openDialog('coverage');
      return true;
    case 'Digit1':
      controller.show(1);
      return true;
    case 'Digit3':
      controller.show(3);
      return true;
    case 'Digit7':
      controller.show(7);
      return true;
    case 'KeyN':
      nextSnag(controller);
      return true;
    default:
      return false;
  }
}

function onPlainKey(event: KeyEvent, controller: PlanController): boolean {
  const arrow = ARROWS[event.key];
  if (arrow) {
    controller.step(arrow[0], arrow[1], event.shiftKey);
    return true;
  }
  switch (event.key) {
    case 'Enter':
      if (parseNeedsRow(controller.view.getState().active.row)) openNext(controller);
      else controller.edit(null);
      return true;
    case 'F2':
      controller.edit(null);
      return true;
    case 'Delete':
    case 'Backspace':
      controller.clear();
      return true;
    case 'Home':
      controller.step(0, -7, event.shiftKey);
      return true;
    case 'End':
      controller.step(0, 7, event.shiftKey);
      return true;
    case 'PageUp':
      controller.step(-10, 0, event.shiftKey);
      return true;
    case 'PageDown':
      controller.step(10, 0, event.shiftKey);
      return true;
    case 'Escape':
      controller.act.letGo();
      return true;
    case '?':
      controller.act.openDialog('keys');
      return true;
    default:
      if (event.key.length !== 1 || event.key === ' ') return false;
      controller.edit(event.key);
      return true;
  }
}

/** Opens what the active cell of a role or need holds: what is missing, then who is on, one after the other. */
export function openNext(controller: PlanController): void {
  const { active } = controller.view.getState();
  const things: Panel[] = [
    ...controller.missingHere().map((shift) => ({ kind: 'cover', shift, isNew: true }) as const),
    ...controller.activeShifts().map(({ id }) => ({ kind: 'shift', id }) as const),
  ];
  if (things.length === 0) return controller.notify({ text: 'Nothing is needed here and nobody is on.' });
  const last = lastOpened.get(controller);
  const isHere = last?.row === active.row && last.day === active.day;
  const index = isHere ? (last.index + 1) % things.length : 0;
  lastOpened.set(controller, { ...active, index });
  controller.open(things[index]);
}

/** Which thing of which cell was opened last. */
const lastOpened = new WeakMap<PlanController, Cell & { readonly index: number }>();

function onControlKey(event: KeyEvent, controller: PlanController): boolean {
  switch (event.key.toLowerCase()) {
    case 'd':
      fill(controller, 'down');
      return true;
    case 'r':
      fill(controller, 'right');
      return true;
    case 'm':
      pickUp(controller);
      return true;
    case 'home':
      toCorner(controller, 0, event.shiftKey);
      return true;
    case 'end':
      toCorner(controller, controller.shownRows - 1, event.shiftKey);
      return true;
    default:
      return false;
  }
}

/** Goes to the first day of the first row, or the last day of the last. */
function toCorner(controller: PlanController, position: number, extend: boolean): void {
  const row = controller.rowAt(position);
  const day = position === 0 ? 0 : controller.plan.judgement.plan.days - 1;
  if (row) controller.goTo({ row, day }, extend);
}

/** While a shift is carried, arrows move it by a block or a person, with Shift its end, with Alt by 5 minutes. */
function onCarryKey(event: KeyEvent, controller: PlanController): boolean {
  const carry = controller.view.getState().carry!;
  const { plan } = controller.plan.judgement;
  const step = event.altKey ? 5 : plan.site.blockMinutes;
  const arrow = ARROWS[event.key];
  if (event.key === 'Enter') putDown(controller, true);
  else if (event.key === 'Escape') putDown(controller, false);
  else if (arrow) {
    const [rows, sign] = arrow;
    const { cell, from, to } = carry;
    const row = controller.rowAt(controller.positionOf(cell.row) + rows) ?? cell.row;
    const by = sign * step;
    if (event.ctrlKey || event.metaKey) {
      const day = Math.min(Math.max(cell.day + sign, 0), plan.days - 1);
      carryTo(controller, { ...carry, cell: { row, day } });
    } else if (event.shiftKey && to + by > from && to + by <= from + 1440)
      carryTo(controller, { ...carry, to: to + by });
    else if (!event.shiftKey && from + by >= 0 && from + by < 1440)
      carryTo(controller, { ...carry, cell: { row, day: cell.day }, from: from + by, to: to + by });
  } else return event.key !== 'Tab';
  return true;
}

/** Goes to the snag after the one visited last, or to the one in its place where that was mended. */
function nextSnag(controller: PlanController): void {
  const snags = visibleSnags(controller.plan.judgement).filter(isTrouble);
  if (snags.length === 0) return controller.notify({ text: 'No snags in this week.' });
  const last = lastVisited.get(controller);
  const at = last ? snags.findIndex((snag) => sameSnag(snag, last.snag)) : -1;
  const next = (!last ? 0 : at >= 0 ? at + 1 : last.index) % snags.length;
  lastVisited.set(controller, { snag: snags[next], index: next });
  controller.goToSnag(snags[next]);
}

const lastVisited = new WeakMap<PlanController, { readonly snag: Snag; readonly index: number }>();
