import { rehearsalFigures, shares } from '../bench/rehearsals.ts';

// Twelve frozen kitchens, each policy and attention, some seeds: the figures of README. Minutes to an hour.
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
