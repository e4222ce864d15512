import { describe, expect, it } from '@jest/globals';
import * as v from 'valibot';
import { stationFault, type Burner, type StationBody } from '#core/plate';
import type { KeptBurner } from '#contract';
import { DEMO_BURNERS, DEMO_STATIONS } from '#demo';
import {
  DIAL_KINDS,
  burnerForm,
  burnerSchema,
  usualMarks,
  type BurnerForm,
} from '../../src/web/stations/burner-form.ts';
import { stationForm, stationSchema, type StationForm } from '../../src/web/stations/station-form.ts';
import { addWords } from '../../src/web/words/index.ts';
import { stationForms } from '../../src/web/words/en/station-forms.ts';
import { faultsIn } from './read-form.ts';

addWords(stationForms);

const BURNERS: KeptBurner[] = DEMO_BURNERS.map(({ id, body }) => ({
  id,
  version: 1,
  archived: false,
  body: body as Burner & { burnerName: string },
}));
const bodyOf = (form: BurnerForm, unit: 'C' | 'F' = 'C') => {
  const read = v.safeParse(burnerSchema(unit), form);
  return read.success ? read.output : undefined;
};

describe('a burner as a form', () => {
  it.each(['C', 'F'] as const)('opened and kept unchanged it is the same burner, in °%s', (unit) => {
    for (const { body } of BURNERS) {
      const kept = bodyOf(burnerForm(body, unit), unit)!;
      expect(kept).toMatchObject({
        ...body,
        powerW: expect.any(Number),
        dial: { kind: body.dial.kind, max: body.dial.max, step: body.dial.step },
      });
      // power is told as on its label, in whole watts
      expect(Math.abs(kept.powerW - body.powerW)).toBeLessThan(1.5);
    }
  });

  it('every kind of dial makes a dial with marks', () => {
    for (const dial of DIAL_KINDS) {
      const form = { ...burnerForm(null, 'C'), name: 'New', dial, words: 'low, medium, high', low: '100', high: '230' };
      const body = bodyOf({ ...form, ...usualMarks(dial) })!;
      expect([dial, body.dial.max >= body.dial.step]).toEqual([dial, true]);
      expect(body.dial.kind).toBe(['numbers', 'share', 'words'].includes(dial) ? 'power' : 'thermostat');
    }
  });

  it('reads a thermostat’s ends and span in the cook’s unit', () => {
    const form = {
      ...burnerForm(null, 'F'),
      name: 'New',
      dial: 'thermostat' as const,
      max: '6',
      step: '1',
      low: '212',
      high: '446',
      swing: '18',
    };
    expect(bodyOf(form, 'F')!.dial).toMatchObject({ lowC: 100, highC: 230, swingC: 10 });
  });

  it('says what is wrong by field, and takes a decimal comma', () => {
    const form = {
      ...burnerForm(null, 'C'),
      name: ' ',
      ratedW: '-5',
      step: '0,5',
      dial: 'words' as const,
      words: 'low',
    };
    expect(Object.keys(faultsIn(burnerSchema('C'), form)).sort()).toEqual(['name', 'ratedW', 'words']);
    expect(bodyOf({ ...burnerForm(null, 'C'), name: 'New', step: '0,5' })!.dial.step).toBe(0.5);
  });
});

describe('a station as a form', () => {
  const errors = (change: Partial<StationForm>) => {
    return Object.keys(faultsIn(stationSchema(BURNERS), { ...stationForm(DEMO_STATIONS[0].body), ...change })).sort();
  };
  const bodyOf = (form: StationForm) => v.parse(stationSchema(BURNERS), form);

  it('opened and kept unchanged it is the same station', () => {
    for (const { body } of DEMO_STATIONS) {
      const read = bodyOf(stationForm(body));
      expect(read).toEqual(body);
    }
    const wells: StationBody = {
      ...DEMO_STATIONS[1].body,
      shape: { kind: 'wells', diameterMm: 270, count: 7, wellMm: 75, wellDepthMm: 12 },
    };
    const read = bodyOf(stationForm(wells));
    expect(read.shape).toEqual(wells.shape);
    expect(stationFault(wells)).toBeNull();
  });

  it('names its zones on from the first letter, and a round one has one', () => {
    const griddle = bodyOf({ ...stationForm(DEMO_STATIONS[0].body), letter: 'M' });
    expect(griddle.zones.map(({ id }) => id)).toEqual(['M', 'N', 'O']);
    const round = bodyOf({ ...stationForm(DEMO_STATIONS[0].body), shape: 'round' });
    expect(round.zones).toHaveLength(1);
  });

  it('says what is wrong by field', () => {
    expect(errors({ name: '' })).toEqual(['name']);
    expect(errors({ widthCm: '9000', thickMm: 'thick' })).toEqual(['thickMm', 'widthCm']);
    expect(errors({ burnerIds: [BURNERS[0]!.id, ''] })).toEqual(['burnerIds.1']);
    expect(errors({ letter: 'ab', careDays: '0' })).toEqual(['careDays', 'letter']);
  });
});
