import { readKitchen, type Kitchen, type KitchenFile } from './kitchen.ts';

/** Levels of the flip trainer, easiest first: what makes each harder is all that changes. */
export const LEVELS = ['steady', 'uneven', 'warming', 'thick', 'runaway'] as const;
export type Level = (typeof LEVELS)[number];

/** How a level's plate is brought to its first pour: marks, and how long it stands at each, s. */
interface LevelPlate {
  readonly kitchen: Kitchen;
  readonly lead: readonly (readonly [mark: number, forS: number])[];
  /** Turned to as the first piece is poured. */
  readonly thenMark: number;
}

/** A small griddle of four places, heated from below by one burner. Invented. */
const GRIDDLE: KitchenFile['stations'][number]['body'] = {
  name: 'Practice plate',
  shape: { kind: 'rectangle', widthMm: 340, depthMm: 340 },
  metal: 'aluminium',
  thicknessMm: 12,
  coating: 'seasoned',
  zones: [{ id: 'A', source: 'electric', powerW: 3000, acrossMm: 330, dial: { kind: 'power', max: 10, step: 0.5 } }],
};
const SURE = { lnVolumeSd: 0.02, lnThicknessSd: 0.01, offPlaceSdMm: 2 };

function plate(
  name: string,
  of: Partial<KitchenFile> & { readonly hidden?: KitchenFile['stations'][number]['hidden'] },
): Kitchen {
  const { hidden = { burners: {} }, ...file } = of;
  // marks below were found on a dial that gives heat in proportion
  const dialled = { ...hidden, burners: { A: { ...hidden.burners['A'], dial: { exponent: 1 } } } };
  return readKitchen({ name, pours: SURE, ...file, stations: [{ body: GRIDDLE, hidden: dialled }] });
}

/** Up at full, then left to even out. Invented. */
const SETTLED = [
  [10, 218],
  [1.5, 900],
] as const;

/** Marks and minutes found by trying: where the plate stands at 180 °C, well below it, or above it and rising. Invented. */
export const LEVEL_PLATES: Readonly<Record<Level, LevelPlate>> = {
  steady: { kitchen: plate('Steady', {}), lead: SETTLED, thenMark: 4.6 },
  uneven: {
    kitchen: plate('Uneven', {
      hidden: { burners: { A: { offXMm: 70, offYMm: -30 } } },
      pours: { ...SURE, lnVolumeSd: 0.08 },
    }),
    ...{ lead: SETTLED, thenMark: 4.6 },
  },
  warming: { kitchen: plate('Warming', {}), lead: [[10, 255]], thenMark: 6 },
  thick: {
    kitchen: plate('Thick and thin', {
      pours: { lnVolumeSd: 0.15, lnThicknessSd: 0.18, offPlaceSdMm: 4 },
      batter: { browning: 1.1 },
    }),
    ...{ lead: SETTLED, thenMark: 4.6 },
  },
  runaway: {
    kitchen: plate('Runaway', { hidden: { burners: { A: { gain: 1.3, fadesPerHour: -0.6, offXMm: 25 } } } }),
    ...{
      lead: [
        [10, 170],
        [1, 200],
      ],
      thenMark: 5.5,
    },
  },
};
