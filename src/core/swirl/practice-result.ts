import { filmShape, type FilmShape } from './measures.ts';
import { COVERS } from './outlook.ts';
import type { SwirlMoment, SwirlPractice } from './practice.ts';

/** What came of a swirl. */
export interface SwirlResult {
  readonly score: number;
  readonly shape: FilmShape;
  readonly tookS: number;
  /** When it fell behind what a computed hand had covered by then, s; null: it never did. */
  readonly wrongAtS: number | null;
}

/** How the score is shared: covered, even, without holes, quick. Invented. */
const POINTS = { covered: 60, even: 20, whole: 10, quick: 10 } as const;
/** Unevenness that earns nothing, and seconds that do. Invented. */
const UNEVEN_NONE = 0.6;
const QUICK_S = [4, 12] as const; // Invented.
/** Coverage below which nothing is earned: as far as a pour spreads by itself. Invented. */
const COVERED_FROM = 0.4;
/** So far behind the computed hand a swirl went wrong. Invented. */
const BEHIND = 0.1;

export function swirlResult(done: SwirlPractice, best: readonly SwirlMoment[]): SwirlResult {
  const shape = filmShape(done.pan.film);
  const share = (value: number) => Math.min(1, Math.max(0, value));
  const final = done.moments.findLast((moment) => moment.coverage < shape.coverage - 0.005)?.atS ?? 0;
  const covered = share((shape.coverage - COVERED_FROM) / (1 - COVERED_FROM));
  const score = Math.round(
    POINTS.covered * covered +
      covered *
        (POINTS.even * share(1 - shape.unevenness / UNEVEN_NONE) +
          (shape.holes.length === 0 ? POINTS.whole : 0) +
          POINTS.quick * share((QUICK_S[1] - final) / (QUICK_S[1] - QUICK_S[0]))),
  );
  const bestAt = (atS: number) => best.findLast((moment) => moment.atS <= atS)?.coverage ?? 0;
  const wrong = done.moments.find(({ atS, coverage }) => coverage < bestAt(atS) - BEHIND);
  return { score, shape, tookS: final, wrongAtS: wrong && shape.coverage < COVERS ? wrong.atS : null };
}
