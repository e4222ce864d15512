import {
  UNKNOWN_BATTER,
  UNREAD_SD_C,
  atWork,
  batterOf,
  belief,
  contradictions,
  openPrior,
  priorPosterior,
  says,
  spotField,
  spotSpreadC,
  surfaceSeen,
  weigh,
  withBatter,
  type Belief,
  type Expected,
  type NamedPrior,
  type Posterior,
  type Says,
  type Sighting,
  type Weighed,
} from '#core/adapt';
import { BENEATH_SPANS_S, surfaceForBeneath, type Cue, type TimelineTable } from '#core/piece';
import { patternOf, zoneMiddle, type SpotOnPlate } from '#core/plate';
import {
  pinnedFormula,
  pinnedStation,
  type Piece,
  type Pins,
  type Reading,
  type RunState,
  type ZoneState,
} from '#core/run';
import { discInRun, placesIn } from './batter-run.ts';
import { stationNow } from './station-now.ts';
import type { SurfaceModel } from './surface-model.ts';

/** What is believed of a zone for one formula, and what rests behind it. */
export interface ZoneBelief {
  readonly known: Belief;
  readonly weighed: Weighed;
  /** Each reading, what it says by itself, and whether another contradicts it. */
  readonly readings: readonly ReadingSaid[];
  /** Something of it was seen on pieces: it says something of the batter too. */
  readonly aboutBatter: boolean;
}

export interface ReadingSaid extends Says {
  readonly reading: Reading;
  readonly contradicted: boolean;
}

/** The table of a batter's next piece, or of a piece that was poured. */
export type TableOf = (formulaId: string, piece?: Piece) => TimelineTable;

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
  const batter = batterBefore(pins, formulaId);
  const prior = full?.assumed
    ? assumedPrior(full.assumed.sdC, batter)
    : unreadPrior(calibration?.sdC ?? UNREAD_SD_C, batter);
  const sightings = full ? sightingsOf(pins, state, full, formulaId, model, tableOf) : [];
  const { unevenC } = patternOf(stationNow(pins, state, zone.stationId), pins.roomC);
  const spreadC = spotSpreadC(unevenC);
  const weighed = weigh(prior, sightings, nowMs / 1000, { spreadC, known: calibration?.spots });
  const looks = sightings.filter((seen) => 'reading' in seen) as (Sighting & { reading: Reading })[];
  const against = contradicted(looks, spreadC);
  return {
    known: believed(weighed.posterior),
    weighed,
    readings: looks.map((look, index) => ({
      reading: look.reading,
      contradicted: against.has(index),
      ...saidBy(look),
    })),
    aboutBatter: sightings.some(
      ({ kind }) => kind === 'cue' || kind === 'notYet' || kind === 'underside' || kind === 'turn',
    ),
  };
}

/**
 * The belief of a zone with what was seen of its batter on other plates.
 * @param before what each of them began with of the batter, when runs before showed something of it
 */
export function withElsewhere(
  own: ZoneBelief,
  elsewhere: readonly ZoneBelief[],
  before: Float64Array | undefined,
): ZoneBelief {
  const others = elsewhere.filter((other) => other !== own && other.aboutBatter);
  if (others.length === 0) return own;
  const posterior = withBatter(
    own.weighed.posterior,
    others.map(({ weighed }) => weighed.posterior),
    before,
  );
  return { ...own, known: believed(posterior), weighed: { ...own.weighed, posterior } };
}

/** What every plate of a run began with of a batter; the same array for the same figures. */
export function batterBefore(pins: Pins, formulaId: string): Float64Array | undefined {
  const learned = pinnedFormula(pins, formulaId)?.learned;
  if (!learned) return undefined;
  const { lnTime, lnBrowning } = learned;
  const key = `${lnTime.mean} ${lnTime.sd} ${lnBrowning.mean} ${lnBrowning.sd}`;
  let weights = BEFORE.get(key);
  if (!weights) BEFORE.set(key, (weights = batterOf(learned)));
  return weights;
}
const BEFORE = new Map<string, Float64Array>();

