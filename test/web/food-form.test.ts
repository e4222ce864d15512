import { describe, expect, it } from '@jest/globals';
import * as v from 'valibot';
import { SHIPPED_LARDER, type Ingredient } from '#core/ingredients';
import { foodForm, foodSchema, type FoodForm } from '../../src/web/larder/food-form.ts';
import { faultsIn } from './read-form.ts';
import { addWords } from '../../src/web/words/index.ts';
import { larder } from '../../src/web/words/en/larder.ts';

addWords(larder);

const CUP_ML = 236.588;
const asIs = (food: Ingredient) =>
  v.parse(foodSchema(food, { id: food.id, cupMl: CUP_ML, ownWord: false }), foodForm(food, CUP_ML, food.id));
const ownSchema = foodSchema(null, { id: 'new', cupMl: CUP_ML, ownWord: true });
const own = (change: Partial<FoodForm>) => ({ ...foodForm(null, CUP_ML, 'Teff'), ...change });

describe('an ingredient as a form', () => {
  it('opened and kept unchanged every shipped one says the same, its powder’s range too', () => {
    for (const food of SHIPPED_LARDER.values()) {
      const kept = asIs(food);
      expect([food.id, kept.composition, kept.co2Percent]).toEqual([
        food.id,
        food.composition && {
          ...food.composition,
          // two decimals are shown
          ...Object.fromEntries(Object.entries(food.composition).map(([part, g]) => [part, expect.closeTo(g, 2)])),
        },
        food.co2Percent,
      ]);
      expect(new Set(kept.allergens)).toEqual(new Set(food.allergens));
      if (food.densityGPerMl) expect(kept.densityGPerMl!.value).toBeCloseTo(food.densityGPerMl.value, 1);
    }
  });

  it('what was left empty is unknown, not nought', () => {
    const kept = v.parse(ownSchema, own({}));
    expect([kept.densityGPerMl, kept.composition, kept.co2Percent, kept.useBy]).toEqual([null, null, undefined, null]);
    const weighed = v.parse(ownSchema, own({ cupG: '142,5', source: ' ' }));
    expect(weighed.densityGPerMl).toMatchObject({ value: 142.5 / CUP_ML, low: 142.5 / CUP_ML, source: 'this kitchen' });
  });

  it('says what is wrong by field', () => {
    const at = (change: Partial<FoodForm>) => Object.keys(faultsIn(ownSchema, own(change)));
    expect(at({ name: ' ' })).toEqual(['name']);
    expect(at({ cupG: '120', cupLow: '130' })).toEqual(['cupG']);
    expect(at({ cupG: '99999' })).toEqual(['cupG']);
    expect(at({ waterG: '12', fatG: 'much' })).toEqual(['fatG']);
    expect(at({ waterG: '12' })).toEqual(['proteinG']);
    expect(at({ proteinG: '101', waterG: '1', fatG: '1', carbohydrateG: '1', sugarsG: '1' })).toEqual(['proteinG']);
  });

  it('asks a powder alone for its strength: what is hidden is not read', () => {
    const at = (role: FoodForm['role']) => Object.keys(faultsIn(ownSchema, own({ role, co2: '61' })));
    expect([at('powder'), at('grain')]).toEqual([['co2'], []]);
    expect(v.parse(ownSchema, own({ role: 'powder', co2: '14' })).co2Percent).toMatchObject({ value: 14, low: 14 });
  });
});
