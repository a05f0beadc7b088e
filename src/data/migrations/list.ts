import type { Database } from '../database';
import { first } from './001-first';
import { setup } from './002-setup';
import { repeating } from './003-repeating';
import { activity, afterActivity } from './004-activity';
import { names, renameStored } from './005-names';
import { publications } from './006-publications';
import { accounts } from './007-accounts';
import { news } from './008-news';
import { outbox } from './009-outbox';
import { presence } from './010-presence';
import { capabilities } from './011-capabilities';
import { colleagues } from './012-colleagues';
import { staff } from './013-staff';
import { calendar } from './014-calendar';
import { erased } from './015-erased';
import { leave } from './016-leave';
import { requests } from './017-requests';
import { proposals } from './018-proposals';
import { alternatives } from './019-alternatives';
import { clock } from './020-clock';
import { hours } from './021-hours';
import { devices } from './022-devices';
import { calls } from './023-calls';
import { activities } from './024-activities';
import { proofs } from './025-proofs';
import { fieldWork } from './026-field-work';
import { rounds } from './027-rounds';
import { fieldDays } from './028-field-days';
import { fillActivity } from './fill-activity';

/** One step of the data file's form: statements, or work on what it holds that hears how far it has come. */
export type Step = string | ((db: Database, onProgress: (share: number) => void) => Promise<void>);

/** Every migration in order. They only go forward; a landed one is never edited. */
export const MIGRATIONS: readonly (readonly Step[])[] = [
  first,
  setup,
  repeating,
  [...activity, fillActivity, ...afterActivity],
  [...names, renameStored],
  publications,
  accounts,
  news,
  outbox,
  presence,
  capabilities,
  colleagues,
  staff,
  calendar,
  erased,
  leave,
  requests,
  proposals,
  alternatives,
  clock,
  hours,
  devices,
  calls,
  activities,
  proofs,
  fieldWork,
  rounds,
  fieldDays,
];
