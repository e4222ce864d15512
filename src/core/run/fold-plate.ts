import type { Reducer, Draft } from './draft.ts';
import type { EventKind } from './payloads.ts';
import { pinnedFormula, pinnedStation } from './pins.ts';
import { onStation, zoneKey, type RefusalReason, type ZoneState } from './state.ts';

type PlateKind = Extract<
  EventKind,
  | 'burner-turned'
  | 'surface-assumed'
  | 'reading-taken'
  | 'burner-swapped'
  | 'fat-put'
  | 'caution-read'
  | 'portion-set'
  | 'places-set'
>;

/** What is done to the plate: burners turned and changed, heat read, fat put on, pieces given their size and places. */
export const plateReducers: { readonly [K in PlateKind]: Reducer<K> } = {
  'burner-turned': (draft, { mark, aside = false, ...of }, atMs, { id: eventId }) =>
    withZone(draft, of, (zone) => {
      zone.turns.push(aside ? { atMs, mark: 0, dialMark: mark, eventId } : { atMs, mark, eventId });
    }),
  'surface-assumed': (draft, { surfaceC, sdC, ...of }, atMs) =>
    withZone(draft, of, (zone) => void (zone.assumed = { atMs, surfaceC, sdC })),
  'reading-taken': (draft, { stationId, zoneId, ...reading }, atMs, { id: eventId }) =>
    withZone(draft, { stationId, zoneId }, (zone) => void zone.readings.push({ ...reading, atMs, eventId })),
  'burner-swapped': (draft, { burner, ...of }, atMs, { id: eventId }) =>
    withZone(draft, of, (zone) => void zone.swaps.push({ atMs, burner, eventId })),
  'fat-put': (draft, of, atMs) => withZone(draft, of, (zone) => void zone.fatPutMs.push(atMs)),
  'caution-read': (draft, { caution, stationId }) => {
    draft.cautionsRead.add(stationId ? `${caution}/${stationId}` : caution);
  },
  'portion-set': (draft, { formulaId, volumeMl, mouldMm }) => {
    if (!pinnedFormula(draft.run.pins, formulaId)) return 'unknownFormula';
    draft.portionMl.set(formulaId, volumeMl);
    if (mouldMm === undefined) return;
    if (mouldMm === null) draft.mouldMm.delete(formulaId);
    else draft.mouldMm.set(formulaId, mouldMm);
  },
  'places-set': (draft, { formulaId, stationId, places }) => {
    if (!pinnedFormula(draft.run.pins, formulaId)) return 'unknownFormula';
    const station = pinnedStation(draft.run.pins, stationId);
    if (!station) return 'unknownStation';
    if (places === null) {
      draft.places.delete(onStation(formulaId, stationId));
      return;
    }
    const zoneIds = new Set(station.body.zones.map((zone) => zone.id));
    if (places.some(({ id }) => !zoneIds.has(id.slice(0, 1)))) return 'unknownPlace';
    if (new Set(places.map(({ id }) => id)).size < places.length) return 'placeTaken';
    draft.places.set(
      onStation(formulaId, stationId),
      places.map((place) => ({ ...place, zoneId: place.id.slice(0, 1) })),
    );
  },
};

function withZone(
  draft: Draft,
  { stationId, zoneId }: { readonly stationId: string; readonly zoneId: string },
  act: (zone: ZoneState) => void,
): RefusalReason | void {
  const station = pinnedStation(draft.run.pins, stationId);
  if (!station?.body.zones.some((zone) => zone.id === zoneId)) return 'unknownStation';
  const key = zoneKey(stationId, zoneId);
  let zone = draft.zones.get(key);
  if (!zone) {
    zone = { stationId, zoneId, turns: [], readings: [], swaps: [], fatPutMs: [], assumed: null };
    draft.zones.set(key, zone);
  }
  act(zone);
}
