import { first } from './001-first';

/** Every migration in order, as statements. They only go forward; a landed one is never edited. */
export const MIGRATIONS: readonly (readonly string[])[] = [first];
