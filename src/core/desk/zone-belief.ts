import {
  UNREAD_SD_C,
  belief,
  contradictions,
  openPrior,
  priorPosterior,
  says,
  spotField,
  spotSpreadC,
  surfaceSeen,
  weigh,
  type Belief,
  type Expected,
  type Says,
  type Sighting,
  type Weighed,
} from '#core/adapt';
import type { TimelineTable } from '#core/piece';
import { besideZoneC, patternOf, zoneMiddle, type SpotOnPlate, type StationBody } from '#core/plate';
import { pinnedStation, type Pins, type Reading, type RunState, type ZoneState } from '#core/run';
import { placesIn } from './batter-run.ts';
import { stationNow } from './station-now.ts';
import type { SurfaceModel } from './surface-model.ts';

/** What is believed of a zone for one formula, and what rests behind it. */
export interface ZoneBelief {
  readonly known: Belief;
  readonly weighed: Weighed;
  /** Each reading, what it says by itself, and whether another contradicts it. */
  readonly readings: readonly ReadingSaid[];
}

export interface ReadingSaid extends Says {
  readonly reading: Reading;
  readonly contradicted: boolean;
}

/** Tables of the pieces a zone may see, by batter. */
export type TableOf = (formulaId: string) => TimelineTable;

/**
 * What is believed of one zone for one formula after all that was read and seen on it up to `nowMs`: the calibration it
 * began with, readings of every kind, cues and not-yets of its pieces, and the burners it was moved to.
 */
export function zoneBelief(
  pins: Pins,
  state: RunState,
  zone: ZoneState | { readonly stationId: string; readonly zoneId: string },
  formulaId: string,
  model: SurfaceModel,
  tableOf: TableOf,
  nowMs: number,
): ZoneBelief {
  const calibration = pinnedStation(pins, zone.stationId)?.calibration?.find((each) => each.zoneId === zone.zoneId);
  const full: ZoneState | undefined = 'readings' in zone ? zone : undefined;
  const prior = full?.assumed ? priorPosterior(full.assumed.sdC) : openPrior(calibration?.sdC ?? UNREAD_SD_C);
  const sightings = full ? sightingsOf(pins, state, full, formulaId, model, tableOf) : [];
  const { unevenC } = patternOf(stationNow(pins, state, zone.stationId), pins.roomC);
  const spreadC = spotSpreadC(unevenC);
  const weighed = weigh(prior, sightings, nowMs / 1000, { spreadC, known: calibration?.spots });
  const looks = sightings.filter((seen) => 'reading' in seen) as (Sighting & { reading: Reading })[];
  const against = new Set(contradictions(looks, spreadC).flat());
  return {
    known: belief(weighed.posterior),
    weighed,
    readings: looks.map((look, index) => ({
      reading: look.reading,
      contradicted: against.has(index),
      ...saidBy(look),
    })),
  };
}

function saidBy(look: Sighting): Says {
  if (look.kind === 'surface') return says(look.likelihood);
  return { lowC: null, highC: null };
}

function sightingsOf(
  pins: Pins,
  state: RunState,
  zone: ZoneState,
  formulaId: string,
  model: SurfaceModel,
  tableOf: TableOf,
): Sighting[] {
  const { stationId, zoneId } = zone;
  const station = stationNow(pins, state, stationId);
  const expectedAt = (atMs: number, spot: SpotOnPlate | undefined): Expected => {
    const zoneItself = model(atMs);
    if (!spot) return zoneItself;
    return { ...zoneItself, modelC: zoneItself.modelC + besideZoneC(station, spot, zoneItself.modelC, pins.roomC) };
  };
  const list: Sighting[] = zone.swaps.map(({ atMs }) => ({
    kind: 'moved',
    ...{ atS: atMs / 1000, errorSdC: UNREAD_SD_C },
  }));
  for (const reading of zone.readings) {
    const base = { reading, atS: reading.atMs / 1000, spot: reading.spot };
    if (reading.method === 'piece') {
      if (reading.formulaId !== formulaId) continue; // another batter browns by its own clock
      list.push({
        ...base,
        kind: 'underside',
        expected: expectedAt(reading.atMs - reading.afterS * 1000, reading.spot),
        table: tableOf(reading.formulaId),
        ...{ afterS: reading.afterS, seen: reading.underside },
      } as Sighting);
    } else {
      const expected = expectedAt(reading.atMs, reading.spot);
      list.push({ reading, ...surfaceSeen(reading, station, pins.roomC, { ...base, expected }) } as Sighting);
    }
  }
  for (const piece of state.pieces.values()) {
    if (piece.formulaId !== formulaId || piece.stationId !== stationId || piece.zoneId !== zoneId) continue;
    if (piece.cues.length === 0) continue;
    const spot = placeOf(pins, state, piece);
    const expected = expectedAt(piece.pouredAtMs, spot);
    const table = tableOf(formulaId);
    for (const { cue, atMs } of piece.cues) {
      const seen = { atS: atMs / 1000, spot, expected, table, afterS: (atMs - piece.pouredAtMs) / 1000 };
      list.push(cue === 'notYet' ? { kind: 'notYet', ...seen } : { kind: 'cue', cue, ...seen });
    }
  }
  return list;
}

/** Where a piece lies: its place, or the middle of its zone when places were laid anew since. */
export function placeOf(
  pins: Pins,
  state: RunState,
  piece: { readonly formulaId: string; readonly stationId: string; readonly zoneId: string; readonly placeId: string },
): SpotOnPlate {
  const place = placesIn(pins, state, piece.formulaId, piece.stationId).find(({ id }) => id === piece.placeId);
  return place ?? zoneMiddle(stationNow(pins, state, piece.stationId), piece.zoneId);
}

/** The surface that is believed where the model expects one and the belief knows its error, °C. */
export function believedC({ modelC, share }: Expected, { errorC }: Pick<Belief, 'errorC'>): number {
  return modelC + share * errorC;
}

/** A zone's model and belief at one of its spots: what the plate model holds beside the zone, and what readings found there. */
export function atSpot(
  pins: Pins,
  station: StationBody,
  zoneItself: Expected,
  { known, weighed }: Pick<ZoneBelief, 'known' | 'weighed'>,
  spot: SpotOnPlate,
): { readonly expected: Expected; readonly known: Belief } {
  const guess = spotField(weighed.spots, weighed.spreadC)(spot);
  const kept = 1 - guess.slope;
  return {
    expected: {
      ...zoneItself,
      modelC:
        zoneItself.modelC +
        besideZoneC(station, spot, zoneItself.modelC, pins.roomC) +
        zoneItself.share * guess.interceptC,
    },
    known: {
      ...known,
      errorC: kept * known.errorC,
      errorSdC: Math.hypot(kept * known.errorSdC, guess.sdC),
      covariance: kept * known.covariance,
    },
  };
}
