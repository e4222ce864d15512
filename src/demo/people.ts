/** Skerry Point field station and its two cooks. All made up. */
export const DEMO_KITCHEN = { name: 'Skerry Point', timeZone: 'Europe/London' } as const;

export const DEMO_PEOPLE = [
  { name: 'Ottilie Brandt-Osei', role: 'owner', passphrase: 'kittiwake ledge at dawn' },
  { name: 'Wim Halloran', role: 'cook', passphrase: 'two ladles and a whistle' },
] as const;

/** Fixed ids, so that seeding twice makes nothing twice. */
export const DEMO_IDS = {
  kitchen: '0190a000-0000-7000-8000-000000000001',
  people: ['0190a000-0000-7000-8000-000000000011', '0190a000-0000-7000-8000-000000000012'],
  formulas: { cakes: '0190a000-0000-7000-8000-000000000021', crepes: '0190a000-0000-7000-8000-000000000022' },
  stations: {
    griddle: '0190a000-0000-7000-8000-000000000031',
    panOne: '0190a000-0000-7000-8000-000000000032',
    panTwo: '0190a000-0000-7000-8000-000000000033',
    nonStick: '0190a000-0000-7000-8000-000000000034',
    electric: '0190a000-0000-7000-8000-000000000035',
  },
  burners: {
    griddleA: '0190a000-0000-7000-8000-000000000061',
    griddleB: '0190a000-0000-7000-8000-000000000062',
    griddleC: '0190a000-0000-7000-8000-000000000063',
    hobLeft: '0190a000-0000-7000-8000-000000000064',
    hobRight: '0190a000-0000-7000-8000-000000000065',
    hobBack: '0190a000-0000-7000-8000-000000000066',
    electric: '0190a000-0000-7000-8000-000000000067',
  },
  runs: { finished: '0190a000-0000-7000-8000-000000000041', upcoming: '0190a000-0000-7000-8000-000000000042' },
  device: '0190a000-0000-7000-8000-000000000051',
} as const;

/** Draws the kitchen of the demo's runs as it truly is. */
export const DEMO_SEED = 4;
