import { given } from '#core/given';
import { discOfPiece } from '#core/setup';
import type { RunView } from '#core/setup';
import { cellMiddle, plateSimulator, plateSizeMm, zoneAt, type StationBody } from '#core/plate';
import { zoneKey } from '#core/run';
import { stationNow } from '#core/setup';
import { zoneBelief } from './zone-estimate.ts';
import { placeOf } from './observations.ts';
import { surfaceModel } from './surface-model.ts';

/** A plate's temperature from above, cell by cell, row by row. */
export interface PlateMap {
  readonly columns: number;
  readonly rows: number;
  /** °C; NaN where there is no metal. */
  readonly tempC: Float32Array;
  /** Spread of the least known cell, °C. */
  readonly sdC: number;
}

/** Cells across the smaller side: a griddle's near 2.5 cm. Numerical. */
const CELLS = 18;
const STEP_S = 5; // Numerical.
/** Longer ago than this nothing on a plate can be told from what it would be without, s. Numerical. */
const MEMORY_S = 5400;
/** How a piece of batter touches, W/m²K: between wet and dry base of the piece model. Assumed. */
const CONTACT_WM2K = 180;

/**
 * The surface of a whole plate as it is believed at a moment: its burners' pattern and what its food has drawn, from the
 * plate in two dimensions; the level of each zone and its odd spots from what was read and seen.
 */
export function plateMap(
  run: RunView,
  stationId: string,
  nowMs: number,
  tableOf: Parameters<typeof zoneBelief>[4],
): PlateMap {
  const station = stationNow(run, stationId);
  const formulaId =
    run.state.brief?.items.find((item) => item.stationIds.includes(stationId))?.formulaId ?? run.pins.formulas[0]!.id;
  const plate = simulated(run, stationId, station, nowMs);
  const zones = new Map(
    station.zones.map(({ id: zoneId }) => {
      const model = surfaceModel(run, stationId, zoneId, nowMs);
      const zone = run.state.zones.get(zoneKey(stationId, zoneId)) ?? { stationId, zoneId };
      const { known, weighed } = zoneBelief(run, zone, formulaId, model, tableOf, nowMs);
      const { modelC, sensitivity } = model(nowMs);
      return [
        zoneId,
        {
          ...{ share: sensitivity, known },
          // both models of the plate have the zone's level; where they differ the cards' own counts
          levelC: modelC + sensitivity * known.errorC - plate.zoneMeanC(zoneId),
          spots: weighed.field,
        },
      ];
    }),
  );
  const { columns, rows, metal } = plate.grid;
  let sdC = 0;
  const tempC = Float32Array.from({ length: columns * rows }, (_cell, i) => {
    if (!metal[i]) return NaN;
    const at = cellMiddle(station, plate.grid, i);
    const { levelC, share, known, spots } = given(zones.get(zoneAt(station, at.xMm).id), 'each zone is known');
    const spot = spots(at);
    sdC = Math.max(sdC, share * Math.hypot((1 - spot.slope) * known.errorSdC, spot.sdC));
    const believedC = plate.tempC[i]! + levelC + share * (spot.interceptC - spot.slope * known.errorC);
    return Math.max(Math.min(run.pins.roomC, plate.tempC[i]!), believedC); // nothing is colder than the room but what food cooled
  });
  return { columns, rows, tempC, sdC };
}

/** The plate through the last hour and a half of the run, by its plain figures. */
function simulated(run: RunView, stationId: string, station: StationBody, nowMs: number) {
  const { widthMm, depthMm } = plateSizeMm(station);
  const zones = station.zones.map(({ id }) => run.state.zones.get(zoneKey(stationId, id)));
  const turns = zones.flatMap((zone) => (zone ? zone.turns.map((turn) => ({ ...turn, zoneId: zone.zoneId })) : []));
  const pieces = [...run.state.pieces.values()].filter(
    (piece) => piece.stationId === stationId && piece.pouredAtMs <= nowMs,
  );
  const firstMs = Math.min(nowMs, ...turns.map(({ atMs }) => atMs), ...pieces.map(({ pouredAtMs }) => pouredAtMs));
  const fromMs = Math.max(firstMs, nowMs - MEMORY_S * 1000);
  const assumedC = zones.find((zone) => zone?.assumed)?.assumed?.surfaceC;
  const plate = plateSimulator(
    station,
    { startC: assumedC ?? run.pins.roomC, ambientC: run.pins.roomC },
    { cellMm: Math.min(widthMm, depthMm) / CELLS, stepS: STEP_S },
  );
  const acts: { readonly atMs: number; readonly act: () => void }[] = turns
    .filter(({ atMs }) => atMs <= nowMs)
    .map(({ atMs, zoneId, mark }) => ({ atMs, act: () => plate.turn(zoneId, mark) }));
  for (const piece of pieces) {
    const { diameterMm } = discOfPiece(run, piece);
    const food = { ...placeOf(run, piece), diameterMm, contactWm2K: CONTACT_WM2K, pouredC: run.pins.roomC };
    acts.push({ atMs: piece.pouredAtMs, act: () => plate.pour(food, piece.id) });
    if (piece.offAtMs !== null && piece.offAtMs <= nowMs)
      acts.push({ atMs: piece.offAtMs, act: () => plate.lift(piece.id) });
  }
  for (const { atMs, act } of acts.sort((a, b) => a.atMs - b.atMs)) {
    plate.advanceTo(Math.max(0, (atMs - fromMs) / 1000));
    act();
  }
  plate.advanceTo((nowMs - fromMs) / 1000);
  return plate;
}
