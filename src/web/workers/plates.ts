import type { Memo } from '#core/memo';
import { runView } from '#core/setup';
import { plateMap, type PlateMap } from '#core/surface';
import { portionSteps, wishedPlaces, type PortionStep, type PourMoment } from '#core/what-if';
import { stationFigures, whichBurner, type Lighting, type StationFigures } from '#core/heating';
import { tableFor } from '#core/forecast';
import type { CalibrationReading } from '#core/adapt';
import type { Burner, SpotOnPlate, StationBody } from '#core/plate';
import { readRecipe, type PastedRecipe, type ReadOptions } from '#core/formats';
import { drawnStove, heatedStove, probeShows, type StoveTurns } from '#core/rehearsal';
import type { Place } from '#core/pour';
import type { Pins, RunState } from '#core/run';

/** The hidden truth of every simulated stove: one for all, so that a burner keeps its faults. */
const STOVE_SEED = 20_260_612;

/** What the worker answers about plates, beside the run's own forecast. */
export const plateAnswers = (memo: Memo) => ({
  map(pins: Pins, state: RunState, stationId: string, nowMs: number): PlateMap {
    const zoneId = pins.stations.find(({ id }) => id === stationId)!.body.zones[0]!.id;
    const run = runView(pins, state, memo);
    const tableOf = (formulaId: string) => tableFor(run, { formulaId, stationId, zoneId }, nowMs);
    return plateMap(run, stationId, nowMs, tableOf);
  },

  steps(
    pins: Pins,
    state: RunState,
    formulaId: string,
    sizes: readonly { readonly volumeMl: number; readonly spreadMl?: number | null }[],
    at: PourMoment,
  ): PortionStep[] {
    return portionSteps(runView(pins, state, memo), formulaId, sizes, at);
  },

  places(
    pins: Pins,
    state: RunState,
    formulaId: string,
    stationId: string,
    wish: Parameters<typeof wishedPlaces>[3],
  ): Place[] {
    return wishedPlaces(runView(pins, state, memo), formulaId, stationId, wish);
  },

  station(station: StationBody, readings: readonly CalibrationReading[], roomC: number, holdC: number): StationFigures {
    return stationFigures(station, readings, roomC, holdC, memo);
  },

  burners(
    pans: readonly { readonly id: string; readonly body: StationBody }[],
    burners: readonly { readonly id: string; readonly body: Burner }[],
    wish: { readonly targetC: number; readonly roomC: number },
  ): Lighting[] {
    return whichBurner(pans, burners, wish);
  },

  /** A recipe from pasted text, of whatever length. */
  recipe(text: string, options: ReadOptions): PastedRecipe {
    return readRecipe(text, options);
  },

  /** What the simulated probe shows on the simulated stove. */
  stove(station: StationBody, heated: StoveTurns, atS: number, spot: SpotOnPlate): number {
    const plate = heatedStove(station, drawnStove(station, STOVE_SEED), heated, atS, STOVE_SEED);
    return probeShows(plate.at(spot.xMm, spot.yMm), spot, atS, STOVE_SEED);
  },
});
