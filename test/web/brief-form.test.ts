import { describe, expect, it } from '@jest/globals';
import * as v from 'valibot';
import { DEMO_STATIONS } from '#demo';
import { newRunSchema, serviceAt, usualStations, type NewRunForm } from '../../src/web/runs/brief-form.ts';
import { faultsIn } from './read-form.ts';

const ZONE = 'Europe/Paris';
const NOW_MS = Date.parse('2026-11-30T04:00:00Z');
const STATIONS = DEMO_STATIONS.map(({ id, body }) => ({ id, body }));
const schema = newRunSchema([{ id: 'cakes' }, { id: 'crepes' }], STATIONS, { zone: ZONE, nowMs: NOW_MS });
const typed = (change: Partial<NewRunForm> = {}): NewRunForm => ({
  ...{ name: ' Sunday ', service: { date: '2026-11-30', time: '07:40' }, people: '' },
  items: {
    cakes: { pieces: '24', stationIds: [STATIONS[0]!.id] },
    crepes: { pieces: '', stationIds: [STATIONS[1]!.id] },
  },
  ...change,
});
const items = (cakes: string, crepes: string, stations = [[STATIONS[0]!.id], [STATIONS[1]!.id]]) => ({
  items: {
    cakes: { pieces: cakes, stationIds: stations[0]! },
    crepes: { pieces: crepes, stationIds: stations[1]! },
  },
});

describe('a new run as a form', () => {
  it('is a name and a brief of what is wanted, at the wall clock of the kitchen', () => {
    expect(v.parse(schema, typed())).toEqual({
      name: 'Sunday',
      brief: {
        items: [{ formulaId: 'cakes', pieces: 24, stationIds: [STATIONS[0]!.id] }],
        serviceAtMs: Date.parse('2026-11-30T06:40:00Z'),
      },
    });
    const { brief } = v.parse(schema, typed({ people: '7', ...items('0', '8') }));
    expect([brief.people, brief.items.map(({ formulaId }) => formulaId)]).toEqual([7, ['crepes']]);
  });

  it('says all that is wrong at once, each at its field', () => {
    const faults = faultsIn(schema, typed({ name: '', ...items('', '') }));
    expect(Object.keys(faults).sort()).toEqual(['items', 'name']);
    expect(Object.keys(faultsIn(schema, typed({ people: '0', ...items('7.5', '-1') }))).sort()).toEqual([
      'items.cakes.pieces',
      'items.crepes.pieces',
      'people',
    ]);
    expect(faultsIn(schema, typed({ service: { date: '2026-11-29', time: '07:40' } }))).toEqual({
      'service.time': expect.stringContaining('passed'),
    });
    expect(faultsIn(schema, typed({ service: { date: '', time: '07:40' } }))).toHaveProperty(['service.time']);
  });

  it('gives each plate to one batter, and each batter a plate', () => {
    const griddle = STATIONS[0]!.id;
    expect(Object.keys(faultsIn(schema, typed(items('6', '6', [[griddle], []]))))).toEqual(['items.crepes.pieces']);
    expect(Object.keys(faultsIn(schema, typed(items('6', '6', [[griddle], [griddle]]))))).toContain(
      'items.crepes.pieces',
    );
    const twins = STATIONS.map((station) => ({
      ...station,
      body: { ...station.body, zones: STATIONS[1]!.body.zones },
    }));
    const sharing = newRunSchema([{ id: 'cakes' }, { id: 'crepes' }], twins, { zone: ZONE, nowMs: NOW_MS });
    expect(faultsIn(sharing, typed(items('6', '6'))).items).toContain('on one burner');
  });

  it('lays cakes on the griddle and a thin batter on bare pans, none two over one burner', () => {
    const shapeOf = (ids: string[]) => ids.map((id) => STATIONS.find((each) => each.id === id)!.body.shape.kind);
    expect(shapeOf(usualStations(STATIONS, false))).toEqual(['rectangle']);
    expect(shapeOf(usualStations(STATIONS, true))).toEqual(['round', 'round']);
    const twins = STATIONS.map((station) => ({
      ...station,
      body: { ...station.body, zones: STATIONS[1]!.body.zones },
    }));
    expect(usualStations(twins, true)).toHaveLength(1);
  });

  it('reads a time that a clock change leaves out as the next there is', () => {
    expect(v.parse(serviceAt(ZONE), { date: '2027-03-28', time: '02:30' })).toBe(Date.parse('2027-03-28T01:30:00Z'));
  });
});
