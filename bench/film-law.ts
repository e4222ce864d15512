import { seeded } from '#core/statistics';
import { USUAL_HANDS, dryPan, filmLaw, filmShape, pouredFilm, swirl, thinBatter, type SwirlSetup } from '#core/swirl';

/** A pour over a pan, and how long the hands wait before they tilt. */
export interface SwirledPour {
  readonly setup: SwirlSetup;
  readonly volumeMl: number;
  readonly waitS: number;
}

/** Pans, pours, batters and heats that a kitchen may have. Common practice, no source. */
const SPANS = {
  panMm: [160, 330],
  volumeMl: [20, 120],
  consistencyPaSn: [0.01, 1],
  surfaceC: [130, 220],
  batterC: [8, 30],
  arealHeatCapacityJm2K: [4_000, 20_000],
} as const;
const LONGEST_WAIT_S = 9;
/** Depths that somebody pours, mm: what is deeper covers by itself. */
const DEPTHS_MM = [0.3, 4] as const;
const DENSITY_KG_M3 = 1050;
/** Cells of the grid the law is held against. */
const CELLS = 64;

/** Pours drawn from those spans, evenly in ln where a span is a factor; `widen` draws beyond their ends too. */
export function randomPours(count: number, seed: number, { waits, widen = 1 }: { waits: boolean; widen?: number }) {
  const random = seeded(seed);
  const ln = ([low, high]: readonly [number, number]) => {
    const [from, to] = [Math.log(low / widen), Math.log(high * widen)];
    return Math.exp(from + (to - from) * random());
  };
  const pours: SwirledPour[] = [];
  while (pours.length < count) {
    const diameterMm = ln(SPANS.panMm);
    const volumeMl = ln(SPANS.volumeMl);
    const setup: SwirlSetup = {
      base: { kind: 'round', diameterMm },
      batter: thinBatter(ln(SPANS.consistencyPaSn), DENSITY_KG_M3),
      batterC: SPANS.batterC[0] + (SPANS.batterC[1] - SPANS.batterC[0]) * random(),
      plate: {
        surfaceC: ln(SPANS.surfaceC),
        arealHeatCapacityJm2K: ln(SPANS.arealHeatCapacityJm2K),
        fedWm2: 0,
      },
      cells: CELLS,
    };
    const waitS = waits && random() < 0.6 ? LONGEST_WAIT_S * random() ** 1.5 : 0;
    const depthMm = (volumeMl * 1000) / ((Math.PI / 4) * diameterMm ** 2);
    if (depthMm >= DEPTHS_MM[0] && depthMm <= DEPTHS_MM[1]) pours.push({ setup, volumeMl, waitS });
  }
  return pours;
}

/** What a pour covers when it is followed on the grid. */
export function followed({ setup, volumeMl, waitS }: SwirledPour): number {
  const pan = dryPan(setup);
  swirl(pan, volumeMl, { ...USUAL_HANDS, waitS });
  return filmShape(pan.film).coverage;
}

interface LawErrors {
  /** In points of coverage, sorted. */
  readonly coverage: readonly number[];
  /** Of the latest tilt, where 98 % can be reached at all, s, sorted. */
  readonly latestS: readonly number[];
}

/** A cover at which a tilt counts as in time. */
const IN_TIME = 0.98;
const HALVINGS = 7;

/** How far the law is off the grid on pours that it was not fitted to. */
export function lawErrors(pours: readonly SwirledPour[]): LawErrors {
  const coverage: number[] = [];
  const latestS: number[] = [];
  for (const pour of pours) {
    const law = filmLaw(pour.setup);
    const covers = followed(pour);
    coverage.push(Math.abs(law(pour.volumeMl, 1, pour.waitS).coverage - covers));
    if (covers < IN_TIME) continue;
    const latest = (reached: (waitS: number) => number) => {
      let [yes, no] = [0, LONGEST_WAIT_S];
      if (reached(no) >= IN_TIME) return no;
      for (let i = 0; i < HALVINGS; i++) {
        const middle = (yes + no) / 2;
        if (reached(middle) >= IN_TIME) yes = middle;
        else no = middle;
      }
      return yes;
    };
    const grid = latest((waitS) => followed({ ...pour, waitS }));
    latestS.push(Math.abs(latest((waitS) => law(pour.volumeMl, 1, waitS).coverage) - grid));
  }
  const sorted = (values: number[]) => values.sort((a, b) => a - b);
  return { coverage: sorted(coverage), latestS: sorted(latestS) };
}

/** How far the law is off the grid for a film that is made otherwise than by tilting at once, sorted. */
export function wayErrors(way: NonNullable<SwirlSetup['way']>, pours: readonly SwirledPour[]): number[] {
  return pours
    .map((pour) => {
      const setup = { ...pour.setup, way };
      return Math.abs(filmLaw(setup)(pour.volumeMl).coverage - pouredFilm(setup, pour.volumeMl).shape.coverage);
    })
    .sort((a, b) => a - b);
}

const GRIDS = [64, 96, 128, 192];
/** A pour that covers, one that nearly does, and one that does not: mL on 24 cm at 180 °C, Pa·s. */
const CONVERGING = [
  { volumeMl: 60, paS: 0.05 },
  { volumeMl: 50, paS: 0.09 },
  { volumeMl: 60, paS: 0.2 },
];

/** The same pours on finer and finer grids: what they cover, how unevenly, and how long a step takes. */
export function gridConvergence() {
  const [steelJm2K, surfaceC] = [9600, 180];
  return GRIDS.map((cells) => {
    const from = performance.now();
    let steps = 0;
    const films = CONVERGING.map(({ volumeMl, paS }) => {
      const pan = dryPan({
        base: { kind: 'round', diameterMm: 240 },
        ...{ batter: thinBatter(paS, DENSITY_KG_M3), batterC: 20, cells },
        plate: { surfaceC, arealHeatCapacityJm2K: steelJm2K, fedWm2: 0 },
      });
      swirl(pan, volumeMl, USUAL_HANDS);
      steps += pan.film.steps;
      return filmShape(pan.film);
    });
    return { cells, films, msPerStep: (performance.now() - from) / steps };
  });
}
