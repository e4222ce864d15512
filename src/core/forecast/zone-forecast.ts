import { meanBy } from 'es-toolkit';
import type { RunView } from '#core/setup';
import { paceOf } from '#core/inference';
import { flipBestAt, hottestWithWindowC, timelineAt, type PieceTimeline, type TimelineTable } from '#core/piece';
import { besideZoneC, hottestSpot, patternOf, type SpotOnPlate, type StationBody } from '#core/plate';
import { zoneKey } from '#core/run';
import { placesIn, portionMl, pourMlOf } from '#core/setup';
import { dialAdviceOf } from '#core/heating';
import { canStandAside } from '#core/heating';
import {
  emptyMark,
  isThinZone,
  heatAlarm,
  limitsOf,
  preheatOf,
  steadyMark,
  usualFoodW,
  zoneHeat,
  zonePreheat,
  type HeatAlarm,
  type ZoneHeat,
} from '#core/heating';
import { piecesLeft } from '#core/setup';
import { fitPlaces } from './fit-places.ts';
import { panfulLoad } from '#core/surface';
import { recoveryOf, type Recovery } from '#core/heating';
import { stationNow, zoneOf } from '#core/setup';
import type { SurfaceModel } from '#core/surface';
import { hottestWantedC, placeFitness, wantedSurfaceC, type PlaceFitness } from '#core/heating';
import { atSpot, believedC, type ZoneBelief } from '#core/surface';
import { NEAR_C, comesByItself, mayPass } from '#core/heating';
import { inUse, isDone, isUnproven, isWorked, lastClearMs, lyingFor, panfulSize, testLies } from '#core/surface';

/** A formula on a zone before anything is poured: what the next piece would do. */
export interface ZoneForecast extends ZoneHeat {
  readonly formulaId: string;
  /** The surface wanted: the formula's, or cooler when batter and plate ask for it. */
  readonly targetC: number;
  /** Why it is wanted cooler than its formula says: the batter browns fast or places are hot, or little is known of its heat. */
  readonly coolerFor: 'batter' | 'unknown' | null;
  readonly ready: boolean;
  /** It is where it should be: ready, or with food on it and on its way back by itself. */
  readonly asExpected: boolean;
  /** Nobody has read this plate over this burner, and no piece of this batter has been turned on it: one is poured alone. */
  readonly unproven: boolean;
  /** The surface it is brought to before the first pour: the wish, or less where a burner stronger than thought would do harm. */
  readonly aimC: number;
  /** From this surface on it is turned down, where it was lit higher: what its element has stored brings it on to that. */
  readonly downFromC: number;
  /** It stands empty on a mark that may carry it past what its batter or its face bears: it comes off the heat until food cools it. */
  readonly runsAwayEmpty: boolean;
  /** It can be taken off its burner by hand. */
  readonly canStandAside: boolean;
  /** From this surface on it may be poured: lower where a burner stronger than thought would do harm. */
  readonly readyFromC: number;
  /** It is off its surface by more than a turn of the dial is worth, and was not turned lately. */
  readonly offTarget: boolean;
  /** The mark it should stand on now and does not, by what is believed of it and the food it has; null when it stands so. */
  readonly advisedMark: number | null;
  /** It is off its surface and its dial has no more room that way. */
  readonly dialAtEnd: boolean;
  /** The one mark for its mean load of food, and one on which it may wait empty. */
  readonly workingMark: number;
  /** The same for its next panful, whatever lies there now. */
  readonly panfulMark: number;
  readonly waitingMark: number;
  /** The working mark where it does not stand on it: to turn to as a panful is poured. */
  readonly pouringMark: number | null;
  /** What a turn of the dial cannot answer. */
  readonly alarm: HeatAlarm | null;
  /** What a panful does to it. */
  readonly recovery: Recovery;
  /** What each place is believed to be beside its zone, °C with spread. */
  readonly places: readonly {
    readonly id: string;
    readonly surfaceC: number;
    readonly sdC: number;
    readonly fitness: PlaceFitness;
  }[];
  /** Its hottest spot, as it is or as it will be at the surface wanted: what fat and coating feel. */
  readonly hottest: { readonly surfaceC: number; readonly sdC: number };
  /** How many of its places would have a good moment to flip, were the zone at the surface wanted. */
  readonly goodAtTarget: number;
  readonly next: PieceTimeline;
  /** The same at the surface wanted, for planning before the plate is hot. */
  readonly atTarget: PieceTimeline;
}

