import { PROBE_SD_C, besideZoneC } from '#core/plate';
import { cookedPiece, liftedOf, pieceInput, placeOf, stationNow, surfaceModel, type CookedPiece } from '#core/desk';
import {
  PIECE_PARAMETERS,
  pieceAt,
  timelineTable,
  type PieceParameters,
  type SimulatedPiece,
  type TimelineTable,
} from '#core/piece';
import type { Piece, Pins, RunState } from '#core/run';
import { normal, seedFrom, seeded } from './random.ts';

/**
 * The truth of a rehearsal, unknown to the desk: every burner gives more or less than its plate says, and batter and
 * contact differ from the model's. Drawn from a seed, the same on every device.
 */
export interface HiddenKitchen {
  readonly seed: number;
  /** Share by which a zone's burner differs, 1 is honest. */
  powerFactor(zoneKey: string): number;
  /** Error of the guess when a run begins on a plate in use, °C. */
  assumedErrorC(zoneKey: string): number;
  readonly parameters: PieceParameters;
}

/** Spreads of the hidden faults. Assumed, about what kitchens differ by. */
const SPREAD = { lnPower: 0.06, assumedC: 10, lnContact: 0.08, lnBrowning: 0.18, lnHoles: 0.3 };

export function hiddenKitchen(seed: number): HiddenKitchen {
  const random = seeded(seedFrom('batter', seed));
  const draw = (sd: number) => Math.exp(sd * normal(random));
  const contact = draw(SPREAD.lnContact);
  return {
    seed,
    powerFactor: (zoneKey) => Math.exp(SPREAD.lnPower * normal(seeded(seedFrom(`power ${zoneKey}`, seed)))),
    assumedErrorC: (zoneKey) => SPREAD.assumedC * normal(seeded(seedFrom(`assumed ${zoneKey}`, seed))),
    parameters: {
      ...PIECE_PARAMETERS,
      contactWetWm2K: PIECE_PARAMETERS.contactWetWm2K * contact,
      contactDryWm2K: PIECE_PARAMETERS.contactDryWm2K * contact,
      browning: {
        ...PIECE_PARAMETERS.browning,
        ratePerS: PIECE_PARAMETERS.browning.ratePerS * draw(SPREAD.lnBrowning),
      },
      holesStayGain: PIECE_PARAMETERS.holesStayGain * draw(SPREAD.lnHoles),
    },
  };
}

/** True surface of a zone at a moment: the same plate under its true burner. */
export function trueSurface(
  kitchen: HiddenKitchen,
  pins: Pins,
  state: RunState,
  stationId: string,
  zoneId: string,
  untilMs: number,
): (atMs: number) => number {
  const key = `${stationId}/${zoneId}`;
  const model = surfaceModel(truePins(kitchen, pins, stationId), trueState(kitchen, state), stationId, zoneId, untilMs);
  const errorC = state.zones.get(key)?.assumed ? kitchen.assumedErrorC(key) : 0;
  return (atMs) => model(atMs).modelC + errorC;
}

/** A station's burners as strong as they really are; kept, since what is followed of a plate is kept with its pins. */
function truePins(kitchen: HiddenKitchen, pins: Pins, stationId: string): Pins {
  let known = TRUE_PINS.get(pins);
  if (!known) TRUE_PINS.set(pins, (known = new Map()));
  const name = `${kitchen.seed} ${stationId} ${kitchen.powerFactor(stationId)}`;
  let truth = known.get(name);
  if (truth) return truth;
  truth = {
    ...pins,
    stations: pins.stations.map((station) =>
      station.id === stationId
        ? {
            ...station,
            body: {
              ...station.body,
              zones: station.body.zones.map((zone) => ({
                ...zone,
                powerW: zone.powerW * kitchen.powerFactor(`${stationId}/${zone.id}`),
              })),
            },
          }
        : station,
    ),
  };
  known.set(name, truth);
  return truth;
}
const TRUE_PINS = new WeakMap<Pins, Map<string, Pins>>();

/** The run with burners that plates were moved to as strong as they really are. */
function trueState(kitchen: HiddenKitchen, state: RunState): RunState {
  const moved = [...state.zones].filter(([, zone]) => zone.swaps.length > 0);
  if (moved.length === 0) return state;
  const zones = new Map(state.zones);
  for (const [key, zone] of moved)
    zones.set(key, {
      ...zone,
      swaps: zone.swaps.map((swap) => {
        const powerW = swap.burner.powerW * kitchen.powerFactor(swap.burner.burnerId ?? key);
        return { ...swap, burner: { ...swap.burner, powerW } };
      }),
    });
  return { ...state, zones };
}

/** What the simulated probe shows at a moment: the truth with the probe's own noise, the same for the same second. */
export function simulatedProbe(kitchen: HiddenKitchen, zoneKey: string, surfaceC: number, atMs: number): number {
  const random = seeded(seedFrom(`probe ${zoneKey} ${Math.floor(atMs / 1000)}`, kitchen.seed));
  return Math.round((surfaceC + PROBE_SD_C * normal(random)) * 2) / 2;
}

/** True timelines by batter and zone; keep it between calls, a table costs about a quarter second. */
export type TrueTables = Map<string, TimelineTable>;

/** What really happens to a piece, from the truth of its plate and batter. */
export function trueTimeline(
  kitchen: HiddenKitchen,
  pins: Pins,
  state: RunState,
  piece: Piece,
  nowMs: number,
  tables: TrueTables,
): SimulatedPiece {
  const input = { ...pieceInput(pins, state, piece, piece.pouredAtMs), parameters: kitchen.parameters };
  const key = JSON.stringify(input);
  let table = tables.get(key);
  if (!table) tables.set(key, (table = timelineTable(input)));
  const surface = trueSurface(kitchen, pins, state, piece.stationId, piece.zoneId, nowMs);
  const zoneC = surface(piece.pouredAtMs);
  const station = stationNow(pins, state, piece.stationId);
  return pieceAt(table, zoneC + besideZoneC(station, placeOf(pins, state, piece), zoneC, pins.roomC));
}

/** Every piece of a formula as it really came off. */
export function trulyCooked(
  kitchen: HiddenKitchen,
  pins: Pins,
  state: RunState,
  formulaId: string,
  nowMs: number,
  tables: TrueTables,
): CookedPiece[] {
  return liftedOf(state, formulaId).map((piece) =>
    cookedPiece(piece, trueTimeline(kitchen, pins, state, piece, nowMs, tables)),
  );
}
