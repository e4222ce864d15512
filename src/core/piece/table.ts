import type { Cue, PieceTimeline, Window } from './cues.ts';
import { CUES } from './cues.ts';
import { simulatePiece, type PieceInput } from './timeline.ts';

/**
 * Timelines over the surfaces a plate may have, so that a changed estimate of heat costs an interpolation, not a
 * simulation. Rows are `stepC` apart.
 */
export interface TimelineTable {
  readonly firstC: number;
  readonly stepC: number;
  readonly rows: readonly PieceTimeline[];
}

export const TABLE_RANGE = { firstC: 130, lastC: 250, stepC: 8 } as const;

export function timelineTable(input: PieceInput): TimelineTable {
  const { firstC, lastC, stepC } = TABLE_RANGE;
  const rows: PieceTimeline[] = [];
  for (let surfaceC = firstC; surfaceC <= lastC; surfaceC += stepC) {
    rows.push(simulatePiece({ ...input, plate: { ...input.plate, surfaceC } }));
  }
  return { firstC, stepC, rows };
}

/**
 * The timeline at a surface, every time multiplied by `timeFactor` (this batter runs slower or faster than the model).
 * Linear in temperature between rows and held at the ends; a cue missing in either neighbour is missing.
 */
export function timelineAt(table: TimelineTable, surfaceC: number, timeFactor = 1): PieceTimeline {
  const { a, b, share } = neighbours(table, surfaceC);
  const mix = (x: number, y: number) => (x + share * (y - x)) * timeFactor;
  const window = (x: Window, y: Window): Window => ({
    earliestS: mix(x.earliestS, y.earliestS),
    bestS: mix(x.bestS, y.bestS),
    latestS: mix(x.latestS, y.latestS),
  });
  const cues: Partial<Record<Cue, number>> = {};
  for (const cue of CUES) {
    const x = a.cues[cue];
    const y = b.cues[cue];
    if (x !== undefined && y !== undefined) cues[cue] = mix(x, y);
  }
  const brownedAt: PieceTimeline['brownedAt'] = {};
  for (const word of ['lightGold', 'golden', 'brown', 'dark'] as const) {
    const x = a.brownedAt[word];
    const y = b.brownedAt[word];
    if (x !== undefined && y !== undefined) brownedAt[word] = mix(x, y);
  }
  const nearest = share < 0.5 ? a : b;
  return {
    cues,
    brownedAt,
    flip: window(a.flip, b.flip),
    lift: window(a.lift, b.lift),
    tooHot: nearest.tooHot,
    tooCool: nearest.tooCool,
  };
}

/** When a cue is due at a surface, seconds; nothing when that heat never shows it. */
export function cueTimeAt(table: TimelineTable, cue: Cue, surfaceC: number): number | undefined {
  const { a, b, share } = neighbours(table, surfaceC);
  const x = a.cues[cue];
  const y = b.cues[cue];
  return x === undefined || y === undefined ? undefined : x + share * (y - x);
}

/** The best flip at a surface, seconds. */
export function flipBestAt(table: TimelineTable, surfaceC: number): number {
  const { a, b, share } = neighbours(table, surfaceC);
  return a.flip.bestS + share * (b.flip.bestS - a.flip.bestS);
}

function neighbours(table: TimelineTable, surfaceC: number) {
  const position = Math.min(table.rows.length - 1, Math.max(0, (surfaceC - table.firstC) / table.stepC));
  const low = Math.min(table.rows.length - 2, Math.floor(position));
  return { a: table.rows[low]!, b: table.rows[low + 1]!, share: position - low };
}