/** What a posterior says, worked out once. */
function believed(posterior: Posterior): Belief {
  let known = BELIEVED.get(posterior);
  if (!known) BELIEVED.set(posterior, (known = belief(posterior)));
  return known;
}
const BELIEVED = new WeakMap<Posterior, Belief>();

const assumedPrior = named('assumed', priorPosterior);
const unreadPrior = named('open', openPrior);

/** Priors by their spread and what was known of the batter, made once. */
function named(
  name: string,
  make: (sdC: number, batter: Float64Array) => Posterior,
): (sdC: number, batter: Float64Array | undefined) => NamedPrior {
  const made = new Map<Float64Array, { readonly number: number; readonly bySd: Map<number, NamedPrior> }>();
  return (sdC, batter = UNKNOWN_BATTER) => {
    let of = made.get(batter);
    if (!of) made.set(batter, (of = { number: made.size, bySd: new Map() }));
    let prior = of.bySd.get(sdC);
    if (!prior) of.bySd.set(sdC, (prior = { key: `${name} ${of.number} ${sdC}`, posterior: make(sdC, batter) }));
    return prior;
  };
}

/** Which looks contradict another; asked at every tap, so the last answers are kept. */
function contradicted(looks: readonly Sighting[], spreadC: number): ReadonlySet<number> {
  const key = `${spreadC} ${looks.map((look) => look.key).join(';')}`;
  let against = CONTRADICTED.get(key);
  if (!against) {
    if (CONTRADICTED.size > MOST_CONTRADICTED) CONTRADICTED.clear();
    CONTRADICTED.set(key, (against = new Set(contradictions(looks, spreadC).flat())));
  }
  return against;
}
const CONTRADICTED = new Map<string, ReadonlySet<number>>();
const MOST_CONTRADICTED = 200;

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
  const list: Sighting[] = zone.swaps.map(({ atMs }) => ({
    kind: 'moved',
    ...{ atS: atMs / 1000, key: `moved ${atMs}`, errorSdC: UNREAD_SD_C },
  }));
  let colours = 0;
  for (const reading of zone.readings) {
    const base = { reading, atS: reading.atMs / 1000, spot: reading.spot };
    if (reading.method === 'piece') {
      if (reading.formulaId !== formulaId) continue; // another batter browns by its own clock
      const table = tableOf(reading.formulaId);
      const pouredAtMs = reading.atMs - reading.afterS * 1000;
      const expected = reading.spot
        ? underPour(pins, state, model, { formulaId, stationId, spot: reading.spot, pouredAtMs }, table, reading.afterS)
        : model(pouredAtMs);
      const nth = ++colours;
      const key = nameOf({ ...reading, nth }, expected, table);
      const { afterS, underside } = reading;
      list.push({ ...base, kind: 'underside', expected, table, key, afterS, seen: underside, nth } as Sighting);
    } else {
      const expected = model(reading.atMs, reading.spot);
      const key = nameOf(reading, expected);
      list.push({ reading, ...surfaceSeen(reading, station, pins.roomC, { ...base, key, expected }) } as Sighting);
    }
  }
  const count: Partial<Record<Cue, number>> = {};
  for (const piece of state.pieces.values()) {
    if (piece.formulaId !== formulaId || piece.stationId !== stationId || piece.zoneId !== zoneId) continue;
    if (piece.cues.length === 0 && piece.turn === null) continue;
    const spot = placeOf(pins, state, piece);
    const table = tableOf(formulaId, piece);
    for (const seen of piece.cues) {
      const { cue, atMs } = seen;
      const afterS = (atMs - piece.pouredAtMs) / 1000;
      const expected = underPiece(pins, state, model, piece, table, afterS);
      const nth = cue === 'notYet' ? 1 : (count[cue] = (count[cue] ?? 0) + 1);
      const key = nameOf({ ...seen, afterS, spot, nth }, expected, table);
      const of = { atS: atMs / 1000, key, spot, expected, table, afterS };
      list.push(cue === 'notYet' ? { kind: 'notYet', ...of } : { kind: 'cue', cue, nth, ...of });
    }
    // a verdict on a turn that nobody timed would speak of another moment
    if (piece.turn !== null && piece.flippedAtMs !== null && !piece.assumed.first) {
      const afterS = (piece.flippedAtMs - piece.pouredAtMs) / 1000;
      const { turn } = piece;
      const expected = underPiece(pins, state, model, piece, table, afterS);
      const key = nameOf({ turn, afterS, spot }, expected, table);
      list.push({ kind: 'turn', atS: piece.flippedAtMs / 1000, key, spot, expected, table, afterS, turn });
    }
  }
  return list;
}

