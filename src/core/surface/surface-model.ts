import type { RunView } from '#core/setup';
import type { Expected } from '#core/inference';
import {
  besideZoneC,
  cyclingSdC,
  patternOf,
  roughAt,
  setpointC,
  shareAt,
  trackAt,
  type PlateRecord,
  type SpotOnPlate,
} from '#core/plate';
import { zoneKey, type Piece } from '#core/run';
import { plateHistory } from './plate-history.ts';

/** What the plate model expects of a zone, or of a spot of it, at any moment of the run. */
export interface SurfaceModel {
  (atMs: number, spot?: SpotOnPlate): Expected;
  /** Of a piece, the metal beneath it through its first minute: its mean, and what shows of the zone's error. */
  beneath(
    piece: Pick<Piece, 'pouredAtMs'>,
    disc: SpotOnPlate & { readonly diameterMm: number },
    spanS: number,
  ): Expected | null;
}

/**
 * The plate model's surface of a zone and its spots through the run: from cold as its burners were turned and changed,
 * with the food that lay on it; or, when the run began on a plate in use, what was assumed, held until a burner is turned.
 * Of an assumed plate all of the guess's error shows, always.
 */
export function surfaceModel(run: RunView, stationId: string, zoneId: string, untilMs: number): SurfaceModel {
  const station = run.station(stationId);
  const own = station.zones.findIndex(({ id }) => id === zoneId);
  const zones = station.zones.map(({ id }) => run.state.zones.get(zoneKey(stationId, id)));
  const assumed = zones[own]?.assumed ?? null;
  const before = { modelC: assumed?.surfaceC ?? run.pins.roomC, sensitivity: assumed ? 1 : 0 };
  /** A plate of which only a guess is known: its usual pattern. */
  const unlit = (spot: SpotOnPlate | undefined): Expected => ({
    modelC: before.modelC + (spot ? besideZoneC(patternOf(station, run.pins.roomC, run.memo), spot, before.modelC) : 0),
    sensitivity: before.sensitivity,
  });
  // an assumed zone stands as it was guessed until its own burner is turned
  const lit = (assumed ? [zones[own]] : zones).flatMap((zone) => zone?.turns[0]?.atMs ?? []);
  if (lit.length === 0)
    return Object.assign((_atMs: number, spot?: SpotOnPlate) => unlit(spot), { beneath: () => null });

  const startMs = Math.min(...lit);
  const seconds = (ms: number) => (ms - startMs) / 1000;
  const { stretches, records } = plateHistory(run, stationId, startMs, untilMs);
  const trackOf = (atMs: number) => (stretches.findLast((each) => each.atMs <= atMs) ?? stretches[0]!).tracks[own]!;
  const shareOf = (atMs: number) => (assumed ? 1 : shareAt(trackOf(atMs), seconds(atMs)));
  const roughOf = (atMs: number) => {
    if (assumed) return 0;
    // a look at the plate itself, before this one
    const seen = zones[own]?.readings.findLast((reading) => reading.method !== 'piece' && reading.atMs < atMs);
    return Math.hypot(roughAt(trackOf(atMs), seconds(atMs), seen && seconds(seen.atMs)), phaseOf(atMs));
  };
  /** Once a thermostat cycles nobody knows where in its cycle it is. */
  const phaseOf = (atMs: number) => {
    const { dial } = station.zones[own]!;
    const turn = zones[own]?.turns.findLast((each) => each.atMs <= atMs);
    if (dial.kind !== 'thermostat' || !turn || turn.mark <= 0) return 0;
    const rise = trackAt(trackOf(atMs), seconds(atMs)) - run.pins.roomC;
    return rise > CYCLES_FROM * (setpointC(dial, turn.mark) - run.pins.roomC) ? cyclingSdC(dial) : 0;
  };
  /** What is expected of a spot, or of the metal beneath a piece, by how each record has it. */
  const expectedBy = (look: (record: PlateRecord) => number, atMs: number): Expected => {
    const { plain, stronger, across, along } = records();
    const modelC = look(plain);
    const ofZoneC = stronger.zoneC(seconds(atMs), zoneId) - plain.zoneC(seconds(atMs), zoneId);
    // a place over the flame answers more to a stronger burner than its zone does
    const times = ofZoneC > LEAST_ANSWER_C ? (look(stronger) - modelC) / ofZoneC : 1;
    return {
      modelC,
      sensitivity: shareOf(atMs) * Math.min(ANSWERS.most, Math.max(ANSWERS.least, times)),
      roughC: roughOf(atMs),
      burnerOffsetC: [look(across) - modelC, look(along) - modelC],
    };
  };
  const model = (atMs: number, spot?: SpotOnPlate): Expected => {
    if (atMs < startMs) return unlit(spot);
    if (spot) return expectedBy((record) => record.at(seconds(atMs), spot), atMs);
    return { modelC: records().plain.zoneC(seconds(atMs), zoneId), sensitivity: shareOf(atMs), roughC: roughOf(atMs) };
  };
  return Object.assign(model, {
    beneath: (
      { pouredAtMs }: Pick<Piece, 'pouredAtMs'>,
      disc: SpotOnPlate & { readonly diameterMm: number },
      spanS: number,
    ) => {
      if (pouredAtMs < startMs) return null;
      const fromS = seconds(pouredAtMs);
      return expectedBy((record) => record.beneathC(fromS, fromS + spanS, disc), pouredAtMs + 500 * spanS);
    },
  });
}

/** A thermostat's plate that has come this share of its rise has begun to cycle. Assumed. */
const CYCLES_FROM = 0.8;

/** How many times its zone's answer to a stronger burner a spot may show; and a zone that answers less tells nothing. Assumed. */
const ANSWERS = { least: 0.4, most: 2.5 };
const LEAST_ANSWER_C = 0.5;
