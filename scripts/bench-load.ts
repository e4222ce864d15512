import { cpuATapMs, kitchensAtOnce } from '../bench/load.ts';

// How many kitchens a house bears on this machine, for docs/figures.md.
const { taps, lost, p50Ms, p95Ms, p99Ms, serversCores, databaseCores } = await kitchensAtOnce(200, 60);
console.log(
  `200 kitchens on two processes: ${taps} taps, ${lost} lost; p50 ${p50Ms.toFixed(0)}, p95 ${p95Ms.toFixed(0)}, p99 ${p99Ms.toFixed(0)} ms; cores: servers ${serversCores.toFixed(2)}, database ${databaseCores.toFixed(2)}`,
);
for (const feeds of [1, 1000])
  console.log(`a tap that ${feeds} feeds follow: ${(await cpuATapMs(feeds, 40)).toFixed(1)} ms of processor time`);
process.exit(0);
