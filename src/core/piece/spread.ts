import type { PieceTimeline } from './cues.ts';
import { CUES } from './cues.ts';
import { PIECE_PARAMETERS, type Kinetics, type PieceParameters } from './parameters.ts';
import type { PieceInput } from './poured-piece.ts';
import { simulatePiece } from './timeline.ts';

/** What is predicted of a piece and may be off. */
export const PREDICTED = [...CUES, 'flip', 'lift', 'brown', 'dark'] as const;
export type Predicted = (typeof PREDICTED)[number];

const faster = (kinetics: Kinetics, factor: number): Kinetics => ({
  ...kinetics,
  ratePerS: kinetics.ratePerS * factor,
});

/** One thing that differs between kitchens and batters: its spread as a logarithm, and the input it makes. */
interface Uncertain {
  readonly name: string;
  readonly sdLn: number;
  readonly with: (input: PieceInput, parameters: PieceParameters, factor: number) => PieceInput;
}
const parameter = (
  name: string,
  sdLn: number,
  change: (p: PieceParameters, factor: number) => Partial<PieceParameters>,
) =>
  ({
    name,
    sdLn,
    with: (input, p, factor) => ({ ...input, parameters: { ...p, ...change(p, factor) } }),
  }) satisfies Uncertain;

/** Spreads of what the model does not know. Assumed, from the width of the trade's ranges; not the plate's own error. */
export const UNCERTAIN: readonly Uncertain[] = [
  parameter('contact', 0.1, (p, f) => ({
    contactWetWm2K: p.contactWetWm2K * f,
    contactDryWm2K: p.contactDryWm2K * f,
  })),
  parameter('contact of a stiff face', 0.12, (p, f) => ({ stiffContact: Math.min(1, p.stiffContact * f) })),
  parameter('steam vented', 0.2, (p, f) => ({ vented: Math.min(1, p.vented * f) })),
  parameter('depth of condensing', 0.2, (p, f) => ({ condensingMm: p.condensingMm * f })),
  parameter('face in the air', 0.2, (p, f) => ({ topConvectionWm2K: p.topConvectionWm2K * f })),
  parameter('setting', 0.2, (p, f) => ({ starch: faster(p.starch, f), egg: faster(p.egg, f) })),
  parameter('browning', 0.25, (p, f) => ({ browning: faster(p.browning, f) })),
  parameter('bubbles', 0.25, (p, f) => ({
    rimBurstsPerCm2: p.rimBurstsPerCm2 * f,
    coveredBurstsPerCm2: p.coveredBurstsPerCm2 * f,
  })),
  parameter('holes', 0.3, (p, f) => ({ holesStayGain: Math.max(1, p.holesStayGain * f) })),
  parameter('rim', 0.08, (p, f) => ({ rimThickness: p.rimThickness * f })),
  { name: 'thickness', sdLn: 0.04, with: (input, _p, f) => ({ ...input, thicknessMm: input.thicknessMm * f }) },
];

/** When something is due; nothing when it never comes. */
export function dueS(timeline: PieceTimeline, what: Predicted): number | undefined {
  if (what === 'flip') return timeline.flip.bestS;
  if (what === 'lift') return timeline.lift.bestS;
  if (what === 'brown' || what === 'dark') return timeline.brownedAt[what];
  return timeline.cues[what];
}

/** How the moments of a piece answer to one thing: ∂ ln t / ∂ ln of it, as far as both come. */
export interface Answer {
  readonly name: string;
  readonly sdLn: number;
  readonly slopes: Partial<Record<Predicted, number>>;
}

/** Sensitivity of every predicted moment to every uncertain thing, by one simulation each at half its spread. */
export function sensitivities(input: PieceInput): Answer[] {
  const parameters = input.parameters ?? PIECE_PARAMETERS;
  const usual = simulatePiece(input);
  return UNCERTAIN.map(({ name, sdLn, with: changed }) => {
    const step = sdLn / 2;
    const other = simulatePiece(changed(input, parameters, Math.exp(step)));
    const slopes: Partial<Record<Predicted, number>> = {};
    for (const what of PREDICTED) {
      const [from, to] = [dueS(usual, what), dueS(other, what)];
      if (from !== undefined && to !== undefined && from > 0 && to > 0) slopes[what] = Math.log(to / from) / step;
    }
    return { name, sdLn, slopes };
  });
}

/** Spread of ln t of every predicted moment, from the spreads of what is uncertain: first order, taken as independent. */
export function spreadLn(input: PieceInput): Partial<Record<Predicted, number>> {
  const variances: Partial<Record<Predicted, number>> = {};
  for (const { sdLn, slopes } of sensitivities(input)) {
    for (const what of PREDICTED) {
      const slope = slopes[what];
      if (slope !== undefined) variances[what] = (variances[what] ?? 0) + (slope * sdLn) ** 2;
    }
  }
  const spreads: Partial<Record<Predicted, number>> = {};
  for (const what of PREDICTED) {
    const variance = variances[what];
    if (variance !== undefined) spreads[what] = Math.sqrt(variance);
  }
  return spreads;
}
