import { expect, it } from '@jest/globals';
import { COVERS } from '#core/swirl';
import { swirledMorning, type SwirledPour } from '../core/swirled-mornings.ts';

it('21.5 200 hidden batters and hands: two judged pours, and the next covers', () => {
  const mornings = Array.from({ length: 200 }, (_, seed) => swirledMorning(seed + 1000, 3, 28));
  const covers = ({ coverage }: SwirledPour) => coverage >= COVERS;
  const holds = ({ coverage, told }: SwirledPour) => coverage >= told.low && coverage <= told.high;
  for (let n = 0; n < 3; n++) {
    const pours = mornings.map((each) => each[n]!);
    const [covered, held] = [pours.filter(covers).length, pours.filter(holds).length];
    const mean = pours.reduce((sum, { volumeMl }) => sum + volumeMl, 0) / pours.length;
    console.log(`Pour ${n + 1}: ${covered} of 200 cover, ${held} within what was told, ${mean.toFixed(0)} mL`);
  }
  expect(mornings.filter((pours) => covers(pours[2]!)).length).toBeGreaterThanOrEqual(180);
  // what covers is told as "all of it", so that nine in ten is the least they hold
  expect(mornings.flat().filter(holds).length).toBeGreaterThanOrEqual(0.85 * 600);
});
