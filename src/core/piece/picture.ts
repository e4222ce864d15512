import type { Appearance } from './appearance.ts';
import { BROWNING_LSTAR } from './parameters.ts';
import { HOLE_MM } from './setting.ts';

/** A round mark on a face, mm from its middle. */
export interface Mark {
  readonly xMm: number;
  readonly yMm: number;
  readonly rMm: number;
}
interface Patch extends Mark {
  readonly lStar: number;
}

/** One face of a piece, to be drawn: the same for the same state and the same random numbers. */
export interface Picture {
  /** The edge, mm from the middle, at even angles. */
  readonly edgeMm: readonly number[];
  /** Lightness of the middle and of the rim; what lies between goes over. */
  readonly lStar: number;
  readonly rimLStar: number;
  /** Darker and lighter islands of a browned face. */
  readonly patches: readonly Patch[];
  /** Closed bubbles, and holes that stand open. */
  readonly bubbles: readonly Mark[];
  readonly holes: readonly Mark[];
  /** Width of the dry, dull rim, mm; on a browned face of the edge that curls clear of the plate and stays pale. */
  readonly dryRimMm: number;
  /** How wet the face still shines, 0–1. */
  readonly shine: number;
}

export interface PictureOf {
  readonly diameterMm: number;
  readonly thin: boolean;
  readonly flipped: boolean;
  /** The face a cook sees, or the one on the plate. */
  readonly face: 'over' | 'under';
}

/** Drawing only. */
const EDGE_POINTS = 48;
const RIM_FROM = 0.72; // of the radius: further out the rim's own bubbles count. Drawing only.
/** Most marks that are drawn on a face, and how many bubbles a square centimetre can show at once. Drawing only. */
const MAX_MARKS = 150;
const MAX_PER_CM2 = 3.2;

/** The face as it looks now. `random` gives 0–1, freshly seeded by the piece. */
export function pictureOf(now: Appearance, of: PictureOf, random: () => number): Picture {
  const radiusMm = of.diameterMm / 2;
  const edgeMm = edge(radiusMm, of.thin, random);
  const raw = of.face === 'over' && !of.flipped;
  return raw ? rawFace(now, of, edgeMm, random) : brownedFace(now, of, edgeMm, random);
}

/** A pour is nearly round; a film runs out in tongues. */
function edge(radiusMm: number, thin: boolean, random: () => number): number[] {
  const waves = [2, 3, 5, 8, 13].map((count) => ({
    count,
    phase: 2 * Math.PI * random(),
    size: ((thin ? 0.022 : 0.007) * (0.5 + random())) / Math.sqrt(count / 2),
  }));
  return Array.from({ length: EDGE_POINTS }, (_, i) => {
    const angle = (2 * Math.PI * i) / EDGE_POINTS;
    const off = waves.reduce((sum, { count, phase, size }) => sum + size * Math.sin(count * angle + phase), 0);
    return radiusMm * (0.97 + off);
  });
}

function rawFace(now: Appearance, of: PictureOf, edgeMm: readonly number[], random: () => number): Picture {
  const radiusMm = of.diameterMm / 2;
  const areaCm2 = Math.PI * (radiusMm / 10) ** 2 * 0.9;
  const count = Math.min(MAX_MARKS, Math.round(MAX_PER_CM2 * areaCm2));
  const bubbles: Mark[] = [];
  const holes: Mark[] = [];
  for (let i = 0; i < count; i++) {
    const reach = Math.sqrt(random());
    const angle = 2 * Math.PI * random();
    const size = 0.4 + 0.9 * random() ** 2;
    const turn = random();
    const stays = random();
    const [burst, open] =
      reach > RIM_FROM ? [now.rimBubblesPerCm2, openAtRim(now)] : [now.bubblesPerCm2, now.holesPerCm2];
    if (turn > showing(burst) / MAX_PER_CM2) continue;
    const mark = at(radiusMm, reach, angle, of.thin ? 1.2 * size : HOLE_MM * size);
    if (stays < standing(open) / showing(burst)) holes.push(mark);
    else if (!of.thin) bubbles.push(mark);
  }
  return {
    edgeMm,
    // a thin film lets its underside through as it sets
    lStar: of.thin ? shownThrough(now.underLStar, now.faceSet) : BROWNING_LSTAR.raw,
    rimLStar: of.thin ? shownThrough(now.rimLStar, now.rimSet) : BROWNING_LSTAR.raw,
    patches: [],
    bubbles,
    holes,
    dryRimMm: now.rimSet * (of.thin ? 0.07 : 0.13) * radiusMm,
    shine: 1 - now.faceSet,
  };
}

