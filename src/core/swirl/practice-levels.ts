import type { SwirlSetup } from './pan-film.ts';
import { thinBatter } from './rheology.ts';

/** From forgiving to wicked. */
export const SWIRL_LEVELS = ['forgiving', 'usual', 'hot', 'thick', 'little', 'askew', 'spreader', 'bottle'] as const;
export type SwirlLevel = (typeof SWIRL_LEVELS)[number];

/** What a level pours: pan, batter, heat, amount, and how far the pan stands askew when it is held level. Invented. */
export interface LevelPour {
  readonly panMm: number;
  readonly viscosityPaS: number;
  readonly surfaceC: number;
  readonly volumeMl: number;
  readonly askewDeg: number;
  /** Drawn out with a blade that leaves it so deep, mm; else the pan is tilted. */
  readonly leavesMm?: number;
  /** Poured from a bottle that is led over the plate, and empty after so long, s; else into the middle. */
  readonly bottleS?: number;
}

/** What a hand leads: the pan, a blade on it, or a bottle over it. */
export type SwirlTool = 'pan' | 'blade' | 'bottle';
/** Invented: each harder than the one before in one way. */
const POURS: Readonly<Record<SwirlLevel, LevelPour>> = {
  forgiving: { panMm: 240, viscosityPaS: 0.03, surfaceC: 150, volumeMl: 75, askewDeg: 0 },
  usual: { panMm: 240, viscosityPaS: 0.06, surfaceC: 175, volumeMl: 60, askewDeg: 0 },
  hot: { panMm: 250, viscosityPaS: 0.09, surfaceC: 215, volumeMl: 65, askewDeg: 0 },
  thick: { panMm: 240, viscosityPaS: 0.18, surfaceC: 170, volumeMl: 85, askewDeg: 0 },
  little: { panMm: 260, viscosityPaS: 0.04, surfaceC: 180, volumeMl: 48, askewDeg: 0 },
  askew: { panMm: 240, viscosityPaS: 0.06, surfaceC: 180, volumeMl: 65, askewDeg: 4 },
  spreader: { panMm: 330, viscosityPaS: 0.12, surfaceC: 190, volumeMl: 105, askewDeg: 0, leavesMm: 1 },
  bottle: { panMm: 300, viscosityPaS: 0.25, surfaceC: 180, volumeMl: 130, askewDeg: 0, bottleS: 8 },
};
/** A pan that is tilted has a low wall. Common practice, no source: it flares, so that a crepe slides out. */
const PAN_WALL = { slopeDeg: 40, wideMm: 12 } as const;
/** Of a steel pan of 2.5 mm, J/(m² K), and of a batter from the counter. Invented. */
const STEEL_JM2K = 9600;
const BATTER_C = 20; // Invented.
const DENSITY_KG_M3 = 1080; // Invented.

export function levelPour(level: SwirlLevel): LevelPour {
  return POURS[level];
}

export function toolOf({ leavesMm, bottleS }: LevelPour): SwirlTool {
  if (bottleS !== undefined) return 'bottle';
  return leavesMm === undefined ? 'pan' : 'blade';
}

/** The base's part of a level's pan, wall and all, across. */
export function basePart(level: SwirlLevel): number {
  const { panMm } = POURS[level];
  return toolOf(POURS[level]) === 'pan' ? panMm / (panMm + 2 * PAN_WALL.wideMm) : 1;
}

export function levelSetup(level: SwirlLevel, cells: number): SwirlSetup {
  const { panMm, viscosityPaS, surfaceC, leavesMm } = POURS[level];
  return {
    base: { kind: 'round', diameterMm: panMm },
    batter: thinBatter(viscosityPaS, DENSITY_KG_M3),
    batterC: BATTER_C,
    plate: { surfaceC, arealHeatCapacityJm2K: STEEL_JM2K, fedWm2: 0 },
    cells,
    ...(toolOf(POURS[level]) === 'pan' && { wall: PAN_WALL }),
    ...(leavesMm !== undefined && { way: { leavesM: leavesMm / 1000, inPaSn: viscosityPaS } }),
  };
}
