import * as v from 'valibot';
import type { BatterType } from '#core/formula';
import { quantityOf } from './aim.ts';
import { DRAIN_CUP_IDS, viscosityOfDrain, type Drain, type Funnel } from './drain.ts';
import { ConsistencyFault, type Estimate } from './estimate.ts';
import { yieldStressOfSpread } from './spread-plate.ts';
import { estimateOfTexture, TEXTURE_WORDS } from './textures.ts';

const Positive = (max: number) => v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(max));

/** What a cook measured, as it was measured: what it means follows from the laws of the day. */
export const ConsistencyReadingSchema = v.variant('method', [
  v.object({
    method: v.literal('spread'),
    volumeMl: Positive(1000),
    diameterMm: Positive(1000),
    ringMm: v.optional(Positive(1000)),
  }),
  v.object({ method: v.literal('cup'), cup: v.picklist(DRAIN_CUP_IDS), seconds: Positive(3600) }),
  v.object({ method: v.literal('funnel'), funnelId: v.pipe(v.string(), v.uuid()), seconds: Positive(3600) }),
  v.object({ method: v.literal('texture'), texture: v.picklist(TEXTURE_WORDS) }),
  /** It falls as it should: the cook's own eye on the way to what the formula wants. */
  v.object({ method: v.literal('asWanted') }),
]);
export type ConsistencyReading = v.InferOutput<typeof ConsistencyReadingSchema>;

/**
 * What a reading says of a batter of this type.
 * @throws ConsistencyFault when it cannot be so: outside the law, or a test that says nothing of such a batter
 */
export function estimateOf(
  reading: ConsistencyReading,
  type: BatterType,
  densityKgM3: number,
  funnels: readonly Funnel[],
): Estimate {
  const estimate = measured(reading, densityKgM3, funnels);
  if (estimate.quantity !== quantityOf(type))
    throw new ConsistencyFault(
      estimate.quantity === 'yieldStress' ? 'thinRunsOff' : 'notForThick',
      estimate.quantity === 'yieldStress'
        ? 'A thin batter is timed through a cup or funnel, not spread on a plate.'
        : 'A thick batter does not drain by itself: pour it on a level plate.',
      'method',
    );
  return estimate;
}

function measured(reading: ConsistencyReading, densityKgM3: number, funnels: readonly Funnel[]): Estimate {
  if (reading.method === 'spread') return yieldStressOfSpread(reading, densityKgM3);
  if (reading.method === 'asWanted')
    throw new ConsistencyFault('notForThick', 'What is wanted is its formula’s to say.', 'method');
  if (reading.method === 'texture') return estimateOfTexture(reading.texture);
  const drain: Drain =
    reading.method === 'cup' ? { cup: reading.cup } : { funnel: funnelOf(reading.funnelId, funnels) };
  return viscosityOfDrain(drain, reading.seconds, densityKgM3);
}

function funnelOf(id: string, funnels: readonly Funnel[]): Funnel {
  const funnel = funnels.find((each) => each.id === id);
  if (!funnel) throw new ConsistencyFault('notPositive', 'This funnel was not fitted in this kitchen.', 'funnelId');
  return funnel;
}
