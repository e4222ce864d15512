import type { FlipRule } from '#core/formula';
import { dullness, setFraction, waterActivity, type Column, type ColumnSettings } from './column.ts';
import {
  BROWNINGS,
  bestFlip,
  flipWindow,
  type Browning,
  type Cue,
  type FlipMoments,
  type PieceTimeline,
  type Window,
} from './cues.ts';
import { FirstPassage } from './first-passage.ts';
import { BROWNING_LSTAR } from './parameters.ts';
import { unsetShare } from './setting.ts';

/** By what a cook flips; the seconds are the school of the clock. */
export interface FlipBy {
  readonly rule: FlipRule;
  readonly seconds?: number | undefined;
}

const FOAM = 0.4; // share of gas from which a batter is a foam; assumed
const USUAL_MM = 8.5; // thickness for which bubbles on a face were fitted
/** Colours are followed so far past the best flip, and cues that have not come yet are waited for so far. Numerical. */
const WATCHED_PAST_BEST = 1.7;
const WAITED_PAST_BEST = 2.5; // Numerical.
const EDGE_COLOURED_LSTAR = 73.5; // a film's edge that has taken colour; fitted
const THIN_HOLDS_LSTAR = 78; // a film with less colour below tears; assumed
const SKIN = { set: 0.9, activity: 0.99 }; // a base that leaves the plate whole; assumed

/** Watches a first side as it cooks and says when each thing is seen. */
export class FirstSide {
  private readonly settings: ColumnSettings;
  private readonly leavened: boolean;
  private readonly foam: boolean;
  private readonly flipBy: FlipBy;
  private readonly longestS: number;
  private readonly cues: Record<Cue, FirstPassage>;
  private readonly brownings: Record<Browning, FirstPassage>;
  private readonly peek = new FirstPassage(1, 'rises');
  private readonly holds: FirstPassage;
  private readonly fruitHolds: FirstPassage;
  private readonly thinHolds = new FirstPassage(THIN_HOLDS_LSTAR, 'falls');
  private readonly edgeColoured = new FirstPassage(EDGE_COLOURED_LSTAR, 'falls');
  private hasFruit = false;

  /** @param pouredMm a thin pour has fewer bubbles to show */
  constructor(flipBy: FlipBy | undefined, settings: ColumnSettings, pouredMm: number, longestS: number) {
    const p = settings.parameters;
    this.settings = settings;
    this.leavened = settings.batter.type === 'leavened';
    this.foam = settings.batter.gasFraction > FOAM;
    this.flipBy = flipBy ?? { rule: this.leavened ? 'holesStay' : 'dryEdge' };
    this.longestS = longestS;
    const colour = (word: Browning) => new FirstPassage(BROWNING_LSTAR[word], 'falls');
    this.brownings = Object.fromEntries(BROWNINGS.map((word) => [word, colour(word)])) as Record<
      Browning,
      FirstPassage
    >;
    const share = Math.min(1, pouredMm / USUAL_MM);
    this.cues = {
      rimBubbles: new FirstPassage(p.rimBurstsPerCm2 * share, 'rises'),
      coveredFace: new FirstPassage(p.coveredBurstsPerCm2 * share, 'rises'),
      popping: new FirstPassage(Math.log(p.poppingGain), 'rises'),
      holesStay: new FirstPassage(p.otherwise.holesOpenPerCm2 ?? Math.log(p.holesStayGain), 'rises'),
      dryEdge: new FirstPassage(1, 'rises'),
      faceSet: new FirstPassage(1, 'rises'),
      liftingEdge: new FirstPassage(p.liftingLoss, 'rises'),
      lightGold: this.brownings.lightGold,
      golden: this.brownings.golden,
    };
    this.holds = new FirstPassage(p.holdsUnset, 'falls');
    this.fruitHolds = new FirstPassage(p.holdsUnset, 'falls');
  }