/** A zone as it stands for a formula, what it would do to the next piece, and what to do about it. */
export function zoneForecast(
  run: RunView,
  { formulaId, stationId, zoneId }: { readonly formulaId: string; readonly stationId: string; readonly zoneId: string },
  table: TimelineTable,
  model: SurfaceModel,
  believed: ZoneBelief,
  nowMs: number,
): ZoneForecast {
  const body = run.formula(formulaId);
  const station = stationNow(run, stationId);
  const zoneState = run.state.zones.get(zoneKey(stationId, zoneId));
  const { known } = believed;
  const expected = model(nowMs);
  const pace = paceOf(known);
  const heat = zoneHeat(stationId, zoneId, zoneState, known, expected, believed.readings);
  const own = placesIn(run, formulaId, stationId).filter((place) => place.zoneId === zoneId);
  const placeAt = (place: SpotOnPlate, atMs: number) => {
    const there = atSpot(model(atMs, place), believed, place);
    const { sensitivity, roughC = 0 } = there.expected;
    return {
      surfaceC: believedC(there.expected, there.known),
      sdC: Math.hypot(sensitivity * there.known.errorSdC, roughC),
    };
  };
  // food cools its places: how they differ shows on the plate as it was before the panful
  const clearMs = lastClearMs(run.state, stationId, zoneId, nowMs);
  const zoneC = believedC(model(clearMs), known);
  const besideC = own.map((place) => placeAt(place, clearMs).surfaceC - zoneC);
  const surfaces = own.map((place) => ({ id: place.id, ...placeAt(place, nowMs) }));
  const targetC = wantedSurfaceC(body.heat, table, pace, { besideC, sdC: known.errorSdC });
  const hottestC = hottestWantedC(body.heat, table, pace, besideC);
  const wantedFlipS = flipBestAt(table, targetC, pace);
  // coins and large ones on one zone: what a piece of it weighs in the middle
  const mixed = own.some(({ pour }) => pour);
  const meanMl = mixed ? meanBy(own, (place) => pourMlOf(run, formulaId, place)) : portionMl(run, formulaId);
  const massG = meanMl * run.densityGPerMl(formulaId);
  const foodOf = (count: number) => usualFoodW(body.type, count, massG);
  const places = surfaces.map((there) => {
    const flipS = flipBestAt(table, there.surfaceC, pace);
    return { ...there, fitness: placeFitness(table, pace, there.surfaceC, flipS, wantedFlipS) };
  });
  const fit = fitPlaces({ basis: heat.basis, places }).length;
  const size = panfulSize(run.state, { stationId, zoneId, formulaId }, fit, nowMs);
  const panfulW = foodOf(size);
  const left = piecesLeft(run.state, formulaId);
  const hold = { targetC, roomC: run.pins.roomC };
  const limits = limitsOf(station, body);
  const unproven = isUnproven(run, formulaId, stationId, zoneId);
  const wish = { ...hold, limits, believed: { errorC: known.errorC, sdC: known.errorSdC } };
  const workingMark = steadyMark(station, zoneId, wish, panfulW);
  const panfulMark =
    left > 0 ? steadyMark(station, zoneId, wish, foodOf(Math.max(1, Math.min(fit, left)))) : workingMark;
  const nominalMark = steadyMark(station, zoneId, { ...wish, believed: AS_WRITTEN }, panfulW);
  // a thick plate hardly answers one piece: before it is proven it waits on the mark for that
  const waitingMark =
    unproven && !isThinZone(station, zoneId)
      ? steadyMark(station, zoneId, wish, foodOf(1))
      : emptyMark(station, zoneId, wish);
  const plan = zonePreheat(run, stationId, zoneId, body, { table, pace });
  // what a look said lets it be brought nearer to its wish
  const { aimC, downFromC } = heat.basis === 'reading' ? preheatOf(station, zoneId, wish) : plan;
  // a plate that may well be hot enough is not heated further: it burns, and a cool one ruins nothing
  const readyFromC = Math.min(
    body.heat.lowC,
    targetC - Math.max(WORTH_SAYING_C, heat.sdC),
    unproven ? aimC - NEAR_C : Infinity,
  );
  // a test piece alone draws little and is off soon: the dial is left until the panful after it is poured
  const testing = testLies(run.state, formulaId, stationId, zoneId);
  const working = !testing && isWorked(run.state, stationId, zoneId, nowMs);
  // too cool to be poured on it is brought up by the mark it will work on
  const rising =
    !working &&
    !testing &&
    (!unproven || heat.basis === 'reading') &&
    isLit(heat) &&
    heat.surfaceC < readyFromC &&
    left > 0 &&
    !comesByItself(station, heat, zoneState, plan, { ...hold, errorC: known.errorC, readyFromC }, nowMs);
  // with nothing on it to tell how it goes, it is not brought up by more than its kind of burner would want
  const risingMark = Math.max(heat.mark ?? 0, Math.min(workingMark, nominalMark));
  // a piece that lies on a plate surely below its wish would take for ever
  const surelyCool =
    heat.surfaceC + heat.sdC < targetC - WORTH_SAYING_C &&
    (lyingFor(run.state, stationId, zoneId, nowMs) ?? 0) > LYING_LONG_MS;
  const wantedMark = working ? workingMark : rising ? risingMark : waitingMark;
  const dialAdvice = dialAdviceOf(station, heat, zoneState, {
    ...{ hold, errorC: known.errorC, foodW: working || rising ? panfulW : 0, wantedMark, nowMs, limits },
    firstFood: working && (heat.mark ?? 0) <= Math.max(waitingMark, plan.holdMark),
    nominalMark,
  });
  const ready = heat.surfaceC >= readyFromC && heat.surfaceC <= Math.min(body.heat.highC, hottestC) + NEAR_C;
  const pattern = patternOf(station, run.pins.roomC, run.memo);
  const hotSpot = hottestSpot(pattern, station, zoneId);
  const hottest = placeAt(hotSpot, nowMs);
  const hotBesideC = Math.max(placeAt(hotSpot, clearMs).surfaceC - zoneC, besideZoneC(pattern, hotSpot, targetC));
  const alarm = isDone(run.state, stationId, zoneId)
    ? turnedOff(heat)
    : heatAlarm(station, heat, {
        ...{ ...hold, highC: body.heat.highC },
        hottestC: limits.faceC === null ? undefined : hottest.surfaceC,
      });
  const lying = lyingFor(run.state, stationId, zoneId, nowMs) !== null;
  const advised = testing && !surelyCool ? { offTarget: false, advisedMark: null } : dialAdvice;
  return {
    ...heat,
    coolerFor: coolerFor(body.heat.targetC, targetC, wantedSurfaceC(body.heat, table, pace, { besideC })),
    ...{ formulaId, targetC, unproven, aimC, downFromC, readyFromC, workingMark, panfulMark, waitingMark },
    ready,
    // a panful's own dip comes back by itself
    asExpected: ready || (lying && !advised.offTarget && alarm === null),
    ...advised,
    canStandAside: canStandAside(station),
    runsAwayEmpty:
      heat.surfaceC >= readyFromC &&
      inUse(run.state, stationId, zoneId, nowMs, EMPTY_AFTER_S) === 0 &&
      mayPass(station, heat, limits, hold, known.errorC),
    dialAtEnd: dialAtEnd(station, heat, targetC),
    pouringMark: heat.mark && workingMark !== heat.mark ? workingMark : null,
    recovery: recoveryOf(station, zoneId, { ...hold, meanFoodW: panfulW }, panfulLoad(body.type, own.length, massG)),
    alarm,
    places,
    hottest: { ...hottest, surfaceC: Math.max(hottest.surfaceC, targetC + hotBesideC) },
    goodAtTarget: besideC.filter((offC) => targetC + offC <= (hottestWithWindowC(table, pace) ?? 0)).length,
    next: timelineAt(table, heat.surfaceC, pace),
    atTarget: timelineAt(table, targetC, pace),
  };
}

