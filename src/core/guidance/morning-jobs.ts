import type { RunView } from '#core/setup';
import type { MorningJob, MorningZone } from '#core/plan';
import { paceOf } from '#core/inference';
import { USUAL_PACE, pieceAt, servedLift, type Pace, type Window } from '#core/piece';
import { FOLD_S, WHIP_S, familyOf, isWhipped, preparationsFor, type FormulaBody } from '#core/formula';
import { ingredientOf, type Larder } from '#core/ingredients';
import { pinnedFormula, pinnedStation, zoneKey, type Brief } from '#core/run';
import { bodyInRun, placesIn, zonesUsed } from '#core/setup';
import { sharesOf } from '#core/lot';
import { liftLearned, tableFor } from '#core/forecast';
import { burnerBefore, wantedSurfaceC, zonePreheat } from '#core/heating';
import type { PreheatPlan } from '#core/plate';

/** Wipe, fat and heat coming back between panfuls, s. Common practice, no source. */
const RECOVERY_S = { leavened: 20, thin: 12 } as const;

/** What a brief asks of a morning, before anything is put in its order. */
export interface AskedMorning {
  readonly jobs: readonly MorningJob[];
  readonly zones: readonly MorningZone[];
  /** How each zone is brought to heat. */
  readonly preheat: Readonly<Record<string, PreheatPlan>>;
  /** Pieces a zone takes at once, by zone. */
  readonly capacity: Readonly<Record<string, number>>;
}

/** A lift that the cook pinned, with as much room about it as it had. */
function movedTo(pinnedS: number | undefined, lift: Window): Window {
  if (pinnedS === undefined) return lift;
  const byS = pinnedS - lift.bestS;
  return { earliestS: lift.earliestS + byS, bestS: pinnedS, latestS: lift.latestS + byS };
}

/** A batter as runs before this one left it; the plain model's where there is none. */
function paceKnown(run: RunView, formulaId: string): Pace {
  const learned = pinnedFormula(run.pins, formulaId)?.learned;
  return learned ? paceOf({ lnTime: learned.lnTime.mean, lnBrowning: learned.lnBrowning.mean }) : USUAL_PACE;
}

/**
 * A piece poured alone on a plate that nobody has read: both its sides, by what a first piece on a plate not proven takes,
 * and the time in which its dial is put right and the plate comes to it.
 */
function testS(run: RunView, stationId: string, zoneId: string, { type }: FormulaBody): number {
  const read = pinnedStation(run.pins, stationId)?.calibration?.some((each) => each.zoneId === zoneId);
  return read ? 0 : TEST_S[familyOf(type)] + CORRECTED_S;
}
/** Common practice, no source: a first piece takes up to half as long again. */
const TEST_S = { leavened: 240, thin: 90 } as const;
/** A dial that was turned is waited for so long. Common practice, no source: some five minutes. */
const CORRECTED_S = 300;

/** Hands that mix a batter, and what of it is whipped and folded in lot by lot. */
function handsBeside(body: FormulaBody, larder: Larder): Pick<MorningJob, 'mixWorkS' | 'folded'> {
  const mixWorkS = body.mix.workMin * 60;
  const whipped = body.lines.some(
    ({ ingredientId: id, when }) => when === 'justBefore' && (isWhipped(id) || ingredientOf(larder, id).role === 'egg'),
  );
  if (!whipped) return { mixWorkS, folded: null };
  const folded = { whipS: WHIP_S, foldS: FOLD_S };
  return { mixWorkS: Math.max(LEAST_MIX_S, mixWorkS - WHIP_S - FOLD_S), folded };
}
/** The rest of a batter takes at least so long to mix, s. Common practice, no source. */
const LEAST_MIX_S = 180;

/**
 * The jobs of a brief with the piece model's own times at the surface wanted of each formula's plate, at the pace that runs
 * before showed of its batter.
 * @throws RangeError when a formula finds no place
 */
export function askedMorning(run: RunView, brief: Brief, nowMs: number): AskedMorning {
  const capacity: Record<string, number> = {};
  const preheat: Record<string, PreheatPlan> = {};
  const zones: MorningZone[] = [];
  const jobs = brief.items.map(({ formulaId, pieces, stationIds }): MorningJob => {
    const body = run.formula(formulaId);
    const jobZones = stationIds.flatMap((stationId) => {
      const places = placesIn(run, formulaId, stationId);
      return zonesUsed(run, formulaId, stationId).map((zone) => {
        const key = zoneKey(stationId, zone.id);
        const room = places.filter((place) => place.zoneId === zone.id).length;
        capacity[key] = room;
        preheat[key] ??= zonePreheat(run, stationId, zone.id, body, {
          table: tableFor(run, { formulaId, stationId, zoneId: zone.id }, nowMs),
          pace: paceKnown(run, formulaId),
        });
        if (!zones.some((known) => known.key === key))
          zones.push({
            key,
            preheatS: preheat[key].boostS + preheat[key].coastS,
            testS: testS(run, stationId, zone.id, body),
          });
        return { key, capacity: room, recoveryS: RECOVERY_S[familyOf(body.type)] };
      });
    });
    if (jobZones.every((zone) => zone.capacity === 0)) {
      throw new RangeError(`${body.name} fits on none of its plates. Pour less, or choose another plate.`);
    }
    const firstStation = stationIds[0]!;
    const firstZone = zonesUsed(run, formulaId, firstStation)[0]?.id ?? run.station(firstStation).zones[0]!.id;
    const table = tableFor(run, { formulaId, stationId: firstStation, zoneId: firstZone }, nowMs);
    const learned = pinnedFormula(run.pins, formulaId)?.learned;
    const pace = paceKnown(run, formulaId);
    const sdC = burnerBefore(run, firstStation, firstZone).sdC;
    const { flip, lift: done, appearances } = pieceAt(table, wantedSurfaceC(body.heat, table, pace, { sdC }), pace);
    const usual = servedLift(done, appearances, flip.bestS);
    const lift = movedTo(run.state.secondSideS.get(formulaId), liftLearned(usual, learned?.lnSecond?.mean ?? 0));
    return {
      formulaId,
      pieces,
      hands: body.hands,
      first: { bestS: flip.bestS, earlyS: flip.bestS - flip.earliestS, lateS: flip.latestS - flip.bestS },
      second: { bestS: lift.bestS, earlyS: lift.bestS - lift.earliestS, lateS: lift.latestS - lift.bestS },
      zones: jobZones,
      ...handsBeside(body, run.larder),
      shares: sharesOf(run.state, formulaId),
      mixedTogether: body.lines.some((line) => line.when === 'justBefore'),
      prepareS: Math.max(
        0,
        ...preparationsFor(bodyInRun(run, formulaId), run.larder)
          .filter(({ kind }) => kind !== 'feed') // the evening before is not this morning's work
          .map(({ beforeMin }) => beforeMin * 60),
      ),
      rest: {
        earliestS: body.rest.earliestMin * 60,
        bestS: body.rest.bestMin * 60,
        latestS: body.rest.latestMin * 60,
      },
    };
  });
  return { jobs, zones, preheat, capacity };
}
