import { describe, expect, it } from '@jest/globals';
import * as v from 'valibot';
import { readingForm, readingSchema, type ReadingForm } from '../../src/web/parts/reading-form.ts';
import { faultsIn } from './read-form.ts';

const typed = (change: Partial<ReadingForm>) => ({ ...readingForm('cakes'), ...change });

describe('a look at a plate as a form', () => {
  it('means a reading in °C, whatever the cook writes in', () => {
    expect(v.parse(readingSchema('F'), typed({ shown: '374' }))).toMatchObject({ method: 'probe', surfaceC: 190 });
    expect(v.parse(readingSchema('C'), typed({ method: 'infrared', shown: '120,5', gun: '0.95' }))).toEqual({
      ...{ method: 'infrared', shownC: 120.5, gun: 0.95, covered: false },
    });
    expect(v.parse(readingSchema('C'), typed({ method: 'hand', seconds: '4' }))).toEqual({
      ...{ method: 'hand', seconds: 4 },
    });
    expect(v.parse(readingSchema('C'), typed({ method: 'piece', after: '95' }))).toMatchObject({
      ...{ method: 'piece', formulaId: 'cakes', afterS: 95 },
    });
  });

  it('says what cannot be, and only of the way that is chosen', () => {
    const at = (change: Partial<ReadingForm>) => faultsIn(readingSchema('C'), typed(change));
    expect(at({ shown: '' })).toEqual({ shown: 'Write what it shows, as a number.' });
    expect(at({ shown: '1900' })['shown']).toContain('A plate is between');
    expect(Object.keys(at({ method: 'infrared', shown: 'hot', gun: '2' })).sort()).toEqual(['gun', 'shown']);
    expect(at({ method: 'hand', seconds: '0', shown: 'hot' })).toEqual({ seconds: 'Write seconds, from 0.5 to 60.' });
    expect(Object.keys(at({ method: 'piece', after: '2' }))).toEqual(['after']);
  });
});
