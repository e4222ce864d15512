import { pageFigures } from '../bench/page.ts';
import { trainerFigures } from '../bench/swirl-page.ts';

/** The value below which a share of an ordered list lies. */
const below = (values: readonly number[], share: number) =>
  values[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;

// What a cook waits for on the real page, for docs/figures.md.
const { tapMs, finishedMs, grownBytes, cook, review } = await pageFigures();
const at = (share: number) => below(tapMs, share).toFixed(0);
console.log(`${tapMs.length} taps, from the key to the board: p50 ${at(0.5)}, p95 ${at(0.95)} ms`);
console.log(
  `a finished run of a year ago: ${finishedMs.toFixed(0)} ms; open for half a minute it holds ${(grownBytes / 1024).toFixed(0)} kB more`,
);
for (const [name, load] of Object.entries({ Cook: cook, Review: review })) {
  console.log(`first load of ${name}: ${(load.bytes / 1000).toFixed(0)} kB`);
  for (const { file, bytes } of load.byFile.slice(0, 12)) console.log(`  ${(bytes / 1000).toFixed(1)} kB ${file}`);
}
for (const { cells, frameMs, workerMs, blockedMs } of await trainerFigures()) {
  const told = (values: readonly number[]) =>
    `p50 ${below(values, 0.5).toFixed(1)}, p95 ${below(values, 0.95).toFixed(1)}`;
  console.log(
    `the swirl's trainer at ${cells}²: ${frameMs.length} films, ${told(frameMs)} ms apart; worker ${told(workerMs)} ms; ` +
      `blocked for 50 ms and more ${blockedMs.length} times, at most ${(blockedMs.at(-1) ?? 0).toFixed(0)} ms`,
  );
}
