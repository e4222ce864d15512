import type { Larder } from '#core/ingredients';
import {
  FormulaFault,
  SUBSTITUTIONS,
  familyOf,
  pouredDensityGPerMl,
  scale,
  substituteAll,
  wholePanfuls,
  type FormulaBody,
  type ScaledBatter,
  type WholePanfuls,
} from '#core/formula';
import type { StationBody } from '#core/plate';
import { filmDisc, placesOn, slumpDisc, type Disc, type Place } from '#core/pour';
import { larderOf, pinnedFormula, pinnedStation, type BriefItem, type Pins, type RunState } from '#core/run';

/** A test piece a zone, and a little that stays in the bowl. Common practice: make 5–10 % extra, no source. */
const EXTRA_SHARE = 0.05;

export function portionMl(pins: Pins, state: Pick<RunState, 'portionMl'>, formulaId: string): number {
  return state.portionMl.get(formulaId) ?? formulaOf(pins, formulaId).portion.volumeMl;
}

/** What a portion becomes on a station: a disc that stops by itself, or a film over a round base. */
export function discOn(body: FormulaBody, station: StationBody, volumeMl: number, larder: Larder): Disc {
  const thin = familyOf(body.type) === 'thin';
  if (thin && station.shape.kind === 'round') return filmDisc(volumeMl, station.shape.diameterMm);
  if (thin) return filmDisc(volumeMl, THIN_ON_GRIDDLE_MM);
  return slumpDisc(volumeMl, pouredDensityGPerMl(body, larder) * 1000, body.yieldStressPa);
}

/** A thin batter drawn out on a flat griddle: the size a hand spreads. Common practice, no source. */
const THIN_ON_GRIDDLE_MM = 240;

/** The places of a formula's pieces on a station, marked. */
export function placesFor(body: FormulaBody, station: StationBody, volumeMl: number, larder: Larder): Place[] {
  return placesOn(station, discOn(body, station, volumeMl, larder).diameterMm);
}

/** Pieces of the brief in panfuls of the largest of their zones, and the numbers near it that come out whole. */
export function briefPanfuls(
  pins: Pins,
  state: Pick<RunState, 'portionMl'>,
  item: BriefItem,
): WholePanfuls & { readonly size: number } {
  const body = formulaOf(pins, item.formulaId);
  const volumeMl = portionMl(pins, state, item.formulaId);
  const sizes = item.stationIds.flatMap((stationId) => {
    const station = stationOf(pins, stationId);
    const places = placesFor(body, station, volumeMl, larderOf(pins));
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
  return scale(body, larder, target, { ...options, eggs: 'whole' });
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

/** @throws RangeError when the run did not pin it. */
export function stationOf(pins: Pins, stationId: string): StationBody {
  const pinned = pinnedStation(pins, stationId);
  if (!pinned) throw new RangeError(`Station ${stationId} is not pinned by this run.`);
  return pinned.body;
}
