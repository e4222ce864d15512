import type { Larder } from '#core/ingredients';
import {
  FormulaFault,
  SUBSTITUTIONS,
  familyOf,
  pouredDensityGPerMl,
  scale,
  standsPa,
  substituteAll,
  wholePanfuls,
  type FormulaBody,
  type ScaledBatter,
  type WholePanfuls,
} from '#core/formula';
import type { StationBody } from '#core/plate';
import { filmDisc, placesFault, placesOn, slumpDisc, type Disc, type LayoutWish, type Place } from '#core/pour';
import { larderOf, onStation, pinnedFormula, pinnedStation, type BriefItem, type Pins, type RunState } from '#core/run';
import { calibratedBody } from './calibration-pins.ts';
import { onceFor, type Memory } from './once.ts';

/** A test piece a zone, and a little that stays in the bowl. Common practice: make 5–10 % extra, no source. */
const EXTRA_SHARE = 0.05;

export function portionMl(pins: Pins, state: Pick<RunState, 'portionMl'>, formulaId: string): number {
  return state.portionMl.get(formulaId) ?? formulaOf(pins, formulaId).portion.volumeMl;
}

/** What a portion becomes on a station: a disc that stops by itself, a film over a round base, or what a mould makes of it. */
export function discOn(
  body: FormulaBody,
  station: StationBody,
  volumeMl: number,
  larder: Larder,
  mouldMm?: number,
  /** Of a batter that was measured; else its formula's. */
  yieldStressPa = standsPa(body),
): Disc {
  const mould = mouldMm ?? (station.shape.kind === 'wells' ? station.shape.wellMm : undefined);
  if (mould !== undefined) return filmDisc(volumeMl, mould);
  const thin = familyOf(body.type) === 'thin';
  if (thin && station.shape.kind === 'round') return filmDisc(volumeMl, station.shape.diameterMm);
  if (thin) return filmDisc(volumeMl, THIN_ON_GRIDDLE_MM);
  return slumpDisc(volumeMl, pouredDensityGPerMl(body, larder) * 1000, yieldStressPa);
}

/** A thin batter drawn out on a flat griddle: the size a hand spreads. Common practice, no source. */
const THIN_ON_GRIDDLE_MM = 240;

/** What a portion of a formula becomes on a station of the run, before its lot is mixed. */
export function discInRun(
  pins: Pins,
  state: Pick<RunState, 'portionMl' | 'mouldMm'>,
  formulaId: string,
  stationId: string,
): Disc {
  return onceFor(DISCS, pins, state, `${formulaId} ${stationId}`, () =>
    discOn(
      formulaOf(pins, formulaId),
      stationOf(pins, stationId),
      portionMl(pins, state, formulaId),
      larderOf(pins),
      state.mouldMm.get(formulaId),
    ),
  );
}
const DISCS: Memory<Disc> = new WeakMap();

/**
 * The places of a formula's pieces on a station, marked: as they were laid, or the desk's own. Laid places that the
 * portion has outgrown do not stand.
 */
export function placesIn(
  pins: Pins,
  state: Pick<RunState, 'portionMl' | 'mouldMm' | 'places'>,
  formulaId: string,
  stationId: string,
  wish?: LayoutWish,
): Place[] {
  if (wish) return laidPlaces(pins, state, formulaId, stationId, wish);
  return onceFor(PLACES, pins, state, `${formulaId} ${stationId}`, () => laidPlaces(pins, state, formulaId, stationId));
}
const PLACES: Memory<Place[]> = new WeakMap();

function laidPlaces(
  pins: Pins,
  state: Pick<RunState, 'portionMl' | 'mouldMm' | 'places'>,
  formulaId: string,
  stationId: string,
  wish?: LayoutWish,
): Place[] {
  const station = stationOf(pins, stationId);
  const { diameterMm } = discInRun(pins, state, formulaId, stationId);
  const laid = wish ? undefined : state.places.get(onStation(formulaId, stationId));
  if (laid && placesFault(station, laid, diameterMm) === null) return [...laid];
  return wish ? placesOn(station, diameterMm, wish) : usualPlaces(station, diameterMm);
}

