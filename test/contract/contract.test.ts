import { describe, expect, it } from '@jest/globals';
import * as v from 'valibot';
import { AfterSeqSchema, NewEventsSchema, NewRunSchema, SettingsSchema, SignInSchema } from '#contract';
import { CAKES, GRIDDLE_ID, BRIEF, id, writer } from '../core/fixtures.ts';

const newRun = () => ({
  id: id(1),
  name: ' Boat day ',
  timeZone: 'Europe/London',
  rehearsal: false,
  formulaIds: [CAKES],
  stationIds: [GRIDDLE_ID],
  events: [writer()('brief-set', BRIEF)],
});
const fieldOf = (schema: v.GenericSchema, value: unknown) => {
  const result = v.safeParse(schema, value);
  return result.success ? null : v.getDotPath(result.issues[0]!);
};

describe('envelopes', () => {
  it('a new run is trimmed and taken', () => {
    expect(v.parse(NewRunSchema, newRun()).name).toBe('Boat day');
  });

  it.each([
    ['name', { name: '   ' }],
    ['timeZone', { timeZone: 'Skerry/Point' }],
    ['id', { id: 'one' }],
    ['formulaIds', { formulaIds: [] }],
    ['events', { events: [] }],
    ['rehearsal', { rehearsal: 'no' }],
    ['events.0.id', { events: [{ ...writer()('brief-set', BRIEF), id: 'x' }] }],
    ['events.0.deviceAtMs', { events: [{ ...writer()('brief-set', BRIEF), deviceAtMs: Infinity }] }],
  ])('names %s when it is wrong', (field, change) => {
    expect(fieldOf(NewRunSchema, { ...newRun(), ...change })).toBe(field);
  });

  it('posts hold 1 to 200 events', () => {
    const event = writer()('run-finished', {});
    expect(fieldOf(NewEventsSchema, { events: [] })).toBe('events');
    expect(fieldOf(NewEventsSchema, { events: Array(201).fill(event) })).toBe('events');
    expect(fieldOf(NewEventsSchema, { events: [event] })).toBeNull();
  });

  it('sign-in says which of the two is missing', () => {
    expect(fieldOf(SignInSchema, { name: '', passphrase: 'x' })).toBe('name');
    expect(fieldOf(SignInSchema, { name: 'x', passphrase: '' })).toBe('passphrase');
  });

  it('settings take only what the screens offer; `after` is a whole number, none means the start', () => {
    expect(fieldOf(SettingsSchema, { temperatureUnit: 'K', theme: 'light', sound: true })).toBe('temperatureUnit');
    expect(v.parse(AfterSeqSchema, {})).toEqual({ after: 0 });
    expect(v.parse(AfterSeqSchema, { after: '12' })).toEqual({ after: 12 });
    expect(fieldOf(AfterSeqSchema, { after: '-1' })).toBe('after');
  });
});
