import { First1764000000000 } from './1764000000000-first.ts';
import { Doors1764100000000 } from './1764100000000-doors.ts';

/** In order; a released migration never changes. */
export const MIGRATIONS = [First1764000000000, Doors1764100000000];
