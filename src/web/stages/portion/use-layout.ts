import { computed, ref, shallowRef, watch } from 'vue';
import { acrossOf, discInRun, laidBeside, placesIn, stationNow } from '#core/setup';
import { plateSizeMm, zoneAt } from '#core/plate';
import { GAP_MM, freeSpot, markedSpots, placesFault, spotsBeside, type Place, type PlacePour } from '#core/pour';
import { onStation } from '#core/run';
import { useRun } from '../../stores/run.ts';
import { askOfRun } from '../../workers/desk.ts';

export type Arrangement = 'zones' | 'plate' | 'even';

/** The places of a batter on a station while a hand lays them: as they stand in the run, by wish, or moved about. */
export function useLayout(formulaId: () => string, stationId: () => string) {
  const store = useRun();
  const station = computed(() => stationNow(store.view, stationId()));
  const disc = computed(() => discInRun(store.view, formulaId(), stationId()));
  const standing = computed(() => placesIn(store.view, formulaId(), stationId()));
  const laid = computed(() => store.state!.places.has(onStation(formulaId(), stationId())));
  /** Places in hand, not kept yet; null while they are the run's own. */
  const draft = shallowRef<readonly Place[] | null>(null);
  const places = computed(() => draft.value ?? standing.value);
  /** What lies beside of another batter, where a hand laid it. */
  const beside = computed(() => laidBeside(store.view, formulaId(), stationId()));
  const fault = computed(() => {
    const own = placesFault(station.value, places.value, disc.value.diameterMm);
    const together = () => placesFault(station.value, [...places.value, ...beside.value], disc.value.diameterMm);
    return own ?? (changed.value && beside.value.length && together() ? 'meetsOther' : null);
  });
  const changed = computed(() => draft.value !== null);
  const gapMm = ref(GAP_MM);
  const picked = ref<string | null>(null);
  watch([standing, formulaId, stationId], () => {
    draft.value = null;
    picked.value = null;
  });

  /** The wish that was laid last: another room between pieces lays it again. */
  let wished: Arrangement = 'zones';
  watch(gapMm, () => arrange(wished));
  async function arrange(wish: Arrangement): Promise<void> {
    wished = wish;
    const over = wish === 'zones' ? 'zones' : 'plate';
    const asked = { over, gapMm: gapMm.value, even: wish === 'even' } as const;
    const laid = await askOfRun('places', [formulaId(), stationId(), asked]);
    if (!laid) return;
    draft.value = laid;
    picked.value = null;
  }
  /** Burners that have places: a batter keeps to those. */
  const zoneIds = computed(() => [...new Set(places.value.map(({ zoneId }) => zoneId))]);
  async function toggleZone(zoneId: string): Promise<void> {
    if (zoneIds.value.includes(zoneId)) {
      draft.value = places.value.filter((place) => place.zoneId !== zoneId);
      return;
    }
    const asked = { over: 'zones', gapMm: gapMm.value, even: false } as const;
    const all = await askOfRun('places', [formulaId(), stationId(), asked]);
    if (all) draft.value = [...places.value, ...all.filter((place) => place.zoneId === zoneId)];
  }
  function change(id: string, to: Partial<Place>): void {
    draft.value = places.value.map((place) => (place.id === id ? { ...place, ...to } : place));
  }
  function move(id: string, xMm: number, yMm: number): void {
    const { widthMm, depthMm } = plateSizeMm(station.value);
    change(id, { xMm: Math.min(widthMm, Math.max(0, xMm)), yMm: Math.min(depthMm, Math.max(0, yMm)) });
  }
  function take(id: string): void {
    draft.value = places.value.filter((place) => place.id !== id);
    picked.value = null;
  }
  /** Nothing more fits: said until something is moved, taken away or laid anew. */
  const full = ref(false);
  watch(draft, () => (full.value = false));
  const fresh = (): string => `new${crypto.randomUUID().slice(0, 8)}`;
  const sized = (pour: PlacePour | undefined) =>
    pour && { pour, diameterMm: acrossOf(store.view, formulaId(), stationId(), pour) };
  /** A new place where there is room, nearest to the middle; where there is none, that is said. */
  function add(pour?: PlacePour): void {
    const own = sized(pour);
    const usualMm = disc.value.diameterMm;
    const lying = [...places.value, ...beside.value];
    const spot = freeSpot(station.value, lying, own?.diameterMm ?? usualMm, usualMm, gapMm.value);
    full.value = !spot;
    if (!spot) return;
    const id = fresh();
    draft.value = [...places.value, { ...spot, ...own, id, zoneId: zoneAt(station.value, spot.xMm).id }];
    picked.value = id;
  }
  /** Small pours wherever the others leave room. */
  function fillGaps(pour: PlacePour): void {
    const own = sized(pour)!;
    const lying = [...places.value, ...beside.value];
    const spots = spotsBeside(station.value, lying, own.diameterMm, disc.value.diameterMm, gapMm.value);
    if (spots.length)
      draft.value = [
        ...places.value,
        ...spots.map((spot) => ({ ...spot, ...own, id: fresh(), zoneId: zoneAt(station.value, spot.xMm).id })),
      ];
    full.value = !spots.length;
  }
  /** Gives a place a pour of its own, or the others' again. */
  function give(id: string, pour: PlacePour | undefined): void {
    change(id, sized(pour) ?? { pour: undefined, diameterMm: undefined });
  }
  /** Keeps what lies there, marked anew in reading order. */
  function keep(): void {
    if (!draft.value || fault.value) return;
    const tenth = (mm: number) => Math.round(mm * 10) / 10;
    const taken = new Set(beside.value.map(({ id }) => id));
    const rounded = markedSpots(station.value, draft.value, taken).map(({ id, xMm, yMm, pour }) => ({
      ...{ id, xMm: tenth(xMm), yMm: tenth(yMm) },
      ...(pour && { pour }),
    }));
    void store.tap([
      { kind: 'places-set', payload: { formulaId: formulaId(), stationId: stationId(), places: rounded } },
    ]);
  }
  function reset(): void {
    draft.value = null;
    if (laid.value)
      void store.tap([
        { kind: 'places-set', payload: { formulaId: formulaId(), stationId: stationId(), places: null } },
      ]);
  }
  return {
    ...{ station, disc, places, fault, gapMm, picked, full, laid },
    ...{ changed, beside, zoneIds, toggleZone },
    ...{ arrange, move, take, add, fillGaps, give, keep, reset },
  };
}
