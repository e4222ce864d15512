import { coreFigures } from '../bench/core.ts';

// Speed figures for the README: medians in one run, and ratios to the simulation of one piece.
const figures = coreFigures();
const unit = figures[0]!.medianMs;
console.log('| what | median ms | in pieces simulated |\n|---|---|---|');
for (const { name, medianMs } of figures) {
  console.log(`| ${name} | ${medianMs.toPrecision(2)} | ${(medianMs / unit).toPrecision(2)} |`);
}
