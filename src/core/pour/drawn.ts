import { STANDARD_GRAVITY_MS2 } from '#core/units';
import { strokesOf, type FigureName } from './data-figures.ts';
import type { PlacePour } from './place-pour.ts';

/** A line of batter drawn with a bottle, once it has stopped running. */
export interface Bead {
  /** What a metre of it takes, m³. */
  readonly m3PerM: number;
  /** Its mean thickness, m. */
  readonly thicknessM: number;
}

/**
 * What a line of a width holds when it has come to rest: a ridge of a yield stress, h² = 2 τ_y (L − x) / (ρ g) from its
 * edges, so (4/3)·√(2 τ_y / ρ g)·L^1.5 of ground under each metre, L half its width.
 * Source: the final shape of a plane slump of a yield stress fluid, as in Liu & Mei 1989, J. Fluid Mech. 207, from memory.
 */
export function beadOf(widthM: number, yieldStressPa: number, densityKgM3: number): Bead {
  const steepness = Math.sqrt((2 * yieldStressPa) / (densityKgM3 * STANDARD_GRAVITY_MS2));
  const m3PerM = (4 / 3) * steepness * (widthM / 2) ** 1.5;
  return { m3PerM, thicknessM: m3PerM / widthM };
}

/** A bottle gives so much while it draws, mL/s, and a hand leads it so fast, mm/s. Common practice, no source. */
const BOTTLE_ML_S = 8;
const HAND_MM_S = 80; // Common practice, no source.

/** A batter that does not stand at all is held by its skin of water, Pa. Assumed. */
const LEAST_STANDS_PA = 0.05;

/** What a figure takes, its room and how long a hand draws it. */
export interface Drawn {
  readonly pour: PlacePour;
  /** As much room as it wants on the plate. */
  readonly acrossMm: number;
  readonly thicknessMm: number;
  readonly drawS: number;
}

type Figure = NonNullable<PlacePour['figure']>;

/** How wide a figure lies with its lines: the circle about it, mm. */
export function figureAcrossMm({ name, heightMm, lineMm }: Figure): number {
  const points = strokesOf(name).flat();
  const span = (at: 0 | 1) => Math.max(...points.map((p) => p[at])) - Math.min(...points.map((p) => p[at]));
  return Math.hypot(span(0), span(1)) * heightMm + lineMm;
}

/** The length of a figure's lines for one of a height, mm. */
export function strokeLengthMm(name: FigureName, heightMm: number): number {
  const shares = strokesOf(name).map((stroke) =>
    stroke.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - stroke[i]![0], y - stroke[i]![1]), 0),
  );
  return heightMm * shares.reduce((sum, each) => sum + each, 0);
}

/** A figure drawn with a batter: the pour it takes, as thick as its line stands. */
export function drawnPour(figure: Figure, yieldStressPa: number, densityKgM3: number): Drawn {
  const bead = beadOf(figure.lineMm / 1000, Math.max(LEAST_STANDS_PA, yieldStressPa), densityKgM3);
  const lengthMm = strokeLengthMm(figure.name, figure.heightMm);
  const volumeMl = Math.max(1, (lengthMm / 1000) * bead.m3PerM * 1e6);
  const thicknessMm = bead.thicknessM * 1000;
  const mouldMm = 2 * Math.sqrt((volumeMl * 1000) / (Math.PI * thicknessMm));
  return {
    pour: { volumeMl: round(volumeMl), mouldMm: round(mouldMm), figure },
    acrossMm: figureAcrossMm(figure),
    thicknessMm,
    drawS: Math.max(volumeMl / BOTTLE_ML_S, lengthMm / HAND_MM_S),
  };
}

const round = (value: number): number => Math.round(value * 10) / 10;
