import type { RunView } from '#core/setup';
import {
  atWork,
  batterOf,
  batterWeights,
  belief,
  contradictions,
  likelihoodOf,
  says,
  spotSpreadC,
  unreadSdC,
  weigh,
  withBatter,
  writtenOut,
  type Belief,
  type Expected,
  type Posterior,
  type Prior,
  type Says,
  type Observation,
  type Weighed,
} from '#core/inference';
import type { Memo, Question } from '#core/memo';
import { patternOf, type SpotOnPlate } from '#core/plate';
import { pinnedFormula, pinnedStation, type Reading, type ZoneState } from '#core/run';
import { stationNow, zoneOf } from '#core/setup';
import type { SurfaceModel } from './surface-model.ts';
import { observationsOf, type TableOf } from './observations.ts';

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
  run: RunView,
  zone: ZoneState | { readonly stationId: string; readonly zoneId: string },
  formulaId: string,
  model: SurfaceModel,
  tableOf: TableOf,
  nowMs: number,
): ZoneBelief {
  const calibration = pinnedStation(run.pins, zone.stationId)?.calibration?.find((each) => each.zoneId === zone.zoneId);
  const full: ZoneState | undefined = 'readings' in zone ? zone : undefined;
  const batter = pinnedFormula(run.pins, formulaId)?.learned;
  const station = stationNow(run, zone.stationId);
  const prior: Prior = {
    ...(full?.assumed
      ? { kind: 'assumed', errorSdC: full.assumed.sdC }
      : { kind: 'open', errorSdC: calibration?.sdC ?? unreadSdC(station, zoneOf(station, zone.zoneId)) }),
    batter,
  };
  const observations = full ? observationsOf(run, full, formulaId, model, tableOf, nowMs) : [];
  const { unevenC } = patternOf(station, run.pins.roomC, run.memo);
  const spreadC = spotSpreadC(unevenC);
  const weighed = weigh(prior, observations, nowMs / 1000, run.memo, { spreadC, known: calibration?.spots });
  const looks = observations.filter((seen) => 'reading' in seen) as (Observation & { reading: Reading })[];
  const against = contradicted(looks, spreadC, run.memo);
  return {
    known: believed(weighed.posterior, run.memo),
    weighed,
    readings: looks.map((look, index) => ({
      reading: look.reading,
      contradicted: against.has(index),
      ...saidBy(look),
    })),
    aboutBatter: observations.some(({ kind }) => kind !== 'surface' && kind !== 'moved' && kind !== 'turned'),
  };
}

/**
 * The belief of a zone with what was seen of its batter on other plates.
 * @param before what each of them began with of the batter, when runs before showed something of it
 */
export function withPooledBatter(
  own: ZoneBelief,
  elsewhere: readonly ZoneBelief[],
  before: Float64Array | undefined,
  memo: Memo,
): ZoneBelief {
  const others = elsewhere.filter((other) => other !== own && other.aboutBatter);
  if (others.length === 0) return own;
  const posterior = withBatter(
    own.weighed.posterior,
    others.map(({ weighed: { posterior } }) => memo.of(OF_BATTER_ALONE, posterior, () => batterWeights(posterior))),
    before,
  );
  return { ...own, known: belief(posterior), weighed: { ...own.weighed, posterior } };
}

const OF_BATTER_ALONE: Pick<Question<Float64Array>, 'name' | 'answer'> = { name: 'batter of a posterior' };

/** What every plate of a run began with of a batter. */
export function batterPrior(run: RunView, formulaId: string): Float64Array | undefined {
  const learned = pinnedFormula(run.pins, formulaId)?.learned;
  return learned && run.memo.of(BEFORE, learned, () => batterOf(learned));
}
const BEFORE: Pick<Question<Float64Array>, 'name' | 'answer'> = { name: 'batter before' };

/** What a posterior says, worked out once. */
function believed(posterior: Posterior, memo: Memo): Belief {
  return memo.of(BELIEVED, posterior, () => belief(posterior));
}
const BELIEVED: Pick<Question<Belief>, 'name' | 'answer'> = { name: 'belief of a posterior' };

/** Which looks contradict another; asked at every tap, so the last answers are kept. */
function contradicted(looks: readonly Observation[], spreadC: number, memo: Memo): ReadonlySet<number> {
  const written = `${spreadC} ${looks.map((look) => writtenOut(look, memo)).join()}`;
  return memo.recall(CONTRADICTED, written, () => new Set(contradictions(looks, memo, spreadC).flat()));
}
const CONTRADICTED: Question<ReadonlySet<number>> = { name: 'looks contradicted', most: 200 };

function saidBy(look: Observation): Says {
  if (look.kind === 'surface') return says(likelihoodOf(look));
  return { lowC: null, highC: null };
}

/** The surface that is believed where the model expects one and the belief knows its error, °C. */
export function believedC({ modelC, sensitivity }: Expected, { errorC }: Pick<Belief, 'errorC'>): number {
  return modelC + sensitivity * errorC;
}

/** What is expected and believed at one of a zone's spots: what readings found there is added. */
export function atSpot(
  there: Expected,
  { known, weighed }: Pick<ZoneBelief, 'known' | 'weighed'>,
  spot: SpotOnPlate,
): { readonly expected: Expected; readonly known: Belief } {
  const guess = weighed.field(atWork(spot, there));
  const kept = 1 - guess.slope;
  return {
    expected: { ...there, modelC: there.modelC + there.sensitivity * guess.interceptC },
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
