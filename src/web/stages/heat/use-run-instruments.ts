import type { SurfaceProbe } from '#core/plate';
import { useRun } from '../../stores/run.ts';
import { askOfRun } from '../../workers/desk.ts';

/**
 * The instruments of a station in a run: its probe is the simulated one of a rehearsal, which reads the kitchen replayed
 * from the log; a thermometer on a wire would be another `SurfaceProbe`.
 */
export function useRunInstruments(stationId: () => string): { readonly probe: SurfaceProbe } {
  const store = useRun();
  return {
    probe: {
      async read(zoneId, spot) {
        const at = spot && { xMm: spot.xMm, yMm: spot.yMm };
        const shown = await askOfRun('probe', [stationId(), zoneId, store.nowMs, at]);
        if (!shown) throw new Error('No run is in hand.');
        return shown;
      },
    },
  };
}
