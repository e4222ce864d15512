import type { Burner, Source } from './burner.ts';
import { marksOf, type Dial } from './dial.ts';

/** How the heat of a power dial goes with its mark, as a share of full: a floor while lit, then a power law, full at `fullAt`. */
interface DialCurve {
  readonly floor: number;
  readonly exponent: number;
  readonly fullAt: number;
}

/**
 * The usual curve of each kind. Forms and values from memory and assumed, chosen so that the marks cooks name with food
 * on the plate (5–5½ of 9 for cakes, 3 of 9 at 150–160 °C, two-thirds for a brisk pan; common practice, no source) lie
 * within what is believed: a flame cannot go below a fifth and is full before the end; regulators of coils and solid
 * plates switch on and off for a share of time that grows faster than the mark; induction levels bunch at the low end.
 */
const CURVES: Record<Source, DialCurve> = {
  gas: { floor: 0.22, exponent: 1.2, fullAt: 0.95 },
  camping: { floor: 0.25, exponent: 1.1, fullAt: 0.9 },
  coil: { floor: 0, exponent: 1.5, fullAt: 1 },
  electric: { floor: 0, exponent: 1.3, fullAt: 1 },
  induction: { floor: 0, exponent: 1.6, fullAt: 1 },
};
/** A burner of which nobody said what it is. Assumed. */
const UNKNOWN: DialCurve = { floor: 0, exponent: 1.3, fullAt: 1 };

/**
 * How far the heat of an unread burner at a mark is from what its kind usually gives there, ln: dials of a kind have
 * exponents from about 0.8 to 2.5 and burners give 0.6 to 1.4 of their label. Assumed.
 */
export const UNREAD_LN_POWER_SD = 0.35;
/** An unread thermostat's error where it holds, °C. Common practice, no source: some tens of degrees are usual. */
export const UNREAD_THERMOSTAT_SD_C = 18;

/** Share of full power that a power dial gives at a mark; nothing at off. */
export function powerShare({ source }: Pick<Burner, 'source'>, dial: Dial, mark: number): number {
  if (mark <= 0) return 0;
  const { floor, exponent, fullAt } = source ? CURVES[source] : UNKNOWN;
  return floor + (1 - floor) * Math.min(1, mark / dial.max / fullAt) ** exponent;
}

/**
 * How well a change of a burner's power by so much, ln, is known as its dial is turned: to a quarter of what its kind's curve
 * has of it. Assumed, from how far exponents and floors of one kind differ.
 */
export function turnSdLn(changeLn: number): number {
  return TURN_KNOWN_TO * Math.abs(changeLn);
}
/** Share of a turn’s own ln change. Assumed. */
const TURN_KNOWN_TO = 0.25;

/** The mark whose share of full power is nearest to one asked for, and whether even the lowest gives more than a tenth too much. */
export function markForShare(
  burner: Pick<Burner, 'source'>,
  dial: Dial,
  share: number,
): { readonly mark: number; readonly aboveFloor: boolean } {
  const off = (mark: number) => Math.abs(powerShare(burner, dial, mark) - share);
  const marks = marksOf(dial);
  const mark = marks.reduce((best, each) => (off(each) < off(best) ? each : best));
  return { mark, aboveFloor: powerShare(burner, dial, marks[0]!) <= share * FLOOR_MARGIN };
}
/** What is wanted within this factor of what the lowest mark gives is that mark. Assumed. */
const FLOOR_MARGIN = 1.1;
