import { cheapest } from './cheapest.ts';
import { normalCdf } from '#core/statistics';

const { abs, max } = Math;

/** Hands and clocks blur a moment by so much, s. Assumed. */
const HANDS_S = 3;
/**
 * What a turn or a lift at a wrong moment costs, of a piece that is lost: it runs and tears, or is raw, while the inside is
 * not there yet; a dark face is worse, a burnt one is thrown away; a pale one is a disappointment; and each quarter of the
 * side off the cook's own sign a blemish. Prices a cook would sign: assumed.
 */
const PRICE = { raw: 0.6, dark: 0.8, burnt: 1, pale: 0.25, quarterOff: 0.4 } as const;

/** A moment that hands and eyes meet only about, s; infinite when it never comes. */
interface BlurredMoment {
  readonly momentS: number;
  readonly sdS: number;
}

/** In one way that plate and batter may be: how likely it is, and when what may go wrong does. */
export interface TurnRisk {
  readonly weight: number;
  readonly inside: BlurredMoment;
  readonly lightGold: BlurredMoment;
  readonly dark: BlurredMoment;
  readonly burnt: BlurredMoment;
  readonly bestS: number;
}

/** @param share a moment is no sharper than this share of it */
export function blurred(momentS: number | undefined, share: number): BlurredMoment {
  return momentS === undefined || momentS === Infinity
    ? { momentS: Infinity, sdS: HANDS_S }
    : { momentS, sdS: max(HANDS_S, share * momentS) };
}

/** The moment of least cost between two over all that may be, s. */
export function surestMoment(risks: readonly TurnRisk[], fromS: number, toS: number): number {
  return cheapest(fromS, toS, (atS) => {
    let cost = 0;
    for (const risk of risks) cost += risk.weight * costOf(risk, atS);
    return cost;
  });
}

/** A face that never colours costs nothing for being pale. */
function costOf({ inside, lightGold, dark, burnt, bestS }: TurnRisk, atS: number): number {
  const raw = PRICE.raw * (1 - comeBy(inside, atS));
  const spoilt = PRICE.dark * comeBy(dark, atS) + PRICE.burnt * comeBy(burnt, atS);
  const pale = lightGold.momentS === Infinity ? 0 : PRICE.pale * (1 - comeBy(lightGold, atS));
  return raw + spoilt + pale + (PRICE.quarterOff * abs(atS - bestS)) / (bestS / 4);
}

/** How likely it has come by `atS`. */
function comeBy({ momentS, sdS }: BlurredMoment, atS: number): number {
  return normalCdf((atS - momentS) / sdS);
}
