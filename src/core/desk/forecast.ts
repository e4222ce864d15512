import { flipSpreadS, ownLnTime, paceOf, surestFlip, type Belief, type Expected, type OwnCue } from '#core/adapt';
import { familyOf, type FormulaBody } from '#core/formula';
import {
  cueTimeAt,
  flipBestAt,
  hottestWithWindowC,
  pieceAt,
  spreadsAt,
  timelineAt,
  timelineTable,
  type Cue,
  type PieceInput,
  type PieceTimeline,
  type SimulatedPiece,
  type TimelineTable,
} from '#core/piece';
import type { SpotOnPlate } from '#core/plate';
import { zoneKey, type Piece, type Pins, type RunState, type ZoneState } from '#core/run';
import { formulaOf, placesIn, portionMl } from './batter-run.ts';
import { pieceInput, type PourRef } from './piece-input.ts';
import { advisedMark, headingC, heatAlarm, usualFoodW, zoneHeat, type HeatAlarm, type ZoneHeat } from './heat.ts';
import { piecesLeft } from './next-hands.ts';
import { onceFor, type Memory } from './once.ts';
import { recoveryOf, type Recovery } from './recovery.ts';
import { stationNow } from './station-now.ts';
import { COOKING_HEAT_J_PER_G, USUAL_COOK_S, surfaceModel } from './surface-model.ts';
import { placeFitness, wantedSurfaceC, type PlaceFitness } from './wanted-surface.ts';
import { atSpot, believedC, placeOf, underPiece, withElsewhere, zoneBelief } from './zone-belief.ts';

export interface ForecastWindow {
  readonly earliestMs: number;
  readonly bestMs: number;
  readonly latestMs: number;
}

export interface PieceForecast {
  readonly cues: Partial<Record<Cue, number>>; // run time, ms
  readonly flip: ForecastWindow;
  /** Standard deviation of the best flip, s. */
  readonly flipSpreadS: number;
  readonly lift: ForecastWindow;
  /** Standard deviation of each cue's moment, s: what the model does not know, and what is not known of the plate. */
  readonly cueSpreadS: Partial<Record<Cue, number>>;
  readonly tooHot: boolean;
  /** The hottest surface at which this piece would have a window, °C; null when none would do. */
  readonly windowUpToC: number | null;
  readonly timeline: SimulatedPiece;
}

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

export interface Forecast {
  readonly atMs: number;
  readonly pieces: Readonly<Record<string, PieceForecast>>;
  readonly zones: readonly ZoneForecast[];
}

/** Timeline tables by what they depend on; the caller keeps it between forecasts. */
export type TableCache = Map<string, TimelineTable>;

/**
 * Predicts every piece on a plate and the next piece of every zone in use, from all that was turned, read and seen.
 * Pieces already off are left out. Costs a table (about a quarter second) the first time a batter, thickness and plate
 * meet, then interpolations.
 */
