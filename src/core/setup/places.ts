import { standsPa, wholePanfuls, type WholePanfuls } from '#core/formula';
import type { Memo, Question } from '#core/memo';
import type { StationBody } from '#core/plate';
import {
  drawnPour,
  figureAcrossMm,
  placesFault,
  placesOn,
  type Drawn,
  type LayoutWish,
  type Place,
  type PlacePour,
} from '#core/pour';
import { onStation, type BriefItem, type LaidPlace } from '#core/run';
import { discInRun, discOn, portionMl } from './poured-disc.ts';
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
  const laid = run.state.places.get(onStation(formulaId, stationId)) ?? null;
  return placesFor(run, { formulaId, stationId }, diameterMm, laid);
}

/** Places for pieces of a size: as they were laid, where that size fits them, else the desk's own. */
export function placesFor(
  run: RunView,
  { formulaId, stationId }: { readonly formulaId: string; readonly stationId: string },
  diameterMm: number,
  laid: readonly LaidPlace[] | null,
): Place[] {
  const station = run.station(stationId);
  const places = laid?.map((place) => withWidth(run, formulaId, stationId, place));
  if (places && placesFault(station, places, diameterMm) === null) return places;
  return usualPlaces(station, diameterMm, run.memo);
}

/** A place with a pour of its own is as wide as that lies. */
function withWidth(run: RunView, formulaId: string, stationId: string, place: LaidPlace): Place {
  return place.pour ? { ...place, diameterMm: acrossOf(run, formulaId, stationId, place.pour) } : place;
}

/** What a figure drawn with a formula's batter takes, as its formula promises it. */
export function drawnInRun(run: RunView, formulaId: string, figure: Figure): Drawn {
  return drawnPour(figure, standsPa(run.formula(formulaId)), run.densityGPerMl(formulaId) * 1000);
}
type Figure = NonNullable<PlacePour['figure']>;

/** How wide a pour of another size lies on a station, mm. */
export function acrossOf(run: RunView, formulaId: string, stationId: string, pour: PlacePour): number {
  if (pour.figure) return figureAcrossMm(pour.figure);
  const density = run.densityGPerMl(formulaId);
  return discOn(run.formula(formulaId), run.station(stationId), pour.volumeMl, density, pour.mouldMm).diameterMm;
}

/** What is poured on a place: its own pour, or the run's. */
export function pourMlOf(run: RunView, formulaId: string, place: Pick<Place, 'pour'> | undefined): number {
  return place?.pour?.volumeMl ?? portionMl(run, formulaId);
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
