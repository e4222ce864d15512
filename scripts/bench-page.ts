import { pageFigures } from '../bench/page.ts';

// What a cook waits for on the real page, for docs/figures.md.
const { tapMs, finishedMs, grownBytes, cook, review } = await pageFigures();
const at = (share: number) => tapMs[Math.min(tapMs.length - 1, Math.floor(share * tapMs.length))]!.toFixed(0);
console.log(`${tapMs.length} taps, from the key to the board: p50 ${at(0.5)}, p95 ${at(0.95)} ms`);
console.log(
  `a finished run of a year ago: ${finishedMs.toFixed(0)} ms; open for half a minute it holds ${(grownBytes / 1024).toFixed(0)} kB more`,
);
for (const [name, load] of Object.entries({ Cook: cook, Review: review })) {
  console.log(`first load of ${name}: ${(load.bytes / 1000).toFixed(0)} kB`);
  for (const { file, bytes } of load.byFile.slice(0, 12)) console.log(`  ${(bytes / 1000).toFixed(1)} kB ${file}`);
}
