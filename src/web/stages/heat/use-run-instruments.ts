import { toRaw } from 'vue';
import { PROBE_SD_C, type Stove, type SurfaceProbe } from '#core/plate';
import { useRun } from '../../stores/run.ts';
import { desk } from '../../workers/desk.ts';

/**
 * The instruments of a station in a run. Its stove is a hand at the dial: a turn is an event. Its probe is the simulated
 * one of a rehearsal, which reads its hidden kitchen; a thermometer on a wire would be another `SurfaceProbe`.
 */
export function useRunInstruments(stationId: () => string): { readonly probe: SurfaceProbe; readonly stove: Stove } {
  const store = useRun();
  return {
    probe: {
      async read(zoneId, spot) {
        const { run, state } = store;
        if (!run || !state) throw new Error('No run is in hand.');
        const at = spot && { xMm: spot.xMm, yMm: spot.yMm };
        const surfaceC = await desk().probe(
          toRaw(run.pins),
          toRaw(state),
          run.seed,
          stationId(),
          zoneId,
          store.nowMs,
          at,
        );
        return { surfaceC, sdC: PROBE_SD_C };
      },
    },
    stove: {
      async turn(zoneId, mark) {
        await store.tap([{ kind: 'burner-turned', payload: { stationId: stationId(), zoneId, mark } }]);
      },
    },
  };
}
