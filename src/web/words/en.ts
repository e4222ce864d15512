import { batter } from './en/batter.ts';
import { house } from './en/house.ts';
import { larder } from './en/larder.ts';
import { library } from './en/library.ts';
import { pantry } from './en/pantry.ts';
import { plates } from './en/plates.ts';
import { portion } from './en/portion.ts';
import { practice } from './en/practice.ts';
import { readings } from './en/readings.ts';
import { rest } from './en/rest.ts';
import { runs } from './en/runs.ts';
import { stages } from './en/stages.ts';
import { stove } from './en/stove.ts';

/** Every word of the interface, in English. A cook's words; no jargon of software. */
export const en = {
  ...house,
  ...batter,
  ...larder,
  ...library,
  ...pantry,
  ...plates,
  ...portion,
  ...practice,
  ...readings,
  ...rest,
  ...runs,
  ...stages,
  ...stove,
};
