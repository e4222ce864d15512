import { PROBE_SD_C, type StationBody, type Zone } from '#core/plate';
import { drawnStove, heatedStove, probeShows } from '#core/rehearsal';
import { DEMO_IDS } from './people.ts';

const { burners: BURNER, stations: STATION } = DEMO_IDS;

/** The galley's burners and plates. Powers are what reaches the metal; invented. */
const FLAME_DIAL = { kind: 'power', max: 9, step: 0.5 } as const;
const under = (burnerName: string) => ({ burnerName, source: 'gas', powerW: 2600, dial: FLAME_DIAL }) as const;
const hob = (burnerName: string, powerW: number, acrossMm: number) =>
  ({ burnerName, source: 'gas', powerW, acrossMm, dial: FLAME_DIAL }) as const;
const ELEMENT = {
  burnerName: 'Electric plate',
  source: 'electric',
  powerW: 2400,
  dial: { kind: 'thermostat', scale: 'celsius', max: 250, step: 10, swingC: 14 },
} as const;

export const DEMO_BURNERS = [
  { id: BURNER.griddleA, body: under('Griddle left') },
  { id: BURNER.griddleB, body: under('Griddle middle') },
  { id: BURNER.griddleC, body: under('Griddle right') },
  { id: BURNER.hobLeft, body: hob('Hob left', 1100, 170) },
  { id: BURNER.hobRight, body: hob('Hob right', 1100, 170) },
  { id: BURNER.hobBack, body: hob('Hob back', 1600, 200) },
  { id: BURNER.electric, body: ELEMENT },
] as const;

const burnerOf = (burnerId: string) => ({ burnerId, ...DEMO_BURNERS.find(({ id }) => id === burnerId)!.body });
const zone = (id: string, burnerId: string): Zone => ({ id, ...burnerOf(burnerId) });

export const GRIDDLE: StationBody = {
  name: 'Griddle',
  shape: { kind: 'rectangle', widthMm: 900, depthMm: 450 },
  metal: 'carbonSteel',
  thicknessMm: 6,
  coating: 'seasoned',
  zones: [zone('A', BURNER.griddleA), zone('B', BURNER.griddleB), zone('C', BURNER.griddleC)],
  care: { note: 'Scrape while warm, wipe with oil, never soap.', everyDays: 1 },
};

const crepePan = (name: string, id: string, burnerId: string): StationBody => ({
  name,
  shape: { kind: 'round', diameterMm: 240 },
  metal: 'carbonSteel',
  thicknessMm: 2.5,
  coating: 'seasoned',
  zones: [zone(id, burnerId)],
});

export const CREPE_PAN_ONE = crepePan('Crepe pan one', 'P', BURNER.hobLeft);
export const CREPE_PAN_TWO = crepePan('Crepe pan two', 'Q', BURNER.hobRight);

export const NON_STICK_PAN: StationBody = {
  name: 'Non-stick pan',
  shape: { kind: 'round', diameterMm: 280 },
  metal: 'aluminium',
  thicknessMm: 4,
  coating: 'nonStick',
  zones: [zone('N', BURNER.hobBack)],
  care: { note: 'Wood and silicone only. Never empty on high.' },
};

export const ELECTRIC_PLATE: StationBody = {
  name: 'Electric plate',
  shape: { kind: 'rectangle', widthMm: 450, depthMm: 350 },
  metal: 'aluminium',
  thicknessMm: 5,
  coating: 'nonStick',
  zones: [zone('E', BURNER.electric)],
};

export const DEMO_STATIONS = [
  { id: STATION.griddle, body: GRIDDLE },
  { id: STATION.panOne, body: CREPE_PAN_ONE },
  { id: STATION.panTwo, body: CREPE_PAN_TWO },
  { id: STATION.nonStick, body: NON_STICK_PAN },
  { id: STATION.electric, body: ELECTRIC_PLATE },
] as const;

const SEED = 11;

/** The electric plate runs hot on the left: its element is narrower than it and sits askew. Read at six spots, half an hour after it was lit. */
export function electricReadings(nowMs: number) {
  const drawn = drawnStove(ELECTRIC_PLATE, SEED);
  const hidden = { ...drawn, burners: { E: { ...drawn.burners.E!, offXMm: -40, offYMm: 4 } } };
  const narrow = { ...ELECTRIC_PLATE, zones: ELECTRIC_PLATE.zones.map((each) => ({ ...each, acrossMm: 340 })) };
  const litS = 1800;
  const heated = { turns: [{ atS: 0, zoneId: 'E', mark: 180 }], roomC: 22 };
  const plate = heatedStove(narrow, hidden, heated, litS, SEED);
  const spots = [60, 225, 390].flatMap((xMm) => [100, 250].map((yMm) => ({ xMm, yMm })));
  return spots.map((spot, n) => ({
    id: `0190a000-0000-7000-8000-0000000007${(0x10 + n).toString(16)}`,
    stationId: STATION.electric,
    madeAt: new Date(nowMs - 3 * 86_400_000 + n * 20_000),
    body: {
      ...{ zoneId: 'E', burnerId: BURNER.electric, roomC: 22, spot },
      turns: [{ beforeS: litS + n * 20, mark: 180 }],
      reading: {
        method: 'simulatedProbe',
        surfaceC: probeShows(plate.at(spot.xMm, spot.yMm), spot, litS + n * 20, SEED),
        sdC: PROBE_SD_C,
      },
    },
  }));
}
