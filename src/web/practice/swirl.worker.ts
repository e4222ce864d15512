import { expose, transfer } from 'comlink';
import {
  SwirlPractice,
  bareTowards,
  bestCourse,
  levelPour,
  levelSetup,
  steered,
  swirlResult,
  type Held,
  type SwirlLevel,
  type SwirlMoment,
  type SwirlResult,
} from '#core/swirl';

/** A film as it lies, and how far it has come. */
export interface Frame {
  /** Row by row from the back, mm; below zero beside the pan. */
  readonly depthMm: Float32Array;
  readonly columns: number;
  readonly atS: number;
  readonly over: boolean;
  readonly held: Held;
  readonly bare: ReturnType<typeof bareTowards>;
}

const MM = 1000;
const BESIDE = -1;

let practice: SwirlPractice | undefined;
let levelOf: SwirlLevel = 'forgiving';
let best: SwirlPractice | undefined;
let bestOf = '';

const trainer = {
  /** The pan dry, and the pour begins. */
  begin(level: SwirlLevel, cells: number): Frame {
    practice = new SwirlPractice(levelSetup(level, cells), levelPour(level));
    levelOf = level;
    return frame(practice, { rightDeg: 0, frontDeg: 0 });
  },

  /** On by a span; by the computed hand where nobody holds the pan. */
  advance(spanS: number, held: Held | null): Frame {
    if (!practice) throw new Error('No pour has begun.');
    const by = held ?? steered(practice.pan, levelOf);
    practice.advance(spanS, by);
    return frame(practice, by);
  },

  /** What it came to, beside the computed hand on the same pour. */
  result(level: SwirlLevel): { readonly result: SwirlResult; readonly moments: readonly SwirlMoment[] } {
    if (!practice) throw new Error('No pour has begun.');
    if (!best || bestOf !== level) [best, bestOf] = [bestCourse(level, BEST_CELLS), level];
    return { result: swirlResult(practice, best.moments), moments: practice.moments };
  },
};
export type SwirlTrainer = typeof trainer;

/** The computed hand is followed on so many cells: enough for its course. */
const BEST_CELLS = 48;

function frame({ pan, over }: SwirlPractice, held: Held): Frame {
  const { plate, mobile, set, columns } = pan.film;
  const depthMm = new Float32Array(plate.length);
  for (let i = 0; i < plate.length; i++) depthMm[i] = plate[i]! > 0 ? MM * (mobile[i]! + set[i]!) : BESIDE;
  return transfer({ depthMm, columns, atS: pan.atS, over, held, bare: bareTowards(pan) }, [depthMm.buffer]);
}

expose(trainer);
