import { linesFor, SHELF } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import {
  QUICK,
  REFERENCE,
  STANDARD_PRESSURE_PA,
  PREDICTED,
  batterProperties,
  dueS,
  simulatePiece,
  type PieceInput,
  type Predicted,
  type Resolution,
} from '#core/piece';
import { seeded } from '#core/statistics';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

const ofShelf = (name: string) => SHELF.find((body) => body.name === name)!;
const FOUR = [GRIDDLE_CAKES, SKERRY_CREPES, ofShelf('Cloud cakes'), ofShelf('Spoon crepes, rich in egg')].map((body) =>
  batterProperties(linesFor(body, 100), body.type, SHIPPED_LARDER),
);
/** Thickness of a pour of each, mm: 1–20 in all. */
const THICKNESS = [
  [3, 20],
  [1, 3],
  [8, 20],
  [1, 3],
] as const;

/** Random pieces of four batters over 160–215 °C and 1–20 mm. */
export function randomPieces(count: number, seed: number): PieceInput[] {
  const random = seeded(seed);
  const between = ([low, high]: readonly [number, number]) => low + (high - low) * random();
  return Array.from({ length: count }, (_, i) => ({
    batter: FOUR[i % 4]!,
    thicknessMm: between(THICKNESS[i % 4]!),
    batterC: between([5, 24]),
    plate: {
      surfaceC: between([160, 215]),
      arealHeatCapacityJm2K: between([9_000, 40_000]),
      recoveryWm2K: between([200, 350]),
    },
    ambientC: between([16, 28]),
    pressurePa: between([85_000, STANDARD_PRESSURE_PA]),
  }));
}

export interface CueError {
  readonly what: Predicted;
  readonly count: number;
  readonly meanS: number;
  readonly worstS: number;
  /** Of what is beyond 3 s, the worst share of its time. */
  readonly within: number;
}

/** How far one way of cutting a piece is off another, by cue; `within` is the share inside 3 s or 3 %. */
export function pieceErrors(pieces: readonly PieceInput[], quick: Resolution = QUICK, exact: Resolution = REFERENCE) {
  const errors = new Map<Predicted, { offS: number; atS: number }[]>();
  let quickMs = 0;
  let exactMs = 0;
  let oneSided = 0;
  for (const input of pieces) {
    let from = performance.now();
    const fast = simulatePiece(input, quick);
    quickMs += performance.now() - from;
    from = performance.now();
    const fine = simulatePiece(input, exact);
    exactMs += performance.now() - from;
    for (const what of PREDICTED) {
      const [a, b] = [dueS(fast, what), dueS(fine, what)];
      if (a === undefined && b === undefined) continue;
      if (a === undefined || b === undefined) oneSided += 1;
      else errors.set(what, [...(errors.get(what) ?? []), { offS: a - b, atS: b }]);
    }
  }
  const byCue = [...errors].map(([what, all]): CueError => {
    const sizes = all.map(({ offS }) => Math.abs(offS));
    return {
      what,
      count: all.length,
      meanS: sizes.reduce((sum, size) => sum + size, 0) / all.length,
      worstS: Math.max(...sizes),
      within: all.filter(({ offS, atS }) => Math.abs(offS) <= Math.max(3, 0.03 * atS)).length / all.length,
    };
  });
  return { byCue, oneSided, quickMs: quickMs / pieces.length, exactMs: exactMs / pieces.length };
}