/** The desk's own places, worked out once for a plate and a size: they are asked for at every tap. */
function usualPlaces(station: StationBody, diameterMm: number): Place[] {
  const key = JSON.stringify([station.shape, station.zones.map(({ id }) => id), diameterMm]);
  let places = USUAL_PLACES.get(key);
  if (!places) {
    if (USUAL_PLACES.size >= MOST_USUAL) USUAL_PLACES.clear();
    USUAL_PLACES.set(key, (places = placesOn(station, diameterMm)));
  }
  return places;
}
const USUAL_PLACES = new Map<string, Place[]>();
const MOST_USUAL = 64;

/** Pieces of the brief in panfuls of the largest of their zones, and the numbers near it that come out whole. */
export function briefPanfuls(
  pins: Pins,
  state: Pick<RunState, 'portionMl' | 'mouldMm' | 'places'>,
  item: BriefItem,
): WholePanfuls & { readonly size: number } {
  const sizes = item.stationIds.flatMap((stationId) => {
    const station = stationOf(pins, stationId);
    const places = placesIn(pins, state, item.formulaId, stationId);
    return station.zones.map((zone) => places.filter((place) => place.zoneId === zone.id).length);
  });
  const size = Math.max(1, ...sizes);
  return { ...wholePanfuls(item.pieces, size), size };
}

/**
 * The lot to mix for a formula of the brief: its pieces, a test piece a zone and a little over, whole eggs; or what the
 * cook sized it to. A size that the formula cannot meet leaves the brief's.
 */
export function lotFor(pins: Pins, state: RunState, formulaId: string): ScaledBatter | undefined {
  const item = state.brief?.items.find((candidate) => candidate.formulaId === formulaId);
  if (!item) return undefined;
  const body = bodyInRun(pins, state, formulaId);
  const volumeMl = portionMl(pins, state, formulaId);
  const larder = larderOf(pins);
  const options = { portionMl: volumeMl, eggClass: pins.eggClass };
  const sized = state.batters.get(formulaId)?.sized;
  if (sized) {
    try {
      return scale(body, larder, sized.target, { ...options, eggs: sized.eggs });
    } catch (error) {
      if (!(error instanceof FormulaFault)) throw error;
    }
  }
  const target = { by: 'volume', volumeMl: item.pieces * volumeMl * (1 + EXTRA_SHARE) } as const;
  try {
    return scale(body, larder, target, { ...options, eggs: 'whole' });
  } catch (error) {
    // a batter too small for one whole egg takes beaten egg by weight
    if (!(error instanceof FormulaFault)) throw error;
    return scale(body, larder, target, { ...options, eggs: 'grams' });
  }
}

/** A formula as this run makes it: with what stands in for what was not in the house. */
export function bodyInRun(pins: Pins, state: Pick<RunState, 'batters'>, formulaId: string): FormulaBody {
  const body = formulaOf(pins, formulaId);
  const ids = state.batters.get(formulaId)?.standInIds ?? [];
  if (ids.length === 0) return body;
  const chain = ids.flatMap((id) => SUBSTITUTIONS.filter((each) => each.id === id));
  try {
    return substituteAll(body, chain);
  } catch (error) {
    if (error instanceof FormulaFault) return body;
    throw error;
  }
}

/** @throws RangeError when the run did not pin it. */
export function formulaOf(pins: Pins, formulaId: string): FormulaBody {
  const pinned = pinnedFormula(pins, formulaId);
  if (!pinned) throw new RangeError(`Formula ${formulaId} is not pinned by this run.`);
  return pinned.body;
}

/** A station as it was pinned and as its readings say it is. @throws RangeError when the run did not pin it. */
export function stationOf(pins: Pins, stationId: string): StationBody {
  const pinned = pinnedStation(pins, stationId);
  if (!pinned) throw new RangeError(`Station ${stationId} is not pinned by this run.`);
  let body = CALIBRATED.get(pinned);
  if (!body) CALIBRATED.set(pinned, (body = calibratedBody(pinned.body, pinned.calibration)));
  return body;
}

/** Worked out once for each pinned station: it is asked for at every tick, and is a key of what is known of its pattern. */
const CALIBRATED = new WeakMap<Pins['stations'][number], StationBody>();

/** The first zone a formula of the brief is cooked on; nothing when it is not in the brief. */
export function firstZoneOf(pins: Pins, state: Pick<RunState, 'brief'>, formulaId: string) {
  const stationId = state.brief?.items.find((item) => item.formulaId === formulaId)?.stationIds[0];
  return stationId && { formulaId, stationId, zoneId: stationOf(pins, stationId).zones[0]!.id };
}