/**
 * The surface before its pour by which a piece cooks as it does on its plate up to `byS` after its pour: burners,
 * neighbours and all.
 */
export function underPiece(
  pins: Pins,
  state: RunState,
  model: SurfaceModel,
  piece: Piece,
  table: TimelineTable,
  byS = Infinity,
): Expected {
  return underPour(pins, state, model, { ...piece, spot: placeOf(pins, state, piece) }, table, byS);
}

function underPour(
  pins: Pins,
  state: RunState,
  model: SurfaceModel,
  pour: Pick<Piece, 'formulaId' | 'stationId' | 'pouredAtMs'> & { readonly spot: SpotOnPlate },
  table: TimelineTable,
  byS: number,
): Expected {
  const { diameterMm } = discInRun(pins, state, pour.formulaId, pour.stationId);
  const spans = BENEATH_SPANS_S[table.input.batter.type];
  const within = spans.findLastIndex((spanS) => spanS <= byS * SPAN_REACH);
  const span = Math.max(0, within);
  const beneath = model.beneath(pour, { ...pour.spot, diameterMm }, spans[span]!);
  if (!beneath) return model(pour.pouredAtMs, pour.spot);
  return { ...beneath, modelC: surfaceForBeneath(table, beneath.modelC, span) };
}

/** A span that runs on a little past what was seen still tells of it. Assumed. */
const SPAN_REACH = 1.25;

/** A sighting's name: what was seen, and what was expected there to what a belief can tell apart. */
function nameOf(seen: object, { modelC, share, askewC }: Expected, table?: TimelineTable): string {
  const askew = askewC?.map((byC) => byC.toFixed(1)) ?? '';
  return `${JSON.stringify(seen)} ${modelC.toFixed(1)} ${share.toFixed(2)} ${askew} ${table ? numberOf(table) : ''}`;
}

/** Tables are told apart by a number each: their whole input would make long names. */
function numberOf(table: TimelineTable): number {
  let number = NUMBERS.get(table);
  if (number === undefined) NUMBERS.set(table, (number = ++lastNumber));
  return number;
}
const NUMBERS = new WeakMap<TimelineTable, number>();
let lastNumber = 0;

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

/** What is expected and believed at one of a zone's spots: what readings found there is added. */
export function atSpot(
  there: Expected,
  { known, weighed }: Pick<ZoneBelief, 'known' | 'weighed'>,
  spot: SpotOnPlate,
): { readonly expected: Expected; readonly known: Belief } {
  const guess = spotField(weighed.spots, weighed.spreadC)(atWork(spot, there));
  const kept = 1 - guess.slope;
  return {
    expected: { ...there, modelC: there.modelC + there.share * guess.interceptC },
    known: beside(known, kept, guess.sdC),
  };
}

/** A belief at a spot of which `kept` of its zone's error shows and that may be off by `sdC` besides. */
function beside(known: Belief, kept: number, sdC: number): Belief {
  const [ee, et, eb, ...ofBatter] = known.covariance;
  return {
    ...known,
    errorC: kept * known.errorC,
    errorSdC: Math.hypot(kept * known.errorSdC, sdC),
    covariance: [kept * kept * ee + sdC * sdC, kept * et, kept * eb, ...ofBatter],
  };
}
