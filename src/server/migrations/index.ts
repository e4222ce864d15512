import { First1764000000000 } from './1764000000000-first.ts';
import { Doors1764100000000 } from './1764100000000-doors.ts';
import { Intake1764200000000 } from './1764200000000-intake.ts';
import { Library1764300000000 } from './1764300000000-library.ts';
import { Plates1764400000000 } from './1764400000000-plates.ts';
import { House1764500000000 } from './1764500000000-house.ts';
import { Kitchens1764600000000 } from './1764600000000-kitchens.ts';
import { Seals1764700000000 } from './1764700000000-seals.ts';

/** In order; a released migration never changes. */
export const MIGRATIONS = [
  First1764000000000,
  Doors1764100000000,
  Intake1764200000000,
  Library1764300000000,
  Plates1764400000000,
  House1764500000000,
  Kitchens1764600000000,
  Seals1764700000000,
];
