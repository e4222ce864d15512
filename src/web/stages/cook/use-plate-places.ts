import { computed } from 'vue';
import type { Hand } from '#core/guidance';
import { figureAcrossMm, type Place } from '#core/pour';
import { onStation, piecesOnPlates } from '#core/run';
import { discInRun, discOfPiece, placesIn, spotOfPiece, zonesUsed } from '#core/setup';
import { useRun } from '../../stores/run.ts';

/** A place of one of the batters of a plate, as wide as its piece lies. */
export interface PlatePlace extends Place {
  readonly formulaId: string;
  readonly acrossMm: number;
}

/**
 * The places of all batters on a plate. Laid by hand they lie side by side; else a burner shows those of the batter that
 * lies on it, that is poured next, or that comes first in the brief. What lies is drawn where and as wide as it was poured,
 * however places were laid since.
 */
export function usePlatePlaces(stationId: () => string, hands: () => readonly Hand[]) {
  const store = useRun();
  const formulaIds = computed(() =>
    (store.state!.brief?.items ?? []).flatMap((item) =>
      item.stationIds.includes(stationId()) ? [item.formulaId] : [],
    ),
  );
  const laid = computed(() => formulaIds.value.every((id) => store.state!.places.has(onStation(id, stationId()))));

  function shownOn(zoneId: string): string | undefined {
    const there = (each: { readonly stationId: string; readonly zoneId: string }) =>
      each.stationId === stationId() && each.zoneId === zoneId;
    const using = formulaIds.value.filter((id) =>
      zonesUsed(store.view, id, stationId()).some((zone) => zone.id === zoneId),
    );
    return (piecesOnPlates(store.state!).find(there) ?? hands().find(there))?.formulaId ?? using[0];
  }
  /** Pieces as they lie; one whose place is told by nothing any more lies where the layout has its mark. */
  const lying = computed((): PlatePlace[] =>
    piecesOnPlates(store.state!).flatMap((piece) => {
      const spot = piece.stationId === stationId() && spotOfPiece(store.view, piece);
      if (!spot) return [];
      const pour = piece.laid?.find(({ id }) => id === piece.placeId)?.pour;
      const { formulaId, zoneId, placeId: id } = piece;
      const acrossMm = pour?.figure ? figureAcrossMm(pour.figure) : discOfPiece(store.view, piece).diameterMm;
      return [{ ...{ id, zoneId, formulaId, pour, acrossMm }, xMm: spot.xMm, yMm: spot.yMm }];
    }),
  );
  const free = computed((): PlatePlace[] =>
    formulaIds.value.flatMap((formulaId) => {
      const { diameterMm } = discInRun(store.view, formulaId, stationId());
      return placesIn(store.view, formulaId, stationId())
        .filter((place) => formulaIds.value.length === 1 || laid.value || shownOn(place.zoneId) === formulaId)
        .map((place) => ({ ...place, formulaId, acrossMm: place.diameterMm ?? diameterMm }));
    }),
  );
  const places = computed(() => {
    const taken = new Set(lying.value.map(({ id }) => id));
    return [...lying.value, ...free.value.filter(({ id }) => !taken.has(id))].sort((a, b) =>
      a.id.localeCompare(b.id, undefined, { numeric: true }),
    );
  });
  /** What each burner is for the batter it shows. */
  const zones = computed(() =>
    (store.outlook?.forecast.zones ?? []).filter(
      (zone) =>
        zone.stationId === stationId() && (formulaIds.value.length === 1 || zone.formulaId === shownOn(zone.zoneId)),
    ),
  );
  return { places, zones };
}
