import { batter } from './en/batter.ts';
import { house } from './en/house.ts';
import { learned } from './en/learned.ts';
import { library } from './en/library.ts';
import { pantry } from './en/pantry.ts';
import { plates } from './en/plates.ts';
import { readings } from './en/readings.ts';
import { rest } from './en/rest.ts';
import { runs } from './en/runs.ts';
import { stages } from './en/stages.ts';
import { stove } from './en/stove.ts';

/** Every word that more than one page says, in English. A cook's words; no jargon of software. Pages of their own bring theirs (router). */
export const en = {
  ...house,
  ...batter,
  ...learned,
  ...library,
  ...pantry,
  ...plates,
  ...readings,
  ...rest,
  ...runs,
  ...stages,
  ...stove,
};
