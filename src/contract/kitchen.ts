import * as v from 'valibot';
import { FunnelSchema } from '#core/consistency';
import { EGG_CLASS_IDS } from '#core/ingredients';
import { FRIDGE_C } from '#core/rest';
import type { Pins } from '#core/run';
import { RULE_SETS, RuleSetSchema } from '#core/safety';
import { MEASURE_SYSTEMS, pressureAtAltitudePa } from '#core/units';

export const RULE_CHOICES = ['us', 'uk', 'own'] as const;

/** What a kitchen is like, as far as its batters feel it. */
export const KitchenFactsSchema = v.pipe(
  v.object({
    eggClass: v.picklist(EGG_CLASS_IDS, 'Choose one of the egg classes.'),
    altitudeM: v.pipe(
      v.number('Write the height above the sea in metres.'),
      v.minValue(-500, 'A kitchen stands above −500 m.'),
      v.maxValue(6000, 'A kitchen stands below 6000 m.'),
    ),
    roomC: v.pipe(v.number(), v.minValue(-10, 'Above −10 °C.'), v.maxValue(50, 'Below 50 °C.')),
    /** The largest bowl, mL; null: no limit known. */
    bowlMl: v.nullable(v.pipe(v.number(), v.minValue(200, 'A bowl holds 200 mL at least.'), v.maxValue(200_000))),
    fridgeC: v.optional(
      v.pipe(v.number(), v.minValue(-2, 'Above −2 °C.'), v.maxValue(12, 'Below 12 °C, or it is no fridge.')),
      FRIDGE_C,
    ),
    /** Whose rules say how long a batter may be out; `own` ones are written down here. */
    rules: v.optional(v.picklist(RULE_CHOICES), 'us'),
    ownRules: v.optional(v.nullable(RuleSetSchema), null),
    /** Whose cups and spoons stand in for a scale; null: the kitchen weighs. */
    measuredBy: v.optional(v.nullable(v.picklist(MEASURE_SYSTEMS)), null),
    /** Funnels that the kitchen timed water and oil through. */
    funnels: v.optional(
      v.pipe(
        v.array(
          v.pipe(
            FunnelSchema,
            v.forward(
              v.check(({ waterS, oilS }) => oilS > waterS, 'Oil must take longer than water: time both again.'),
              ['oilS'],
            ),
          ),
        ),
        v.maxLength(12),
      ),
      [],
    ),
  }),
  v.forward(
    v.check(
      ({ rules, ownRules }) => rules !== 'own' || ownRules !== null,
      'Write your own rules down, or take others.',
    ),
    ['ownRules'],
  ),
);
export type KitchenFacts = v.InferOutput<typeof KitchenFactsSchema>;

/** A kitchen at sea level with large eggs until it says otherwise. */
export const KITCHEN_FACTS: KitchenFacts = {
  eggClass: 'usLarge',
  altitudeM: 0,
  roomC: 22,
  bowlMl: null,
  fridgeC: FRIDGE_C,
  rules: 'us',
  ownRules: null,
  funnels: [],
  measuredBy: null,
};

/** What a run pins of its kitchen. */
export function pinnedFacts(
  facts: KitchenFacts,
): Pick<Pins, 'eggClass' | 'roomC' | 'pressurePa' | 'rules' | 'fridgeC' | 'funnels' | 'bowlMl' | 'measuredBy'> {
  const { eggClass, roomC, altitudeM, fridgeC, funnels, bowlMl, measuredBy } = facts;
  const rules = facts.rules === 'own' ? (facts.ownRules ?? RULE_SETS.us) : RULE_SETS[facts.rules];
  return { eggClass, roomC, pressurePa: pressureAtAltitudePa(altitudeM), rules, fridgeC, funnels, bowlMl, measuredBy };
}
