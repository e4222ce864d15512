import { flipSpreadS, paceOf } from '#core/adapt';
import { familyOf, type FormulaBody } from '#core/formula';
import { flipBestAt, hottestWithWindowC, timelineAt, type PieceTimeline, type TimelineTable } from '#core/piece';
import type { SpotOnPlate, StationBody } from '#core/plate';
import { zoneKey, type Pins, type RunState, type ZoneState } from '#core/run';
import { formulaOf, placesIn, portionMl } from './batter-run.ts';
import { advisedMark, headingC, heatAlarm, usualFoodW, zoneHeat, type HeatAlarm, type ZoneHeat } from './heat.ts';
import { piecesLeft } from './next-hands.ts';
import { recoveryOf, type Recovery } from './recovery.ts';
import { stationNow, zoneOf } from './station-now.ts';
import { COOKING_HEAT_J_PER_G, USUAL_COOK_S, type SurfaceModel } from './surface-model.ts';
import { placeFitness, wantedSurfaceC, type PlaceFitness } from './wanted-surface.ts';
import { atSpot, believedC, type ZoneBelief } from './zone-belief.ts';

/** A formula on a zone before anything is poured: what the next piece would do. */
export interface ZoneForecast extends ZoneHeat {
  readonly formulaId: string;
  /** The surface wanted: the formula's, or cooler when batter and plate ask for it. */
  readonly targetC: number;
  readonly ready: boolean;
  /** It is off its surface by more than is noise to a cook and more than the desk may be wrong. */
  readonly strays: boolean;
  /** Mark that brings the zone to its target and holds it there under what lies on it; null when it stands so. */
  readonly advisedMark: number | null;
  /** It is off its surface and its dial has no more room that way. */
  readonly dialAtEnd: boolean;
  /** Mark to turn to as a whole panful is poured, which will draw its heat; null when it stands so. */
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
  /** How many of its places would have a good moment to flip, were the zone at the surface wanted. */
  readonly goodAtTarget: number;
  readonly next: PieceTimeline;
  /** The same at the surface wanted, for planning before the plate is hot. */
  readonly atTarget: PieceTimeline;
  readonly nextFlipSpreadS: number;
}

/** A zone as it stands for a formula, what it would do to the next piece, and what to do about it. */
export function zoneForecast(
  pins: Pins,
  state: RunState,
  { formulaId, stationId, zoneId }: { readonly formulaId: string; readonly stationId: string; readonly zoneId: string },
  table: TimelineTable,
  model: SurfaceModel,
  believed: ZoneBelief,
  nowMs: number,
): ZoneForecast {
  const body = formulaOf(pins, formulaId);
  const volumeMl = portionMl(pins, state, formulaId);
  const station = stationNow(pins, state, stationId);
  const zoneState = state.zones.get(zoneKey(stationId, zoneId));
  const { known } = believed;
  const expected = model(nowMs);
  const pace = paceOf(known);
  const heat = zoneHeat(stationId, zoneId, zoneState, known, expected, believed.readings);
  const own = placesIn(pins, state, formulaId, stationId).filter((place) => place.zoneId === zoneId);
  const placeAt = (place: SpotOnPlate, atMs: number) => {
    const there = atSpot(model(atMs, place), believed, place);
    return { surfaceC: believedC(there.expected, there.known), sdC: there.expected.share * there.known.errorSdC };
  };
  // food cools its places: how they differ shows on the plate as it was before the panful
  const clearMs = lastClearMs(state, stationId, zoneId, nowMs);
  const zoneC = believedC(model(clearMs), known);
  const besideC = own.map((place) => placeAt(place, clearMs).surfaceC - zoneC);
  const targetC = wantedSurfaceC(body.heat, table, pace, besideC);
  const wantedFlipS = flipBestAt(table, targetC, pace);
  const panfulW = usualFoodW(familyOf(body.type), own.length, volumeMl);
  const lyingW = usualFoodW(familyOf(body.type), inUse(state, stationId, zoneId, nowMs), volumeMl);
  const hold = { targetC, roomC: pins.roomC };
  return {
    ...heat,
    ...{ formulaId, targetC },
    // a zone that is run cooler than its formula says is ready there
    ready: heat.surfaceC >= Math.min(body.heat.lowC, targetC - WORTH_SAYING_C) && heat.surfaceC <= body.heat.highC,
    strays: straysFrom(targetC, heat, headingC(station, heat, known, { ...hold, foodW: lyingW })),
    advisedMark: justTurned(zoneState, nowMs) ? null : advisedMark(station, heat, known, { ...hold, foodW: lyingW }),
    dialAtEnd: dialAtEnd(station, heat, targetC),
    pouringMark: advisedMark(station, heat, known, { ...hold, foodW: panfulW }),
    recovery: recoveryOf(station, zoneId, { ...hold, meanFoodW: panfulW }, panfulLoad(body, own.length, volumeMl)),
    alarm: isDone(state, stationId, zoneId)
      ? turnedOff(heat)
      : heatAlarm(station, heat, { ...hold, highC: body.heat.highC }),
    places: own.map((place) => {
      const there = placeAt(place, nowMs);
      const flipS = flipBestAt(table, there.surfaceC, pace);
      return { id: place.id, ...there, fitness: placeFitness(table, pace, there.surfaceC, flipS, wantedFlipS) };
    }),
    goodAtTarget: besideC.filter((offC) => targetC + offC <= (hottestWithWindowC(table, pace) ?? 0)).length,
    next: timelineAt(table, heat.surfaceC, pace),
    atTarget: timelineAt(table, targetC, pace),
    nextFlipSpreadS: flipSpreadS(known, table, expected),
  };
}

