import { coreFigures, plateFigures } from '../bench/core.ts';
import { gridConvergence, lawErrors, randomPours, wayErrors } from '../bench/film-law.ts';
import { ingestFigures } from '../bench/ingest.ts';
import { pieceErrors, randomPieces } from '../bench/piece-accuracy.ts';

// Speed figures for docs/figures.md: medians in one run, and ratios within it.
const figures = coreFigures();
const unit = figures[0]!.medianMs;
console.log('| what | median ms | in pieces simulated |\n|---|---|---|');
for (const { name, medianMs } of figures) {
  console.log(`| ${name} | ${medianMs.toPrecision(2)} | ${(medianMs / unit).toPrecision(2)} |`);
}
const HELD_OUT = { count: 60, seed: 2026 };
const pieces = pieceErrors(randomPieces(HELD_OUT.count, HELD_OUT.seed));
console.log(
  `\n${HELD_OUT.count} random pieces, quick ${pieces.quickMs.toFixed(1)} ms, reference ${pieces.exactMs.toFixed(0)} ms; moments only one of them has: ${pieces.oneSided}`,
);
console.log('\n| moment | pieces | mean error s | worst s | within 3 s or 3 % |\n|---|---|---|---|---|');
for (const { what, count, meanS, worstS, within } of pieces.byCue) {
  console.log(`| ${what} | ${count} | ${meanS.toFixed(2)} | ${worstS.toFixed(1)} | ${(100 * within).toFixed(0)} % |`);
}
const films = lawErrors(randomPours(200, 99, { waits: false }));
const within = (errors: readonly number[], most: number) => errors.filter((error) => error <= most).length;
const worst = (errors: readonly number[], unit: string) => `${(errors.at(-1) ?? 0).toFixed(3)} ${unit}`;
console.log(
  `\nThe film by its law, against the grid on 200 films held back: coverage within 3 points in ${within(films.coverage, 0.03)}, worst ${worst(films.coverage, 'of the pan')}; ` +
    `latest tilt within 0.5 s in ${within(films.latestS, 0.5)} of ${films.latestS.length}, worst ${worst(films.latestS, 's')}`,
);
for (const [name, way] of [
  ['settled, then turned', 'settle'],
  ['drawn out by a spreader', { leavesM: 0.001, inPaSn: 0.06 }],
] as const) {
  const errors = wayErrors(way, randomPours(200, 99, { waits: false }));
  const points = (share: number) => (100 * errors[Math.floor(share * (errors.length - 1))]!).toFixed(1);
  console.log(
    `A film ${name}, law against grid: points of coverage, middle ${points(0.5)}, nine in ten ${points(0.9)}, worst ${points(1)}`,
  );
}
console.log('\n| cells across | ms a step | covered, and how unevenly |\n|---|---|---|');
for (const { cells, films: shapes, msPerStep } of gridConvergence()) {
  const told = shapes.map(({ coverage, unevenness }) => `${(100 * coverage).toFixed(1)} % ${unevenness.toFixed(2)}`);
  console.log(`| ${cells} | ${msPerStep.toPrecision(2)} | ${told.join(', ')} |`);
}
console.log('\n| the plate in two dimensions | |\n|---|---|');
for (const { what, figure } of plateFigures()) console.log(`| ${what} | ${figure} |`);
console.log(
  '\n| events taken in, 8 devices | requests a second | bare Fastify and one insert | ratio |\n|---|---|---|---|',
);
for (const { what, bluebellPerS, barePerS } of await ingestFigures()) {
  const ratio = (bluebellPerS / barePerS).toPrecision(2);
  console.log(`| ${what} | ${Math.round(bluebellPerS)} | ${Math.round(barePerS)} | ${ratio} |`);
}
