import { COURSES, foretoldPours } from '../bench/pours.ts';
import { honesty } from '../bench/random-truths.ts';
import { longMorningS, rehearsalFigures, shares } from '../bench/rehearsals.ts';

// Twelve frozen kitchens, each policy and attention, some seeds: the figures of docs/figures.md. Minutes to an hour.
const seeds = Number(process.argv[2] ?? 10);
const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
const found = shares(await rehearsalFigures(seeds));
console.log(`| ${seeds} seeds | flipped in window | lifted well | both (90 %) | flip rms s |\n|---|---|---|---|---|`);
for (const { attention, policy, all } of found) {
  const { flipped, lifted, good, flipRmsS } = all;
  console.log(
    `| ${policy}, ${attention} | ${percent(flipped.share)} | ${percent(lifted.share)} | ${percent(good.share)} (${percent(good.low)}–${percent(good.high)}) | ${flipRmsS.toFixed(0)} |`,
  );
}
console.log(`\n| both | ${found.map(({ policy, attention }) => `${policy}, ${attention}`).join(' | ')} |`);
console.log(`|---|${found.map(() => '---|').join('')}`);
found[0]!.byKitchen.forEach(({ file }, index) =>
  console.log(
    `| ${file.replace('.json', '')} | ${found.map(({ byKitchen }) => percent(byKitchen[index]!.score.good.share)).join(' | ')} |`,
  ),
);

const KITCHENS = 200;
console.log(
  `\n| ${KITCHENS} kitchens drawn at random: rms of the flip predicted before pours 1–6, s | by the board | mean | timer |\n|---|---|---|---|`,
);
for (const course of COURSES) {
  const { predicted, mean, timer } = foretoldPours(course, KITCHENS);
  const each = (of: readonly number[]) => of.map((s) => s.toFixed(1)).join(', ');
  console.log(`| ${course} plate | ${each(predicted)} | ${each(mean)} | ${each(timer)} |`);
}
const { held, medianHalfWidthS } = honesty(1000);
console.log(
  `\n1,000 kitchens drawn at random: nine in ten holds ${percent(held)}, median half-width after three pieces ${medianHalfWidthS.toFixed(1)} s.`,
);
console.log(
  `\nNinety pieces in the first kitchen, one after the other: ${longMorningS('full').toFixed(0)} s with full attention, ${longMorningS('lazy').toFixed(0)} s with lazy.`,
);
