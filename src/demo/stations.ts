import type { StationBody } from '#core/plate';

/** The galley's plates. Powers are what reaches the metal; invented. */
export const GRIDDLE: StationBody = {
  name: 'Griddle',
  shape: { kind: 'rectangle', widthMm: 900, depthMm: 450 },
  metal: 'carbonSteel',
  thicknessMm: 6,
  coating: 'none',
  zones: ['A', 'B', 'C'].map((id) => ({ id, powerW: 2600, dial: { kind: 'power', max: 9, step: 0.5 } })),
};

const crepePan = (name: string, id: string): StationBody => ({
  name,
  shape: { kind: 'round', diameterMm: 240 },
  metal: 'carbonSteel',
  thicknessMm: 2.5,
  coating: 'none',
  zones: [{ id, powerW: 620, dial: { kind: 'power', max: 9, step: 0.5 } }],
});

export const CREPE_PAN_ONE = crepePan('Crepe pan one', 'P');
export const CREPE_PAN_TWO = crepePan('Crepe pan two', 'Q');
