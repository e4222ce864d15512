import { wholePanfuls, type WholePanfuls } from '#core/formula';
import type { StationBody } from '#core/plate';
import { placesFault, placesOn, type LayoutWish, type Place } from '#core/pour';
import { onStation, type BriefItem, type Pins, type RunState } from '#core/run';
import { onceFor, type Memory } from './once.ts';
import { discInRun } from './poured-disc.ts';
import { stationOf } from './station-in-run.ts';

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
