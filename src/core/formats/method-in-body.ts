import type { FormulaBody } from '#core/formula';
import { middle, surfaceOf, type MethodFigures, type Told, type ToldFatRule, type ToldMix } from '#core/method-text';

const OVERNIGHT_MIN = { earliest: 480, best: 600, latest: 1440 }; // Common practice, no source.
/** Beyond the longest rest that a text names, a batter bears so much of it again. Assumed. */
const BEARS = 1.5;
const LONGEST_MIN = 2880; // Definition: what a formula takes.

const SCHOOL_OF: Record<ToldMix, FormulaBody['mix']['school']> = {
  ...{ folded: 'folded', smooth: 'smooth', stages: 'smooth', blender: 'blender', whites: 'whippedWhites' },
};
const FAT_RULE_OF: Record<ToldFatRule, FormulaBody['fat']['rule']> = {
  ...{ each: 'eachPour', once: 'once', panful: 'eachPanful', wiped: 'eachPanful', never: 'never' },
};

/** The writer's own sentence as a reason, as long as a reason may be. */
const inWords = ({ text }: Told<unknown>): string => `“${text.length > 280 ? `${text.slice(0, 279)}…` : text}”`;

/** What a text says of its method, over what formulas of its type share: each with the sentence that says so as its reason. */
export function methodInBody(
  school: Pick<FormulaBody, 'mix' | 'rest' | 'heat' | 'portion' | 'flip' | 'fat'>,
  figures: MethodFigures,
): typeof school {
  const { pour, rest, heat, flip, fat, lid, mix, soak } = figures;
  const surface = heat && surfaceOf(heat.value);
  return {
    mix: {
      ...school.mix,
      ...(mix ? { school: SCHOOL_OF[mix.value], reason: inWords(mix) } : {}),
      ...(soak ? { soakMin: soak.value.lengthS ? middle(soak.value.lengthS) / 60 : OVERNIGHT_MIN.best } : {}),
    },
    rest: rest ? { ...school.rest, ...restOf(figures), reason: inWords(rest) } : school.rest,
    heat: {
      ...school.heat,
      ...(surface && heat
        ? { targetC: middle(surface), lowC: surface.low, highC: surface.high, reason: inWords(heat) }
        : {}),
      ...(lid ? { lid: true } : {}),
    },
    portion: pour ? { volumeMl: middle(pour.value), reason: inWords(pour) } : school.portion,
    flip: flip ? { ...school.flip, rule: flip.value, reason: inWords(flip) } : school.flip,
    fat: fat
      ? {
          ...{ kind: fat.value.kind, rule: FAT_RULE_OF[fat.value.rule], reason: inWords(fat) },
          ...(fat.value.rule === 'wiped' ? { wiped: true } : {}),
        }
      : school.fat,
  };
}

/** When the batter is good, minutes: from the shortest to the longest that is named. */
function restOf({ rest, keep }: MethodFigures): Partial<FormulaBody['rest']> {
  if (!rest) return {};
  const kept = keep.find(({ value }) => value.kind === 'batter')?.value;
  const keepsMin = kept?.kind === 'batter' && kept.lengthS !== null ? kept.lengthS / 60 : 0;
  const where = rest.value.where ?? (rest.value.lengthS ? 'counter' : 'fridge');
  const named = rest.value.lengthS;
  const [earliestMin, bestMin, latestMin] = named
    ? [named.low / 60, middle(named) / 60, Math.max((named.high / 60) * BEARS, named.high / 60 + 10)]
    : [OVERNIGHT_MIN.earliest, OVERNIGHT_MIN.best, OVERNIGHT_MIN.latest];
  const inRange = (min: number) => Math.min(LONGEST_MIN, min);
  return {
    ...{ where, earliestMin: inRange(earliestMin), bestMin: inRange(bestMin) },
    latestMin: inRange(Math.max(latestMin, keepsMin)),
  };
}
