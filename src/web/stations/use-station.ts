import { computed, ref, shallowRef, toRaw, watch, type Ref } from 'vue';
import type { CalibrationReading } from '#core/inference';
import type { StationFigures } from '#core/heating';
import type { HeatReading, SpotOnPlate, StationBody } from '#core/plate';
import { KITCHEN_FACTS, type Station, type StationReading } from '#contract';
import { call } from '../sync/api.ts';
import { newId } from '../sync/device.ts';
import { useAction } from '../forms/use-action.ts';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { askOfKitchen } from '../workers/desk.ts';
import type { Heating } from './use-heating.ts';

/** A station in hand: itself, what was read of it and what all that says, worked out away from the page. */
export function useStation(stationId: Ref<string>, holdC: Ref<number>) {
  const library = useLibrary();
  const session = useSession();
  const station = computed(() => library.allStations.find(({ id }) => id === stationId.value));
  const readings = shallowRef<StationReading[]>([]);
  const figures = shallowRef<StationFigures | null>(null);
  const loaded = ref(false);
  const { errors, busy, run } = useAction();
  const roomC = computed(() => (session.session?.kitchen.facts ?? KITCHEN_FACTS).roomC);

  async function load(): Promise<void> {
    await run(async () => {
      await library.load();
      if (station.value)
        readings.value = await call<StationReading[]>('GET', `/api/stations/${stationId.value}/readings`);
    });
    loaded.value = true;
  }

  let asked = 0;
  watch([station, readings, holdC], async () => {
    const body = station.value?.body;
    if (!body) return;
    const turn = ++asked;
    const known = readings.value.map((each): CalibrationReading => ({ ...each.body, atMs: each.atMs }));
    const answer = await askOfKitchen('station', toRaw(body), known, roomC.value, holdC.value);
    if (turn === asked) figures.value = answer; // a newer question is under way otherwise
  });

  /** Keeps a reading of a zone as its stove stands. */
  const keep = (zoneId: string, heating: Heating, spot: SpotOnPlate | undefined, reading: HeatReading) =>
    run(async () => {
      const body = { zoneId, turns: heating.before(zoneId), roomC: roomC.value, reading, ...(spot ? { spot } : {}) };
      const kept = await call<StationReading>('POST', `/api/stations/${stationId.value}/readings`, {
        id: newId(),
        body,
      });
      readings.value = [kept, ...readings.value];
    });
  const drop = (id: string) =>
    run(async () => {
      await call('DELETE', `/api/stations/${stationId.value}/readings/${id}`);
      readings.value = readings.value.filter((each) => each.id !== id);
    });
  const save = (body: StationBody) =>
    run(async () => {
      await call<Station>('PUT', `/api/stations/${stationId.value}`, { version: station.value!.version, body });
      await library.load();
    });
  const archive = (archived: boolean) =>
    run(async () => {
      await call<Station>('PUT', `/api/stations/${stationId.value}/archived`, { archived });
      await library.load();
    });

  return { station, readings, figures, loaded, roomC, errors, busy, load, keep, drop, save, archive };
}
