import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { obey, obeyScore, obeyedFault, passedLimit, type Looks, type ObeyedPiece } from '#core/rehearsal';
import { obeyedKitchens } from '../../scripts/lib/rehearsals.ts';

const kitchens = obeyedKitchens();
const memo = new Memo();
const morning = (name: string, look: Looks, seed = 1) => {
  const { kitchen, run } = kitchens.find((each) => each.name === name)!;
  return obey({ kitchen, run, look, attention: 'full', seed, memo });
};

describe('the kitchens to obey in', () => {
  it('are sixteen pairs nobody has read, with dials of every kind, and are read without a fault', () => {
    expect(kitchens.length).toBeGreaterThanOrEqual(12);
    const zones = kitchens.flatMap(({ kitchen }) => kitchen.stations.flatMap(({ body }) => body.zones));
    expect(new Set(zones.map(({ source }) => source)).size).toBeGreaterThanOrEqual(5);
    expect(zones.some(({ dial }) => dial.words)).toBe(true);
    expect(zones.some(({ dial }) => dial.scale === 'fahrenheit')).toBe(true);
  });
});

describe('an obeyed morning', () => {
  const gentle = morning('11-steel-words-gentle', 'one');

  it('comes to its end, every piece poured, turned and lifted, and is the same each time', () => {
    expect(gentle.pieces).toHaveLength(10);
    expect(obeyScore(morning('11-steel-words-gentle', 'one'))).toEqual(obeyScore(gentle));
  });

  it('never reads a plate when looks are refused, and reads each once when they are taken', () => {
    const looks = ({ events }: typeof gentle) =>
      events.filter(({ kind, payload }) => kind === 'reading-taken' && payload['method'] !== 'piece').length;
    expect(looks(gentle)).toBeLessThanOrEqual(1);
    expect(looks(morning('09-electric-griddle-f', 'never'))).toBe(0);
  });

  it('pours one piece alone on a plate that nobody has read, and nothing beside it until it is off', () => {
    const { events } = morning('02-nonstick-coil', 'never');
    const kinds = events.flatMap(({ kind }) => (['poured', 'flipped', 'lifted'].includes(kind) ? [kind] : []));
    expect(kinds.slice(0, 4)).toEqual(['poured', 'flipped', 'lifted', 'poured']);
  });

  it.each(['02-nonstick-coil', '03-nonstick-induction', '09-electric-griddle-f'])(
    'does not pass the coating of %s, read or not',
    (name) => {
      for (const look of ['never', 'one'] as const)
        for (const { face } of morning(name, look).plates) expect(passedLimit(face)).toBe(false);
    },
  );

  it('turns a thermostat no more than six times an hour', () => {
    expect(obeyScore(morning('09-electric-griddle-f', 'one')).turns).toBeLessThanOrEqual(6);
  });
});

describe('what is wrong with a piece', () => {
  const piece: ObeyedPiece = {
    ...{ pieceId: 'p', formulaId: 'f', stationId: 's', zoneId: 'A', placeId: 'A1', pouredAtMs: 0, liftedAtMs: 200_000 },
    ...{ usualFirstS: 110, pouredS: 0, flippedS: 120, doneS: 40, holdsS: 105 },
    ...{ earliestS: 105, bestS: 115, latestS: 135, tooHot: false, coldestC: 95, cooked: true },
    ...{ firstLStar: 60, firstDarkest: 58, firstLightest: 66 },
    ...{ secondLStar: 72, secondDarkest: 70, secondLightest: 77 },
  };
  const SERVICE_MS = 300_000;
  it.each([
    [{}, null],
    [{ firstLStar: 30 }, 'burnt'],
    [{ flippedS: 100 }, 'raw'],
    [{ cooked: false }, 'raw'],
    [{ holdsS: null }, 'raw'],
    [{ firstLStar: 44 }, 'dark'],
    [{ secondLStar: 44 }, 'dark'],
    [{ firstLStar: 76 }, 'pale'],
    [{ secondDarkest: 75 }, 'pale'],
    [{ flippedS: 170 }, 'slow'],
    [{ liftedAtMs: SERVICE_MS + 301_000 }, 'late'],
  ] as const)('%j: %s', (more, fault) => {
    expect(obeyedFault({ ...piece, ...more }, SERVICE_MS)).toBe(fault);
  });
});
