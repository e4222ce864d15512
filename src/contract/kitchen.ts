import * as v from 'valibot';
import { EGG_CLASS_IDS } from '#core/ingredients';

/** What a kitchen is like, as far as its batters feel it. */
export const KitchenFactsSchema = v.object({
  eggClass: v.picklist(EGG_CLASS_IDS, 'Choose one of the egg classes.'),
  altitudeM: v.pipe(
    v.number('Write the height above the sea in metres.'),
    v.minValue(-500, 'A kitchen stands above −500 m.'),
    v.maxValue(6000, 'A kitchen stands below 6000 m.'),
  ),
  roomC: v.pipe(v.number(), v.minValue(-10, 'Above −10 °C.'), v.maxValue(50, 'Below 50 °C.')),
  /** The largest bowl, mL; null: no limit known. */
  bowlMl: v.nullable(v.pipe(v.number(), v.minValue(200, 'A bowl holds 200 mL at least.'), v.maxValue(200_000))),
});
export type KitchenFacts = v.InferOutput<typeof KitchenFactsSchema>;

/** A kitchen at sea level with large eggs until it says otherwise. */
export const KITCHEN_FACTS: KitchenFacts = { eggClass: 'usLarge', altitudeM: 0, roomC: 22, bowlMl: null };
