import { advance, touchingShare } from './advance.ts';
import { massKgM2, turned, type Column, type ColumnSettings } from './column.ts';
import { BENEATH_SPANS_S, type PieceTimeline } from './cues.ts';
import { FirstSide } from './first-side.ts';
import { appearanceFrom, appearanceOf, type Appearance, type Appearances } from './appearance.ts';
import { steamedOffKgM2 } from './heat.ts';
import { pouredPiece, type PieceInput } from './poured-piece.ts';
import { SecondSide } from './second-side.ts';

/** Standard atmosphere, Pa. Definition. */
export const STANDARD_PRESSURE_PA = 101325;

/** How finely a piece is cut and stepped. */
export interface Resolution {
  readonly cells: { readonly leavened: number; readonly thin: number };
  readonly stepS: { readonly leavened: number; readonly thin: number };
}
/** Fast enough for every tap; its error against the reference stands in docs/models.md and is held by the bench. Numerical. */
export const QUICK: Resolution = { cells: { leavened: 24, thin: 14 }, stepS: { leavened: 1, thin: 0.5 } };
/** What the quick one is measured against. Numerical. */
export const REFERENCE: Resolution = { cells: { leavened: 60, thin: 40 }, stepS: { leavened: 0.05, thin: 0.05 } };

/** A side is simulated for so long at most, s. Numerical. */
const LONGEST_SIDE_S = { leavened: 330, thin: 300 } as const;
/** The pour meets the plate in the first seconds: shorter steps there. Numerical. */
const MEETING = { untilS: 2, share: 0.2 };
const EARLY = { untilS: 24, share: 0.5 }; // Numerical.
const SEEN = { first: 17, second: 9 }; // Numerical.
const SEEN_EVERY_S = 2; // Numerical.

/** A timeline with what the piece looks like on the way. */
export interface SimulatedPiece extends PieceTimeline {
  readonly appearances: Appearances;
}

/**
 * Simulates one piece: a core column, a thinner rim and the batter about its fruit on the first side, then core and
 * fruit turned over at the best moment. Returns when each cue is due, the windows to flip and to lift, and what it
 * looks like on the way.
 */
export function simulatePiece(input: PieceInput, resolution: Resolution = QUICK): SimulatedPiece {
  const { type } = input.batter;
  const { open, covered, thicknessM, core, rim, about } = pouredPiece(input, resolution.cells[type]);
  const startKg = massKgM2(core);

  const cut = { stepS: resolution.stepS[type], longestS: LONGEST_SIDE_S[type] };
  const first = new FirstSide(input.flipBy, covered, input.thicknessMm, cut.longestS);
  const beneath = BENEATH_SPANS_S[type].map((spanS) => ({ spanS, sumCs: 0, s: 0 }));
  let overTurned: Turned | undefined;
  const turnedNow = () => ({ core: turned(core, open), about: about && turned(about, open) });
  const firstSeen = cookSide(about ? [core, rim, about] : [core, rim], covered, cut, {
    touching: () => 1,
    look: () => appearanceOf(core, rim, covered, thicknessM, false),
    see: (atS) => {
      first.see(atS, core, rim, about);
      for (const mean of beneath) {
        if (mean.s >= mean.spanS) continue;
        mean.sumCs += core.plateC * (atS - mean.s);
        mean.s = atS;
      }
      if (first.best !== undefined) overTurned ??= turnedNow();
    },
    over: (atS) => first.over(atS),
  });
  const flip = first.window();

  const { core: back, about: aboutBack } = overTurned ?? turnedNow();
  const second = new SecondSide(type, flip.bestS, cut.longestS);
  let lost: Loss | undefined;
  const secondSeen = cookSide(aboutBack ? [back, aboutBack] : [back], open, cut, {
    touching: (column) => touchingShare(column, open),
    look: () => appearanceOf(back, rim, open, thicknessM, true),
    see: (atS) => {
      second.see(atS, back, aboutBack);
      if (second.best !== undefined) lost ??= lossOf(back, open, startKg);
    },
    over: (atS) => second.over(atS),
  });
  const lift = second.window();
  const firstStepS = (SEEN_EVERY_S * (firstSeen.length - 1)) / (SEEN.first - 1);
  const secondStepS = (SEEN_EVERY_S * (secondSeen.length - 1)) / (SEEN.second - 1);
  return {
    ...first.found(),
    beneathC: beneath.map(({ sumCs, s }) => sumCs / s),
    flip,
    lift,
    done: second.done(),
    ...(lost ?? lossOf(back, open, startKg)),
    appearances: {
      firstStepS,
      first: resampled(firstSeen, firstStepS, SEEN.first),
      secondStepS,
      second: resampled(secondSeen, secondStepS, SEEN.second),
    },
    tooHot: first.tooHot,
    tooCool: first.best === undefined || second.best === undefined,
  };
}

interface Turned {
  readonly core: Column;
  readonly about: Column | undefined;
}

/** What is done with a side while it cooks. */
interface Watch {
  touching(column: Column): number;
  look(): Appearance;
  see(atS: number): void;
  over(atS: number): boolean;
}

/** Cooks the columns of one side until it is over; returns what it looked like every two seconds. */
function cookSide(
  columns: readonly Column[],
  settings: ColumnSettings,
  { stepS, longestS }: { readonly stepS: number; readonly longestS: number },
  watch: Watch,
): Appearance[] {
  const seen: Appearance[] = [];
  for (let atS = 0; atS < longestS && !watch.over(atS);) {
    if (seen.length * SEEN_EVERY_S <= atS + 1e-9) seen.push(watch.look());
    const dt = stepAt(atS, stepS);
    for (const column of columns) advance(column, settings, watch.touching(column), dt);
    atS += dt;
    watch.see(atS);
  }
  return seen;
}

type Loss = Pick<PieceTimeline, 'lostShare' | 'weighedLossShare'>;

function lossOf(column: Column, settings: ColumnSettings, startKgM2: number): Loss {
  const nowKg = massKgM2(column);
  return {
    lostShare: 1 - nowKg / startKgM2,
    weighedLossShare: 1 - (nowKg - steamedOffKgM2(column, settings)) / startKgM2,
  };
}

/** Length of the step from a moment of a side. */
export function stepAt(atS: number, stepS: number): number {
  return stepS * (atS < MEETING.untilS - 1e-9 ? MEETING.share : atS < EARLY.untilS - 1e-9 ? EARLY.share : 1);
}

/** Appearances taken every two seconds, read off at even steps up to the end of their window. */
function resampled(seen: readonly Appearance[], stepS: number, count: number): Appearance[] {
  return Array.from({ length: count }, (_, i) => appearanceFrom(seen, SEEN_EVERY_S, i * stepS));
}
