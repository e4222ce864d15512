import { coreFigures, plateFigures } from '../bench/core.ts';
import { ingestFigures } from '../bench/ingest.ts';

// Speed figures for the README: medians in one run, and ratios within it.
const figures = coreFigures();
const unit = figures[0]!.medianMs;
console.log('| what | median ms | in pieces simulated |\n|---|---|---|');
for (const { name, medianMs } of figures) {
  console.log(`| ${name} | ${medianMs.toPrecision(2)} | ${(medianMs / unit).toPrecision(2)} |`);
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
