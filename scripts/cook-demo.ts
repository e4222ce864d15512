import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { DEMO_IDS, DEMO_SEED, morningToCook } from '#demo';
import { drawnKitchen, obeyScore, obeyTold } from '#core/rehearsal';

// Cooks the demo's finished morning by hands that do what the screens say, and keeps its log: a minute or two.
const USAGE = 'npm run demo:cook [-- --seed N --dry]';
const KEPT = fileURLToPath(new URL('../src/demo/finished-morning.json', import.meta.url));
/** Service of the kept morning; it is moved to yesterday's when the demo is put in. */
const SERVICE_MS = Date.UTC(2026, 5, 9, 6, 40);

try {
  const { values } = parseArgs({
    options: { seed: { type: 'string', default: String(DEMO_SEED) }, dry: { type: 'boolean', default: false } },
  });
  const seed = Number(values.seed);
  if (!Number.isInteger(seed) || seed < 1) throw new Error(`--seed is a whole number, not “${values.seed}”.`);
  const { pins, events } = morningToCook(SERVICE_MS);
  const told = {
    ...{ pins, brief: events[0]!, stationIds: pins.stations.map(({ id }) => id) },
    log: {
      makeId: (n: number) => events[0]!.id.slice(0, -12) + n.toString(16).padStart(12, '0'),
      ...{ deviceId: DEMO_IDS.device, rehearsal: false },
    },
  };
  const kitchen = drawnKitchen(pins, seed);
  const cooked = obeyTold(told, { kitchen, look: 'one', attention: 'full', seed });
  const { pieces, right, ...score } = obeyScore(cooked);
  console.log(`seed ${seed}: ${right} of ${pieces} right`, JSON.stringify(score));
  if (!values.dry)
    writeFileSync(KEPT, `${JSON.stringify({ serviceAtMs: SERVICE_MS, events: cooked.events }, null, 1)}\n`);
} catch (error) {
  console.error(`${(error as Error).message}\n${USAGE}`);
  process.exit(1);
}
