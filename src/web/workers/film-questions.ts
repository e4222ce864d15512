import type { RunView } from '#core/setup';
import { SWIRL_SD_LN, filmOutlook } from '#core/swirl';
import { Z_NINE_IN_TEN } from '#core/units';
import { filmSetup, type SwirledOf } from '#core/what-if';

/** What is asked of films by their law: it comes with the first thin batter, most mornings have none. */
export { coverOn, filmAdvice, filmFacts, filmMade } from '#core/what-if';

/** Films side by side of a pour on a pan, one after the other, and how well its batter is known; nothing where nothing is swirled. */
export function filmsOf(run: RunView, of: SwirledOf, volumeMl: number, nowMs: number) {
  const setup = filmSetup(run, of, nowMs);
  if (!setup) return null;
  const { swirl, ...told } = setup;
  return { told, outlook: filmOutlook(swirl, volumeMl, Z_NINE_IN_TEN * Math.hypot(setup.spread, SWIRL_SD_LN)) };
}
