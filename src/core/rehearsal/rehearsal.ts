import type { Memo } from '#core/memo';
import type { Payload, StoredEvent } from '#core/run';
import type { Kitchen } from './kitchen.ts';
import type { TrueOutcome } from './lying-piece.ts';
import type { RehearsalRun } from './rehearsal-run.ts';

/** By what hands turn a piece: the board's prompts, a mean of the best moments so far, or a clock set on the first panful. */
export const POLICIES = ['predicted', 'mean', 'timer'] as const;
export type Policy = (typeof POLICIES)[number];
/** Whether every hand is tapped and cues are told, or rows are tapped, a fifth of the taps come late and nothing is told. */
export const ATTENTIONS = ['full', 'lazy'] as const;
export type Attention = (typeof ATTENTIONS)[number];

export interface Rehearsal {
  readonly kitchen: Kitchen;
  readonly run: RehearsalRun;
  readonly policy: Policy;
  readonly attention: Attention;
  readonly seed: number;
  /** What another morning in this kitchen left, the day before. */
  readonly before?: Payload<'run-learned'> | null;
  /** What the desk has worked out, when several rehearsals share it: it holds nothing of the truth. */
  readonly memo?: Memo;
}

/** One piece of a rehearsal: what was done with it and what would have been right. */
export interface RehearsedPiece extends TrueOutcome {
  readonly pieceId: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly placeId: string;
  /** The first of its zone, poured alone to learn from. */
  readonly test: boolean;
  /** The flip the board would have shown when the piece was poured, s from the pour, and its spread. */
  readonly predicted: { readonly bestS: number; readonly spreadS: number } | null;
  /** The last the board said before the flip. */
  readonly predictedAtFlipS: number | null;
  readonly liftedS: number;
}

export interface RehearsalResult {
  readonly events: readonly StoredEvent[];
  readonly pieces: readonly RehearsedPiece[];
  /** What it would leave for the next morning, were it a real one. */
  readonly learned: Payload<'run-learned'> | null;
}
