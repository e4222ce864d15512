import {
  UNKNOWN_BATTER,
  atWork,
  batterOf,
  belief,
  contradictions,
  openPrior,
  priorPosterior,
  says,
  spotField,
  spotSpreadC,
  unreadSdC,
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
import { patternOf, type SpotOnPlate } from '#core/plate';
import { pinnedFormula, pinnedStation, type Pins, type Reading, type RunState, type ZoneState } from '#core/run';
import { stationNow, zoneOf } from '#core/setup';
import type { SurfaceModel } from './surface-model.ts';
import { sightingsOf, type TableOf } from './observations.ts';

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
  const station = stationNow(pins, state, zone.stationId);
  const prior = full?.assumed
    ? assumedPrior(full.assumed.sdC, batter)
    : unreadPrior(calibration?.sdC ?? unreadSdC(station, zoneOf(station, zone.zoneId)), batter);
  const sightings = full ? sightingsOf(pins, state, full, formulaId, model, tableOf, nowMs) : [];
  const { unevenC } = patternOf(station, pins.roomC);
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
    aboutBatter: sightings.some(({ kind }) => kind !== 'surface' && kind !== 'moved' && kind !== 'turned'),
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
