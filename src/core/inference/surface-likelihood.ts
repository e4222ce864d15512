import {
  BUTTER_BLACKENS_C,
  BUTTER_SIGNS,
  DROP_SIGNS,
  INFRARED_SD_C,
  SMOKE_POINT,
  faceEmissivity,
  infraredShownC,
  type HeatReading,
  type StationBody,
} from '#core/plate';
import { normalCdf } from '#core/statistics';

const { abs, exp, floor, hypot, log, max, min, sqrt } = Math; // bound once: asked for at every cell of every step

/** How likely what was seen is at each surface, as a logarithm; constants do not matter. */
export type SurfaceLikelihood = (surfaceC: number) => number;

/** A reading that looks at the plate alone: all but the test piece, which asks the batter too. */
export type PlateReading = Exclude<HeatReading, { method: 'piece' }>;

/**
 * Where one sign gives way to the next, °C, and how far plates, water and eyes differ.
 * Drop: Gottfried, Lee & Bell 1966 and Bernardin & Mudawar 1999 for the bead that glides (193 ± 16), lower bounds of
 * boiling by physics, the rest common practice; from memory. Butter: McGee for foam and browning of its solids, how
 * fast they do it at griddle heat is common practice, no source.
 */
const DROP_BOUNDS = [
  { atC: 102, sdC: 5 },
  { atC: 155, sdC: 12 },
  { atC: 193, sdC: 16 },
] as const;
const BUTTER_BOUNDS = [
  { atC: 108, sdC: 8 },
  { atC: 145, sdC: 12 },
  { atC: 188, sdC: 12 },
  { atC: BUTTER_BLACKENS_C, sdC: 15 },
] as const;

/**
 * Seconds a hand bears it, ln s = a − b·T: 8 s over a gentle plate (150 °C), 4 s over a hot one (205 °C), and hands
 * differ by half. Common practice, no source.
 */
const HAND = { atC: 150, seconds: 8, lnPerC: log(2) / 55, lnSd: 0.4 };

/** Share of looks that are simply wrong: another spot, another plate, a slip. It keeps one of them from ruling alone. Assumed. */
const SLIP = 0.03;
/** A thermometer slips less, and then may say anything in this span, °C. Assumed. */
const SLIP_OF_THERMOMETER = 0.01;
const SLIP_SPAN_C = 300; // Assumed.

/** What a look at a plate says about its surface at that spot. */
export function surfaceLikelihood(
  reading: PlateReading,
  station: Pick<StationBody, 'metal' | 'coating'>,
  roomC: number,
): SurfaceLikelihood {
  switch (reading.method) {
    case 'probe':
    case 'simulatedProbe':
      return (surfaceC) => lnWithSlip(normalDensity(reading.surfaceC - surfaceC, reading.sdC));
    case 'infrared': {
      const face = faceEmissivity(station, reading.covered);
      // the face may be brighter or duller than its kind: five points of a normal (Gauss–Hermite would do no better here)
      const faces = [-2, -1, 0, 1, 2].map((z) => ({
        emissivity: min(0.99, max(0.03, face.value + z * face.sd)),
        weight: exp(-0.5 * z * z),
      }));
      const total = faces.reduce((sum, { weight }) => sum + weight, 0);
      const shown = faces.map(({ emissivity }) => shownTable(emissivity, reading.gun, roomC));
      return (surfaceC) => {
        const density = faces.reduce((sum, { weight }, i) => {
          // between the points the shown temperature moves by about one spacing: the kernel covers it
          const width = hypot(INFRARED_SD_C, spacing(shown, i, surfaceC));
          return sum + (weight / total) * normalDensity(reading.shownC - shown[i]!(surfaceC), width);
        }, 0);
        return lnWithSlip(density);
      };
    }
    case 'drop':
      return ordered(DROP_BOUNDS, DROP_SIGNS.indexOf(reading.seen));
    case 'butter':
      return ordered(BUTTER_BOUNDS, BUTTER_SIGNS.indexOf(reading.seen));
    case 'hand':
      return (surfaceC) => {
        const expected = log(HAND.seconds) - HAND.lnPerC * (surfaceC - HAND.atC);
        return log(SLIP + (1 - SLIP) * exp(-0.5 * ((log(reading.seconds) - expected) / HAND.lnSd) ** 2));
      };
    case 'smoke': {
      const { atC, sdC } = SMOKE_POINT[reading.fat];
      return (surfaceC) => {
        const smokes = normalCdf((surfaceC - atC) / sdC);
        return log(SLIP / 2 + (1 - SLIP) * (reading.seen ? smokes : 1 - smokes));
      };
    }
  }
}

/** Half the way to the neighbouring emissivity's reading. */
function spacing(shown: readonly ((surfaceC: number) => number)[], i: number, surfaceC: number): number {
  const j = i === 0 ? 1 : i - 1;
  return abs(shown[i]!(surfaceC) - shown[j]!(surfaceC)) / 2;
}

/** Surfaces at which a likelihood is worked out, °C. Numerical. */
const TABLE = { fromC: 0, stepC: 10, count: 52 };

/** What a gun shows by surface, in steps of 10 °C and straight between: Planck's law is smooth, and this is asked often. */
function shownTable(face: number, gun: number, roomC: number): (surfaceC: number) => number {
  const values = Array.from({ length: TABLE.count }, (_, i) =>
    infraredShownC(TABLE.fromC + i * TABLE.stepC, face, gun, roomC),
  );
  return (surfaceC) => {
    const position = min(TABLE.count - 1.001, max(0, (surfaceC - TABLE.fromC) / TABLE.stepC));
    const low = floor(position);
    return values[low]! + (position - low) * (values[low + 1]! - values[low]!);
  };
}

/** One of several signs in order of heat: an ordered probit (McCullagh 1980). */
function ordered(bounds: readonly { readonly atC: number; readonly sdC: number }[], seen: number): SurfaceLikelihood {
  return (surfaceC) => {
    const above = (index: number) =>
      index < 0 ? 1 : index >= bounds.length ? 0 : normalCdf((surfaceC - bounds[index]!.atC) / bounds[index]!.sdC);
    const share = max(0, above(seen - 1) - above(seen));
    return log(SLIP / (bounds.length + 1) + (1 - SLIP) * share);
  };
}

export function normalDensity(off: number, sd: number): number {
  return exp(-0.5 * (off / sd) ** 2) / (sd * sqrt(2 * Math.PI));
}

function lnWithSlip(density: number): number {
  return log((1 - SLIP_OF_THERMOMETER) * density + SLIP_OF_THERMOMETER / SLIP_SPAN_C);
}
