import { First1764000000000 } from './1764000000000-first.ts';

/** In order; a released migration never changes. */
export const MIGRATIONS = [First1764000000000];
