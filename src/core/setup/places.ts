import { wholePanfuls, type WholePanfuls } from '#core/formula';
import type { Memo, Question } from '#core/memo';
import type { StationBody } from '#core/plate';
import { placesFault, placesOn, type LayoutWish, type Place } from '#core/pour';
import { onStation, type BriefItem, type LaidPlace } from '#core/run';
import { discInRun } from './poured-disc.ts';
import type { RunView } from './run-view.ts';

/**
 * The places of a formula's pieces on a station, marked: as they were laid, or the desk's own. Laid places that the
 * portion has outgrown do not stand.
 */
export function placesIn(run: RunView, formulaId: string, stationId: string, wish?: LayoutWish): Place[] {
  if (wish) return laidPlaces(run, formulaId, stationId, wish);
  return run.once(`places ${formulaId} ${stationId}`, () => laidPlaces(run, formulaId, stationId));
}

function laidPlaces(run: RunView, formulaId: string, stationId: string, wish?: LayoutWish): Place[] {
  const { diameterMm } = discInRun(run, formulaId, stationId);
  if (wish) return placesOn(run.station(stationId), diameterMm, wish);
  return placesFor(run, stationId, diameterMm, run.state.places.get(onStation(formulaId, stationId)) ?? null);
}

/** Places for pieces of a size: as they were laid, where that size fits them, else the desk's own. */
export function placesFor(
  run: RunView,
  stationId: string,
  diameterMm: number,
  laid: readonly LaidPlace[] | null,
): Place[] {
  const station = run.station(stationId);
  if (laid && placesFault(station, laid, diameterMm) === null) return [...laid];
  return usualPlaces(station, diameterMm, run.memo);
}

/** The desk's own places, worked out once for a plate and a size: they are asked for at every tap. */
function usualPlaces(station: StationBody, diameterMm: number, memo: Memo): Place[] {
  const key = JSON.stringify([station.shape, station.zones.map(({ id }) => id), diameterMm]);
  return memo.recall(USUAL_PLACES, key, () => placesOn(station, diameterMm));
}
const USUAL_PLACES: Question<Place[]> = { name: 'usual places', most: 64 };

/** Pieces of the brief in panfuls of the largest of their zones, and the numbers near it that come out whole. */
export function briefPanfuls(run: RunView, item: BriefItem): WholePanfuls & { readonly size: number } {
  const sizes = item.stationIds.flatMap((stationId) => {
    const station = run.station(stationId);
    const places = placesIn(run, item.formulaId, stationId);
    return station.zones.map((zone) => places.filter((place) => place.zoneId === zone.id).length);
  });
  const size = Math.max(1, ...sizes);
  return { ...wholePanfuls(item.pieces, size), size };
}