function dialAtEnd(station: StationBody, { zoneId, surfaceC, mark }: ZoneHeat, targetC: number): boolean {
  const { dial } = zoneOf(station, zoneId);
  if (!mark) return false;
  return surfaceC < targetC ? mark > dial.max - dial.step / 2 : mark < 1.5 * dial.step;
}

/** A zone that nobody needs any more is to be turned off, as long as it burns. */
function turnedOff({ mark }: ZoneHeat): HeatAlarm | null {
  return mark ? { kind: 'done', forS: null, limitC: null } : null;
}

/** Nothing lies on a zone, something did, and nothing is left to pour there. */
function isDone(state: RunState, stationId: string, zoneId: string): boolean {
  const here = [...state.pieces.values()].filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId);
  if (here.length === 0 || here.some(({ offAtMs }) => offAtMs === null)) return false;
  return (state.brief?.items ?? []).every(
    ({ formulaId, stationIds }) => !stationIds.includes(stationId) || piecesLeft(state, formulaId) === 0,
  );
}

/** The last moment at which nothing lay on a zone. */
function lastClearMs(state: RunState, stationId: string, zoneId: string, nowMs: number): number {
  let clearMs = nowMs;
  for (const piece of state.pieces.values())
    if (piece.stationId === stationId && piece.zoneId === zoneId && piece.offAtMs === null)
      clearMs = Math.min(clearMs, piece.pouredAtMs);
  return clearMs;
}

/** Less than this is noise to a cook, °C. Common practice, no source. */
const WORTH_SAYING_C = 7;
/** A plate that is where it should be is spoken of when it is heading this far off. Assumed. */
const HEADING_OFF_C = 14;

function straysFrom(targetC: number, { surfaceC, sdC }: ZoneHeat, headingToC: number): boolean {
  return (
    Math.abs(surfaceC - targetC) > Math.max(WORTH_SAYING_C, sdC) ||
    Math.abs(headingToC - targetC) > Math.max(HEADING_OFF_C, 2 * sdC)
  );
}

/** A panful that came off so lately is followed by the next, s. Common practice, no source. */
const NEXT_WITHIN_S = 40;

/** Pieces that draw heat from a zone now, or are about to be followed by as many. */
function inUse(state: RunState, stationId: string, zoneId: string, nowMs: number): number {
  let count = 0;
  for (const piece of state.pieces.values())
    if (
      piece.stationId === stationId &&
      piece.zoneId === zoneId &&
      (piece.offAtMs === null || nowMs - piece.offAtMs < NEXT_WITHIN_S * 1000)
    )
      count += 1;
  return count;
}

/** A plate needs a while to answer a turn; turned again at once it is chased down and then far too cold, s. Assumed. */
const ANSWERS_AFTER_S = 45;

function justTurned(zone: ZoneState | undefined, nowMs: number): boolean {
  const turned = zone?.turns.at(-1);
  return turned !== undefined && nowMs - turned.atMs < ANSWERS_AFTER_S * 1000;
}

/** A panful as its zone feels it. */
function panfulLoad(body: FormulaBody, pieces: number, volumeMl: number) {
  const family = familyOf(body.type);
  const cookS = USUAL_COOK_S[family];
  return { cookS, powerW: (pieces * volumeMl * COOKING_HEAT_J_PER_G[family]) / cookS };
}