  see(atS: number, core: Column, rim: Column, aboutFruit: Column | undefined): void {
    const { cues } = this;
    if (this.leavened) {
      cues.rimBubbles.see(atS, rim.burstsPerM2 / 1e4);
      // a foam is all bubbles: only where they begin means anything; and a face without a bubble has no hole to stay
      if (!this.foam) cues.coveredFace.see(atS, core.burstsPerM2 / 1e4);
      if (!this.foam && cues.rimBubbles.at !== undefined) {
        cues.popping.see(atS, core.lnSlowing);
        const byCount = this.settings.parameters.otherwise.holesOpenPerCm2 !== null;
        cues.holesStay.see(atS, byCount ? core.holesPerM2 / 1e4 : core.lnSlowing);
      }
    } else {
      cues.liftingEdge.see(atS, rim.steamLostKgM2 / pouredKgM2(rim, this.settings));
    }
    cues.faceSet.see(atS, dullness(core, this.settings));
    cues.dryEdge.see(atS, dullness(rim, this.settings));
    for (const word of BROWNINGS) this.brownings[word].see(atS, core.baseLStar);
    const activity = waterActivity(core.moisture[0]!);
    this.peek.see(atS, Math.min(setFraction(core, 0) / SKIN.set, SKIN.activity / activity));
    this.holds.see(atS, unsetShare(core));
    this.thinHolds.see(atS, core.baseLStar);
    this.edgeColoured.see(atS, rim.baseLStar);
    if (aboutFruit) {
      this.hasFruit = true;
      this.fruitHolds.see(atS, unsetShare(aboutFruit));
    }
  }

  /** From when the inside will hold the flip. */
  get holdsAt(): number | undefined {
    if (!this.leavened) return latest(this.cues.faceSet.at, this.thinHolds.at);
    return this.hasFruit ? latest(this.holds.at, this.fruitHolds.at) : this.holds.at;
  }

  private get moments(): FlipMoments {
    const { brown, dark } = this.brownings;
    return { holdsS: this.holdsAt, signS: this.ruled, brownS: brown.at, darkS: dark.at };
  }

  /** The best moment by the cook's rule, as soon as it has come; brown is the last good one. */
  get best(): number | undefined {
    return bestFlip(this.moments);
  }

  private get ruled(): number | undefined {
    const { rule, seconds } = this.flipBy;
    if (rule === 'time') return seconds;
    const seen = this.cues[rule === 'underside' ? 'golden' : rule].at;
    // a film is flipped when its face is set and its edge has taken colour, whichever sign is watched
    if (!this.leavened) return latest(seen, this.cues.faceSet.at, this.edgeColoured.at);
    // a very thick batter may show hardly a bubble: then it is its edge; and neither sign is taken before the inside holds
    const bubbles = !this.foam && this.cues.rimBubbles.at !== undefined;
    const sign = (rule === 'holesStay' || rule === 'coveredFace') && !bubbles ? this.cues.dryEdge.at : seen;
    if (rule === 'holesStay' || rule === 'dryEdge' || rule === 'liftingEdge') return latest(sign, this.holdsAt);
    return this.hasFruit ? latest(sign, this.fruitHolds.at) : sign;
  }

  /** From when the underside is past brown. */
  get darkAt(): number | undefined {
    return this.brownings.dark.at;
  }

  get tooHot(): boolean {
    return this.brownings.brown.at !== undefined && this.brownings.brown.at < (this.holdsAt ?? Infinity);
  }

  over(atS: number): boolean {
    const { best } = this;
    const allSeen = !this.leavened || this.foam || this.cues.holesStay.at !== undefined;
    return best !== undefined && atS > best * (allSeen ? WATCHED_PAST_BEST : WAITED_PAST_BEST);
  }

  window(): Window {
    return flipWindow(this.moments, this.longestS);
  }

  found(): Pick<PieceTimeline, 'cues' | 'peekS' | 'holdsS' | 'signS' | 'brownedAt'> {
    const moments = <K extends string>(of: Record<K, FirstPassage>) =>
      Object.fromEntries(
        (Object.entries(of) as [K, FirstPassage][]).flatMap(([key, { at }]) => (at === undefined ? [] : [[key, at]])),
      ) as Partial<Record<K, number>>;
    const peekS = this.peek.at;
    const { holdsS, signS } = this.moments;
    return {
      cues: moments(this.cues),
      ...(peekS === undefined ? {} : { peekS }),
      ...(holdsS === undefined ? {} : { holdsS }),
      ...(signS === undefined ? {} : { signS }),
      brownedAt: moments(this.brownings),
    };
  }
}

function pouredKgM2(column: Column, { batter }: ColumnSettings): number {
  return column.dryKgM2.reduce((sum, kg) => sum + kg, 0) / (1 - batter.waterFraction);
}

/** The last of several moments; nothing while one has not come. */
function latest(...moments: readonly (number | undefined)[]): number | undefined {
  let last = 0;
  for (const moment of moments) {
    if (moment === undefined) return undefined;
    last = Math.max(last, moment);
  }
  return last;
}
