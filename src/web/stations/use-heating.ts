import { useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef, toRaw, type Ref } from 'vue';
import { PROBE_SD_C, zoneMiddle, type SpotOnPlate, type StationBody, type Stove, type SurfaceProbe } from '#core/plate';
import { correctedNowMs } from '../sync/clock.ts';
import { askOfKitchen } from '../workers/desk.ts';

/** A burner's turn since the plate was cold, on the clock of its stove. */
interface Turn {
  readonly atS: number;
  readonly zoneId: string;
  readonly mark: number;
}

/** How a plate is being heated while it is read. */
export type Heating = ReturnType<typeof useHeating>;

/**
 * The stove a station is read on: the cook's own, on the wall clock, or the simulated one, whose clock can be moved on.
 * Both are turned through `stove`; the simulated one is read through `probe`. A thermometer on a wire would be one more
 * `SurfaceProbe`.
 */
export function useHeating(station: Ref<StationBody | undefined>, roomC: Ref<number>) {
  const simulated = ref(false);
  const turns = shallowRef<readonly Turn[]>([]);
  const startedMs = ref(correctedNowMs());
  /** Seconds that the simulated stove was let run on. */
  const skippedS = ref(0);
  const nowMs = ref(correctedNowMs());
  useIntervalFn(() => (nowMs.value = correctedNowMs()), 1000);
  const nowS = computed(() => (nowMs.value - startedMs.value) / 1000 + skippedS.value);

  const stove: Stove = {
    /** What is told to have happened later on that zone is taken as never turned. */
    async turn(zoneId, mark, agoS = 0) {
      nowMs.value = correctedNowMs();
      if (turns.value.length === 0) {
        startedMs.value = nowMs.value - agoS * 1000;
        skippedS.value = 0;
      }
      const atS = Math.max(0, nowS.value - agoS);
      turns.value = [...turns.value.filter((turn) => turn.zoneId !== zoneId || turn.atS < atS), { atS, zoneId, mark }];
    },
  };
  const ofZone = (zoneId: string) => turns.value.filter((turn) => turn.zoneId === zoneId);
  const probe: SurfaceProbe = {
    async read(zoneId: string, spot: SpotOnPlate | null) {
      const at = spot ?? zoneMiddle(station.value!, zoneId);
      const heated = { turns: toRaw(turns.value), roomC: roomC.value };
      const where = { xMm: at.xMm, yMm: at.yMm };
      const surfaceC = await askOfKitchen('stove', toRaw(station.value!), heated, nowS.value, where);
      if (surfaceC === null) throw new Error('The stove was not read.');
      return { surfaceC, sdC: PROBE_SD_C };
    },
  };

  return {
    ...{ simulated, stove, probe },
    markOf: (zoneId: string) => ofZone(zoneId).at(-1)?.mark ?? 0,
    /** Seconds since the zone was last turned. */
    stoodS: (zoneId: string) => nowS.value - (ofZone(zoneId).at(-1)?.atS ?? nowS.value),
    lit: (zoneId: string) => ofZone(zoneId).some((turn) => turn.mark > 0),
    /** The zone's turns as a reading keeps them: so many seconds before it. */
    before: (zoneId: string) =>
      ofZone(zoneId).map(({ atS, mark }) => ({ beforeS: Math.max(0, Math.round(nowS.value - atS)), mark })),
    letRun: (seconds: number) => (skippedS.value += seconds),
    cold: () => {
      turns.value = [];
      skippedS.value = 0;
    },
  };
}