/** @param knownC what would be wanted, were the zone's heat known */
function coolerFor(usualC: number, targetC: number, knownC: number): ZoneForecast['coolerFor'] {
  if (usualC - targetC < COOLER_C) return null;
  return usualC - knownC < COOLER_C ? 'unknown' : 'batter';
}
/** A surface wanted so much cooler than usual is worth a word, °C. Assumed. */
const COOLER_C = 3;

function dialAtEnd(station: StationBody, { zoneId, surfaceC, mark }: ZoneHeat, targetC: number): boolean {
  const { dial } = zoneOf(station, zoneId);
  if (!mark) return false;
  return surfaceC < targetC ? mark > dial.max - dial.step / 2 : mark < 1.5 * dial.step;
}

/** A zone that nobody needs any more is to be turned off, as long as it burns. */
function turnedOff({ dialMark }: ZoneHeat): HeatAlarm | null {
  return dialMark > 0 ? { kind: 'done', forS: null, limitC: null } : null;
}

/** A burner that is as its maker says. Numerical. */
const AS_WRITTEN = { errorC: 0, sdC: 0 };

/** Less than this is noise to a cook, °C. Common practice, no source. */
const WORTH_SAYING_C = 7;
function isLit({ basis, mark }: ZoneHeat): boolean {
  return basis !== 'cold' && Boolean(mark);
}

/** A zone that was lifted from so lately is about to be poured again, s. Assumed. */
const EMPTY_AFTER_S = 30;

/** Something has lain on the zone for so long that its plate should have come back, ms. Assumed. */
const LYING_LONG_MS = 60_000;
