import { first } from './001-first';
import { setup } from './002-setup';
import { repeating } from './003-repeating';

/** Every migration in order, as statements. They only go forward; a landed one is never edited. */
export const MIGRATIONS: readonly (readonly string[])[] = [first, setup, repeating];
