import { computed, ref, shallowRef, watch } from 'vue';
import { discInRun, placesIn, stationNow } from '#core/setup';
import { plateSizeMm } from '#core/plate';
import { GAP_MM, marked, placesFault, type Place } from '#core/pour';
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
  const fault = computed(() => placesFault(station.value, places.value, disc.value.diameterMm));
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
  function move(id: string, xMm: number, yMm: number): void {
    const { widthMm, depthMm } = plateSizeMm(station.value);
    const at = { xMm: Math.min(widthMm, Math.max(0, xMm)), yMm: Math.min(depthMm, Math.max(0, yMm)) };
    draft.value = places.value.map((place) => (place.id === id ? { ...place, ...at } : place));
  }
  function take(id: string): void {
    draft.value = places.value.filter((place) => place.id !== id);
    picked.value = null;
  }
  /** A new place where there is room, else in the middle: the hand moves it. */
  function add(): void {
    const { widthMm, depthMm } = plateSizeMm(station.value);
    const step = Math.max(5, disc.value.diameterMm / 12);
    let spot = { xMm: widthMm / 2, yMm: depthMm / 2 };
    search: for (let yMm = step; yMm < depthMm; yMm += step)
      for (let xMm = step; xMm < widthMm; xMm += step)
        if (placesFault(station.value, [...places.value, { xMm, yMm }], disc.value.diameterMm) === null) {
          spot = { xMm, yMm };
          break search;
        }
    const id = `new${places.value.length + 1}`;
    draft.value = [...places.value, { ...spot, id, zoneId: '' }];
    picked.value = id;
  }
  /** Keeps what lies there, marked anew in reading order. */
  function keep(): void {
    if (!draft.value || fault.value) return;
    const named = marked(
      station.value,
      draft.value.map(({ xMm, yMm }) => [xMm, yMm] as const),
    );
    const rounded = named.map(({ id, xMm, yMm }) => ({
      id,
      xMm: Math.round(xMm * 10) / 10,
      yMm: Math.round(yMm * 10) / 10,
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
    station,
    disc,
    places,
    fault,
    gapMm,
    picked,
    laid,
    changed: computed(() => draft.value !== null),
    arrange,
    move,
    take,
    add,
    keep,
    reset,
  };
}
