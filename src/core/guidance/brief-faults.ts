import type { RunView } from '#core/setup';
import { zoneKey } from '#core/run';
import { discInRun, placesIn, portionMl } from '#core/setup';
import { mostAtOnce, type Job } from '#core/plan';
import { usualFoodW } from '#core/heating';
import { panfulLoad } from '#core/surface';
import { recoveryOf } from '#core/heating';

/** What cannot be as a brief has it, with its way out. */
export type BriefFault = { readonly formulaId: string; readonly stationId: string } & (
  | { readonly code: 'overflows'; readonly volumeMl: number; readonly halfMl: number }
  | { readonly code: 'takesTooMuch'; readonly zoneId: string; readonly of: number; readonly atOnce: number }
  | { readonly code: 'fewAtOnce'; readonly zoneId: string; readonly of: number; readonly atOnce: number }
);

/** Fewer at once than this share of its places is worth a word. Assumed. */
const FEW_SHARE = 0.5;

/**
 * What a brief asks of its plates that cannot be: a pour that runs over its well, a panful that takes more heat than its
 * plate has, a panful so small that most places stay empty because the moment to turn is too short for one pair of hands.
 */
export function briefFaults(run: RunView, jobs: readonly Job[]): BriefFault[] {
  return (run.state.brief?.items ?? []).flatMap(({ formulaId, pieces, stationIds }) =>
    stationIds.flatMap((stationId): BriefFault[] => {
      const of = { formulaId, stationId };
      const overflow = wellOverflow(run, formulaId, stationId);
      // nothing else that is worked out of such a pour is worth a word
      if (overflow) return [{ ...of, code: 'overflows', ...overflow }];
      return run.station(stationId).zones.flatMap(({ id: zoneId }): BriefFault[] => {
        const key = zoneKey(stationId, zoneId);
        const places = placesIn(run, formulaId, stationId).filter((place) => place.zoneId === zoneId).length;
        const full = Math.min(places, pieces);
        const borne = borneAtOnce(run, of, zoneId, full);
        if (borne < full) return [{ ...of, zoneId, code: 'takesTooMuch', of: full, atOnce: borne }];
        const job = jobs.find((each) => each.formulaId === formulaId);
        const atOnce = job ? Math.min(full, mostAtOnce(job, key)) : full;
        if (atOnce < full && atOnce <= FEW_SHARE * full)
          return [{ ...of, zoneId, code: 'fewAtOnce', of: full, atOnce }];
        return [];
      });
    }),
  );
}

/** A pour that is higher than its well is deep, and the one that half fills it, as the trade does. */
function wellOverflow(run: RunView, formulaId: string, stationId: string) {
  const { shape } = run.station(stationId);
  if (shape.kind !== 'wells') return null;
  const { thicknessMm } = discInRun(run, formulaId, stationId);
  if (thicknessMm <= shape.wellDepthMm) return null;
  const halfMl = (Math.PI * shape.wellMm ** 2 * (shape.wellDepthMm / 2)) / 4 / 1000;
  return { volumeMl: portionMl(run, formulaId), halfMl: Math.floor(halfMl) };
}

/** How many pieces a zone bears at once before it sinks below where anything browns; none: not even one. */
function borneAtOnce(
  run: RunView,
  { formulaId, stationId }: { readonly formulaId: string; readonly stationId: string },
  zoneId: string,
  most: number,
): number {
  const body = run.formula(formulaId);
  const massG = portionMl(run, formulaId) * run.densityGPerMl(formulaId);
  for (let count = most; count > 0; count--) {
    const hold = {
      ...{ targetC: body.heat.targetC, roomC: run.pins.roomC },
      meanFoodW: usualFoodW(body.type, count, massG),
    };
    const load = panfulLoad(body.type, count, massG);
    if (!recoveryOf(run.station(stationId), zoneId, hold, load).tooMuch) return count;
  }
  return 0;
}
