import { first } from './001-first';
import { setup } from './002-setup';

/** Every migration in order, as statements. They only go forward; a landed one is never edited. */
export const MIGRATIONS: readonly (readonly string[])[] = [first, setup];
