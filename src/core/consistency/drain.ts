import * as v from 'valibot';
import { ConsistencyFault, type Estimate } from './estimate.ts';

/**
 * Cups that drain through a hole: kinematic viscosity in mm²/s from seconds, and the seconds between which the law holds.
 * Sources, from memory: ASTM D1200 (ν = a (t − b), 20–100 s); ISO 2431 (ν = a t − b/t, 30–100 s).
 */
export const DRAIN_CUPS = {
  astm3: { law: 'offset', a: 2.31, b: 6.58, fromS: 20, toS: 100 },
  astm4: { law: 'offset', a: 3.85, b: 4.49, fromS: 20, toS: 100 },
  iso4: { law: 'inverse', a: 1.37, b: 200, fromS: 30, toS: 100 },
  iso6: { law: 'inverse', a: 6.9, b: 570, fromS: 30, toS: 100 },
} as const;
export type DrainCupId = keyof typeof DRAIN_CUPS;
export const DRAIN_CUP_IDS = Object.keys(DRAIN_CUPS) as DrainCupId[];

/** A funnel of the kitchen's own, fitted once: ν = a t − b/t. */
export const FunnelSchema = v.object({
  id: v.pipe(v.string(), v.uuid()),
  name: v.pipe(v.string(), v.trim(), v.minLength(1, 'Give the funnel a name.'), v.maxLength(40)),
  /** Seconds that water and that oil took. */
  waterS: v.pipe(v.number(), v.gtValue(0), v.maxValue(600)),
  oilS: v.pipe(v.number(), v.gtValue(0), v.maxValue(3600)),
});
export type Funnel = v.InferOutput<typeof FunnelSchema>;

/** What a funnel is fitted with at 20 °C, mm²/s. Water: IAPWS; vegetable oil 70 ± 7: from memory. */
const FITTED_WITH = { waterMm2S: 1.004, oilMm2S: 70, oilSpreadMm2S: 7 } as const;

/** How well a thumb and an eye time a stream that breaks, s. Assumed. */
const TIMING_SD_S = 0.3;
/** Spread of the published laws against a hand-held cup. Assumed. */
const LAW_SD = 0.04;
/** A funnel is trusted this far beyond what it was fitted with. */
const FUNNEL_REACH = 4;

export interface FunnelLaw {
  readonly a: number;
  readonly b: number;
  /** Standard deviation of ln ν that comes from the oil and the timing of the fit. */
  readonly sdLn: number;
}

/**
 * ν = a t − b/t through two known liquids. The oil is only known to a tenth, and that stays in every reading.
 * @throws ConsistencyFault when oil was not slower than water
 */
export function fitFunnel({ waterS, oilS }: Pick<Funnel, 'waterS' | 'oilS'>): FunnelLaw {
  if (!(waterS > 0)) throw new ConsistencyFault('notPositive', 'The time of water must be above zero.', 'waterS');
  if (!(oilS > waterS))
    throw new ConsistencyFault('funnelOrder', 'Oil must take longer than water: time both again.', 'oilS', waterS);
  const { waterMm2S, oilMm2S, oilSpreadMm2S } = FITTED_WITH;
  const a = (oilMm2S * oilS - waterMm2S * waterS) / (oilS ** 2 - waterS ** 2);
  const b = a * waterS ** 2 - waterMm2S * waterS;
  return { a, b, sdLn: Math.hypot(oilSpreadMm2S / oilMm2S, TIMING_SD_S / oilS) };
}

/** Through what it drained: a cup with a published law, or the kitchen's funnel. */
export type Drain = { readonly cup: DrainCupId } | { readonly funnel: Pick<Funnel, 'waterS' | 'oilS'> };

/**
 * Viscosity of a thin batter from its drain time, Pa·s.
 * @throws ConsistencyFault when the time lies outside what the law allows
 */
export function viscosityOfDrain(drain: Drain, seconds: number, densityKgM3: number): Estimate {
  if (!(seconds > 0)) throw new ConsistencyFault('notPositive', 'The time must be above zero.', 'seconds');
  const { mm2S, slope, sdLn } = 'cup' in drain ? byCup(drain.cup, seconds) : byFunnel(drain.funnel, seconds);
  return {
    quantity: 'viscosity',
    value: mm2S * 1e-6 * densityKgM3,
    sdLn: Math.hypot(sdLn, (slope * TIMING_SD_S) / mm2S),
  };
}

interface Kinematic {
  readonly mm2S: number;
  /** dν/dt, mm²/s². */
  readonly slope: number;
  readonly sdLn: number;
}

function byCup(id: DrainCupId, seconds: number): Kinematic {
  const cup = DRAIN_CUPS[id];
  inReach(seconds, cup.fromS, cup.toS);
  return cup.law === 'offset'
    ? { mm2S: cup.a * (seconds - cup.b), slope: cup.a, sdLn: LAW_SD }
    : { mm2S: cup.a * seconds - cup.b / seconds, slope: cup.a + cup.b / seconds ** 2, sdLn: LAW_SD };
}

function byFunnel(funnel: Pick<Funnel, 'waterS' | 'oilS'>, seconds: number): Kinematic {
  const { a, b, sdLn } = fitFunnel(funnel);
  inReach(seconds, funnel.waterS, funnel.oilS * FUNNEL_REACH);
  return { mm2S: a * seconds - b / seconds, slope: a + b / seconds ** 2, sdLn: Math.hypot(sdLn, LAW_SD) };
}

function inReach(seconds: number, fromS: number, toS: number): void {
  if (seconds <= fromS)
    throw new ConsistencyFault(
      'tooQuick',
      `Quicker than ${fromS} s says nothing here: time it again, or take a smaller hole.`,
      'seconds',
      fromS,
    );
  if (seconds > toS)
    throw new ConsistencyFault(
      'tooSlow',
      `Slower than ${Math.round(toS)} s says nothing here: take a larger hole, or thin it first.`,
      'seconds',
      toS,
    );
}

/** Seconds in which a batter of this viscosity drains: what to aim for. Null outside the law's reach. */
export function secondsFor(drain: Drain, viscosityPaS: number, densityKgM3: number): number | null {
  const mm2S = (viscosityPaS / densityKgM3) * 1e6;
  if ('cup' in drain) {
    const cup = DRAIN_CUPS[drain.cup];
    const seconds = cup.law === 'offset' ? mm2S / cup.a + cup.b : root(cup.a, cup.b, mm2S);
    return seconds > cup.fromS && seconds <= cup.toS ? seconds : null;
  }
  const { a, b } = fitFunnel(drain.funnel);
  const seconds = root(a, b, mm2S);
  return seconds > drain.funnel.waterS && seconds <= drain.funnel.oilS * FUNNEL_REACH ? seconds : null;
}

/** The time at which a t − b/t is `mm2S`. */
function root(a: number, b: number, mm2S: number): number {
  return (mm2S + Math.sqrt(mm2S ** 2 + 4 * a * b)) / (2 * a);
}