export function forecast(pins: Pins, state: RunState, nowMs: number, tables: TableCache): Forecast {
  const pieces: Record<string, PieceForecast> = {};
  const zones: ZoneForecast[] = [];
  for (const { formulaId, stationIds } of state.brief?.items ?? []) {
    const body = formulaOf(pins, formulaId);
    const volumeMl = portionMl(pins, state, formulaId);
    const ofZones = zonesOf(pins, state, formulaId, stationIds, nowMs, tables);
    const beliefs = ofZones.map(({ own }) => own);
    for (const stationId of stationIds) {
      const station = stationNow(pins, state, stationId);
      const places = placesIn(pins, state, formulaId, stationId);
      for (const { zone, table, model, own: alone } of ofZones.filter((each) => each.stationId === stationId)) {
        const zoneState = state.zones.get(zoneKey(stationId, zone.id));
        const believed = withElsewhere(alone, beliefs);
        const { known } = believed;
        const expected = model(nowMs);
        const pace = paceOf(known);
        const heat = zoneHeat(stationId, zone.id, zoneState, known, expected, believed.readings);
        const own = places.filter((place) => place.zoneId === zone.id);
        const placeAt = (place: SpotOnPlate, atMs: number) => {
          const there = atSpot(model(atMs, place), believed, place);
          return {
            surfaceC: believedC(there.expected, there.known),
            sdC: there.expected.share * there.known.errorSdC,
          };
        };
        // food cools its places: how they differ shows on the plate as it was before the panful
        const clearMs = lastClearMs(state, stationId, zone.id, nowMs);
        const zoneC = believedC(model(clearMs), known);
        const besideC = own.map((place) => placeAt(place, clearMs).surfaceC - zoneC);
        const targetC = wantedSurfaceC(body.heat, table, pace, besideC);
        const wantedFlipS = flipBestAt(table, targetC, pace);
        const hold = { targetC, roomC: pins.roomC };
        const lyingW = usualFoodW(familyOf(body.type), inUse(state, stationId, zone.id, nowMs), volumeMl);
        zones.push({
          ...heat,
          formulaId,
          targetC,
          ready: heat.surfaceC >= body.heat.lowC && heat.surfaceC <= body.heat.highC,
          strays: straysFrom(targetC, heat, headingC(station, heat, known, { ...hold, foodW: lyingW })),
          advisedMark: justTurned(zoneState, nowMs)
            ? null
            : advisedMark(station, heat, known, { ...hold, foodW: lyingW }),
          pouringMark: advisedMark(station, heat, known, {
            ...hold,
            foodW: usualFoodW(familyOf(body.type), own.length, volumeMl),
          }),
          recovery: recoveryOf(
            station,
            zone.id,
            { ...hold, meanFoodW: usualFoodW(familyOf(body.type), own.length, volumeMl) },
            panfulLoad(body, own.length, volumeMl),
          ),
          alarm: isDone(state, stationId, zone.id)
            ? heat.mark
              ? { kind: 'done', forS: null, limitC: null }
              : null
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
        });
        for (const piece of piecesOn(state, stationId, zone.id, formulaId)) {
          const ofPiece = tableFor(pins, state, piece, tables, piece.pouredAtMs);
          const under = underPiece(pins, state, model, piece, ofPiece);
          const there = atSpot(under, believed, placeOf(pins, state, piece));
          const seen = ownCues(piece, (afterS) => {
            const upTo = underPiece(pins, state, model, piece, ofPiece, afterS);
            const at = atSpot(upTo, believed, placeOf(pins, state, piece));
            return timelineAt(ofPiece, believedC(at.expected, at.known), pace).cues;
          });
          const slower = Math.exp(ownLnTime(seen));
          pieces[piece.id] = pieceForecast(piece, ofPiece, there.expected, there.known, slower);
        }
      }
    }
  }
  return { atMs: nowMs, pieces, zones };
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

export function tableFor(
  pins: Pins,
  state: RunState,
  ref: PourRef,
  tables: TableCache,
  pouredAtMs: number,
): TimelineTable {
  const { formulaId, stationId, zoneId, lot, doses, volumeMl } = ref;
  const key = `${formulaId} ${stationId} ${zoneId} ${lot} ${doses} ${volumeMl} ${pouredAtMs}`;
  return tableOf(
    onceFor(INPUTS, pins, state, key, () => pieceInput(pins, state, ref, pouredAtMs)),
    tables,
  );
}
const INPUTS: Memory<PieceInput> = new WeakMap();

/** The table of an input, made once. */
export function tableOf(input: PieceInput, tables: TableCache): TimelineTable {
  let key = KEYS.get(input);
  if (key === undefined) KEYS.set(input, (key = JSON.stringify(input)));
  let table = tables.get(key);
  if (!table) tables.set(key, (table = timelineTable(input)));
  return table;
}

/** Inputs are long to write out. */
const KEYS = new WeakMap<PieceInput, string>();

/** @param slower how much slower this very piece runs than its zone and batter, as a factor */
function pieceForecast(
  piece: Piece,
  table: TimelineTable,
  expected: Expected,
  known: Belief,
  slower: number,
): PieceForecast {
  const surfaceC = believedC(expected, known);
  const pace = paceOf(known);
  const timeline = pieceAt(table, surfaceC, { ...pace, time: pace.time * slower });
  const pouredMs = piece.pouredAtMs;
  const afterPour = (seconds: number) => Math.round(pouredMs + seconds * 1000);
  const flip = surestFlip(known, table, expected, slower);
  const turnedMs = piece.flippedAtMs ?? afterPour(flip.bestS);
  const afterFlip = (seconds: number) => Math.round(turnedMs + seconds * 1000);
  return {
    cues: Object.fromEntries(Object.entries(timeline.cues).map(([cue, seconds]) => [cue, afterPour(seconds)])),
    flip: {
      earliestMs: afterPour(flip.earliestS),
      bestMs: afterPour(flip.bestS),
      latestMs: afterPour(flip.latestS),
    },
    flipSpreadS: flipSpreadS(known, table, expected),
    lift: {
      earliestMs: afterFlip(timeline.lift.earliestS),
      bestMs: afterFlip(timeline.lift.bestS),
      latestMs: afterFlip(timeline.lift.latestS),
    },
    // costs simulations the first time: worked out when asked
    get cueSpreadS() {
      return cueSpreads(table, surfaceC, timeline, expected.share * known.errorSdC);
    },
    tooHot: timeline.tooHot,
    windowUpToC: hottestWithWindowC(table),
    timeline,
  };
}

/** A piece's cues against when they were due by what is believed of its zone and batter, and of the plate up to then. */
function ownCues({ cues, pouredAtMs }: Piece, dueBy: (afterS: number) => PieceTimeline['cues']): OwnCue[] {
  return cues.flatMap(({ cue, atMs }) => {
    if (cue === 'notYet') return [];
    const afterS = (atMs - pouredAtMs) / 1000;
    const dueS = dueBy(afterS)[cue];
    return dueS === undefined ? [] : [{ cue, dueS, afterS }];
  });
}

/** What is believed of each zone for a formula, each by what was seen on itself. */
function zonesOf(
  pins: Pins,
  state: RunState,
  formulaId: string,
  stationIds: readonly string[],
  nowMs: number,
  tables: TableCache,
) {
  return stationIds.flatMap((stationId) =>
    stationNow(pins, state, stationId).zones.map((zone) => {
      const ref = { formulaId, stationId, zoneId: zone.id };
      const table = tableFor(pins, state, ref, tables, nowMs);
      const model = surfaceModel(pins, state, stationId, zone.id, nowMs);
      const tableOf = (_formulaId: string, piece?: Piece) =>
        piece ? tableFor(pins, state, piece, tables, piece.pouredAtMs) : table;
      const zoneState = state.zones.get(zoneKey(stationId, zone.id));
      const own = zoneBelief(pins, state, zoneState ?? ref, formulaId, model, tableOf, nowMs);
      return { stationId, zone, table, model, own };
    }),
  );
}

/** Spread of each cue, s: the parameters' own, and a surface that may be off by `surfaceSdC`. */
function cueSpreads(table: TimelineTable, surfaceC: number, timeline: PieceTimeline, surfaceSdC: number) {
  const byParameters = spreadsAt(table, surfaceC);
  const spreads: Partial<Record<Cue, number>> = {};
  for (const [cue, dueS] of Object.entries(timeline.cues) as [Cue, number][]) {
    const [cooler, hotter] = [cueTimeAt(table, cue, surfaceC - SLOPE_C), cueTimeAt(table, cue, surfaceC + SLOPE_C)];
    const slope = cooler === undefined || hotter === undefined ? 0 : (hotter - cooler) / (2 * SLOPE_C);
    spreads[cue] = Math.hypot((byParameters[cue] ?? 0) * dueS, slope * surfaceSdC);
  }
  return spreads;
}
const SLOPE_C = 6;

function piecesOn(state: RunState, stationId: string, zoneId: string, formulaId: string): Piece[] {
  return [...state.onPlate.values()]
    .map((id) => state.pieces.get(id)!)
    .filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId && piece.formulaId === formulaId);
}