/** A mark at a share of the radius that lies wholly within the edge. */
function at(radiusMm: number, reach: number, angle: number, rMm: number): Mark {
  const distance = (INSIDE * radiusMm - rMm) * reach;
  return { xMm: distance * Math.cos(angle), yMm: distance * Math.sin(angle), rMm };
}
/** Drawing only. */
const INSIDE = 0.94;

/** Bubbles that can be told apart, of so many that have burst: they crowd each other out. */
function showing(burstsPerCm2: number): number {
  return MAX_PER_CM2 * (1 - Math.exp(-burstsPerCm2 / CROWDED_PER_CM2));
}
/** Drawing only. */
const CROWDED_PER_CM2 = 12;

/** Holes that stand: the few that are just closing again are drawn as bubbles. */
function standing(holesPerCm2: number): number {
  return Math.max(0, holesPerCm2 - CLOSING_PER_CM2);
}
/** Drawing only. */
const CLOSING_PER_CM2 = 0.25;

/** The rim sets first: its holes stand once it has. */
function openAtRim({ holesPerCm2, rimBubblesPerCm2, rimSet }: Appearance): number {
  return Math.max(holesPerCm2, rimSet * showing(rimBubblesPerCm2));
}

function shownThrough(underLStar: number, set: number): number {
  return BROWNING_LSTAR.raw - THROUGH * set * (BROWNING_LSTAR.raw - underLStar);
}
const THROUGH = 0.35; // of the colour below that a set film lets through; assumed

function brownedFace(now: Appearance, of: PictureOf, edgeMm: readonly number[], random: () => number): Picture {
  const radiusMm = of.diameterMm / 2;
  const first = of.flipped === (of.face === 'over');
  const lStar = of.face === 'over' ? now.overLStar : now.underLStar;
  const rimLStar = first ? now.rimLStar : lStar;
  const even = of.thin ? FIRST_FACE_EVEN.thin : FIRST_FACE_EVEN.leavened;
  const touching = first ? even : Math.min(even, Math.max(0.2, now.touching - TURNED));
  const count = of.thin ? 110 : 55;
  // islands that touched are darker and the ground between paler, so that the mean is what the state says
  const contrast = (of.thin ? 1.5 : 0.9) * (1 - touching) * (BROWNING_LSTAR.raw - lStar);
  const patches = Array.from({ length: count }, (): Patch => {
    const reach = Math.sqrt(random());
    const angle = 2 * Math.PI * random();
    const dark = random() < 0.62;
    const rMm = radiusMm * (of.thin ? 0.015 + 0.05 * random() : 0.03 + 0.09 * random());
    return {
      ...at(radiusMm, reach, angle, rMm),
      lStar: lStar + (dark ? -0.8 : 1) * contrast * (0.5 + 0.5 * random()),
    };
  });
  return {
    edgeMm,
    lStar,
    rimLStar,
    patches,
    bubbles: [],
    holes: [],
    dryRimMm: of.thin ? 0 : CURL * radiusMm,
    shine: 0,
  };
}
/** A risen piece's edge is round: so much of its radius does not lie on the plate. Assumed. */
const CURL = 0.06;
/** How evenly a pour browns where it ran onto the plate wet, as a share that touches; steam lifts a film in spots. Assumed. */
const FIRST_FACE_EVEN = { leavened: 0.88, thin: 0.5 };
/** A turned face is rougher to the eye than its heat tells. Assumed. */
const TURNED = 0.25;
