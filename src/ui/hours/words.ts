import type { SheetState, SheetStepKind } from '@/core/timesheet/steps';

export const STATE_WORDS: Readonly<Record<SheetState, string>> = {
  open: 'open',
  submitted: 'submitted',
  approved: 'approved',
  locked: 'locked',
};

export const STEP_WORDS: Readonly<Record<SheetStepKind, string>> = {
  submit: 'Submitted',
  approve: 'Approved',
  lock: 'Locked',
  'send-back': 'Sent back',
  note: 'Note',
};

/** The line under a date by how far its hours are: none, dashed as in pencil, drawn as in ink. */
export const STATE_LINES: Readonly<Record<SheetState, string>> = {
  open: 'border-transparent',
  submitted: 'border-ink border-dashed',
  approved: 'border-ink border-solid',
  locked: 'border-ink border-double',
};
