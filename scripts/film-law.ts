import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { coverLogit, filmFeatures, reachOn } from '#core/swirl';
import { followed, randomPours } from '../bench/film-law.ts';

// Follows films on the grid and fits the law of src/core/swirl to them: half an hour. Only when the film's physics or the
// usual hands change. Its error on films held back is printed by `npm run bench`.
const LAW = fileURLToPath(new URL('../src/core/swirl/film-law.json', import.meta.url));
const FILMS = 900;
const SEED = 21;
/** Beyond the spans on every side, so that their ends are no edge. */
const WIDEN = 1.06;
/** Lengths of the process in deviations of its features, its own deviation and what films differ by beside it: the likeliest for the first five hundred films. */
const LENGTHS = [0.47, 1.73, 0.89, 2.29];
const SD = 1;
const NOISE = 0.14;

const pours = randomPours(FILMS, SEED, { waits: true, widen: WIDEN });
const films = pours.map((pour, i) => {
  if (i % 50 === 0) console.log(`${i} of ${FILMS} films`);
  const { consistencyPaSn } = pour.setup.batter;
  const reach = reachOn(pour.setup)(pour.volumeMl, pour.waitS, 1);
  return { x: filmFeatures(reach, consistencyPaSn, pour.waitS), logit: coverLogit(followed(pour)) };
});
const round = (value: number, digits = 4) => Number(value.toFixed(digits));
const features = films[0]!.x.map((_, i) => films.map(({ x }) => x[i]!));
const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const centre = features.map((values) => round(mean(values)));
const scale = features.map((values, i) => round(Math.sqrt(mean(values.map((value) => (value - centre[i]!) ** 2)))));
const range = features.map((values) => [round(Math.min(...values)), round(Math.max(...values))]);
const points = films.map(({ x }) => x.map((value, i) => round((value - centre[i]!) / scale[i]!)));

const trendOf = new Matrix(points.map(([reach, depth]) => [1, reach!, depth!]));
const logits = Matrix.columnVector(films.map(({ logit }) => logit));
const normalEquations = trendOf.transpose().mmul(trendOf);
const trend = new CholeskyDecomposition(normalEquations)
  .solve(trendOf.transpose().mmul(logits))
  .to1DArray()
  .map((value) => round(value));
const rest = Matrix.sub(logits, trendOf.mmul(Matrix.columnVector(trend)));
const alike = (a: readonly number[], b: readonly number[]) =>
  SD ** 2 * Math.exp(-a.reduce((sum, value, i) => sum + ((value - b[i]!) / LENGTHS[i]!) ** 2, 0) / 2);
const covariance = new Matrix(points.map((a, i) => points.map((b, j) => alike(a, b) + (i === j ? NOISE ** 2 : 0))));
const weights = new CholeskyDecomposition(covariance).solve(rest).to1DArray();
const law = {
  ...{ centre, scale, range, lengths: LENGTHS, trend },
  points: points.map((point, i) => [...point, round(SD ** 2 * weights[i]!)]),
};
writeFileSync(LAW, `${JSON.stringify(law).replaceAll('],[', '],\n[')}\n`);
