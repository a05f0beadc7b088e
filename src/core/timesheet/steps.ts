import type { PayKind } from './pay-kind';
import type { Day } from '../time/day';

/** How far the hours of somebody in a period are. */
export type SheetState = 'open' | 'submitted' | 'approved' | 'locked';

/** What is done with them; a note changes nothing. */
export type SheetStepKind = 'submit' | 'approve' | 'lock' | 'send-back' | 'note';

/** The hours of a period as they stood when somebody submitted, approved or locked them. */
export interface SheetFigures {
  readonly worked: number;
  readonly planned: number;
  readonly lines: readonly { readonly date: Day; readonly kind: PayKind; readonly minutes: number }[];
}

/** Something that was done with the hours of a period: kept with who, when and the figures as they stood. */
export interface SheetStep {
  readonly id: string;
  readonly kind: SheetStepKind;
  readonly by: string;
  /** UTC. */
  readonly at: string;
  /** Why it was sent back, or what was written to payroll. */
  readonly text: string;
  readonly figures: SheetFigures | null;
}

/** Which states a step leads from, and to where. */
const LEADS: Readonly<
  Record<Exclude<SheetStepKind, 'note'>, { readonly from: readonly SheetState[]; readonly to: SheetState }>
> = {
  submit: { from: ['open'], to: 'submitted' },
  approve: { from: ['open', 'submitted'], to: 'approved' },
  lock: { from: ['approved'], to: 'locked' },
  'send-back': { from: ['submitted', 'approved'], to: 'open' },
};

/** Whether a step can be taken in a state. */
export function canStep(state: SheetState, kind: SheetStepKind): boolean {
  return kind === 'note' ? state !== 'locked' : LEADS[kind].from.includes(state);
}

/** How far some steps have led, in their order. */
export function stateAfter(steps: readonly Pick<SheetStep, 'kind'>[]): SheetState {
  return steps.reduce<SheetState>((state, { kind }) => (kind === 'note' ? state : LEADS[kind].to), 'open');
}

/** Whether hours in a state can be changed: those that are approved are sent back before. */
export function isChangeable(state: SheetState): boolean {
  return state === 'open' || state === 'submitted';
}

/** The last step that said how hours stand: what was submitted, approved or locked; null: they are open. */
export function holdingStep(steps: readonly SheetStep[]): SheetStep | null {
  if (stateAfter(steps) === 'open') return null;
  return steps.findLast(({ kind }) => kind !== 'note') ?? null;
}
