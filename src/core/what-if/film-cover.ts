import { portionMl, type RunView } from '#core/setup';
import { filmLaw } from '#core/swirl';
import { filmSetup, type SwirledOf } from './film.ts';

/** Share of its pan that a pour covers, by how thick the batter is by itself and how warm. */
export type CoverBy = (viscosityPaS: number, batterC: number) => number;

/** The same that the film's own card shows, by the quick law and under the hands as they are believed; nothing where nothing is swirled. */
export function coverOn(
  run: RunView,
  where: Pick<SwirledOf, 'formulaId' | 'stationId'>,
  pourMs: number,
): CoverBy | null {
  const setup = filmSetup(run, where, pourMs);
  if (!setup) return null;
  const { swirl, viscosityPaS: believedPaS } = setup;
  const volumeMl = portionMl(run, where.formulaId);
  return (viscosityPaS, batterC) => filmLaw({ ...swirl, batterC })(volumeMl, viscosityPaS / believedPaS).coverage;
}
