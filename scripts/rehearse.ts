import { parseArgs } from 'node:util';
import { ATTENTIONS, POLICIES, rehearse, scoreOf, verdictOf, type Share } from '#core/rehearsal';
import { kitchenFrom, runFrom } from './lib/rehearsals.ts';

// A whole run in a hidden kitchen, without a screen: what was done with each piece and what would have been right.
const USAGE = `npm run rehearse -- --kitchen FILE --run FILE [--policy ${POLICIES.join('|')}] [--attention ${ATTENTIONS.join('|')}] [--seed N] [--json]`;

function oneOf<T extends string>(name: string, allowed: readonly T[], given: string | undefined): T {
  const found = allowed.find((each) => each === (given ?? allowed[0]));
  if (!found) throw new Error(`--${name} is one of ${allowed.join(', ')}, not “${given}”.`);
  return found;
}

function asked() {
  const { values } = parseArgs({
    options: {
      kitchen: { type: 'string' },
      run: { type: 'string' },
      policy: { type: 'string' },
      attention: { type: 'string' },
      seed: { type: 'string', default: '1' },
      json: { type: 'boolean', default: false },
    },
  });
  if (!values.kitchen || !values.run) throw new Error('A kitchen and a run are needed.');
  const seed = Number(values.seed);
  if (!Number.isInteger(seed) || seed < 0) throw new Error(`--seed is a whole number, not “${values.seed}”.`);
  return {
    rehearsal: {
      kitchen: kitchenFrom(values.kitchen),
      run: runFrom(values.run),
      policy: oneOf('policy', POLICIES, values.policy),
      attention: oneOf('attention', ATTENTIONS, values.attention),
      seed,
    },
    asJson: values.json,
  };
}

const s = (seconds: number | null) => (seconds === null ? '–' : seconds.toFixed(0)).padStart(4);
const percent = ({ share, low, high }: Share) =>
  `${(100 * share).toFixed(0)} % (${(100 * low).toFixed(0)}–${(100 * high).toFixed(0)})`;

try {
  const { rehearsal, asJson } = asked();
  const { pieces } = rehearse(rehearsal);
  const score = scoreOf(pieces);
  if (asJson) {
    console.log(JSON.stringify({ score, pieces: pieces.map((piece) => ({ ...piece, verdict: verdictOf(piece) })) }));
  } else {
    const { kitchen, run, policy, attention, seed } = rehearsal;
    console.log(`${run.name} in ${kitchen.name}: ${policy}, ${attention}, seed ${seed}`);
    console.log('place  window      best  flip  lift  centre  first  second  verdict');
    for (const piece of pieces) {
      const { placeId, earliestS, latestS, bestS, flippedS, liftedS, coldestC, firstLStar, secondLStar } = piece;
      console.log(
        `${placeId.padEnd(5)} ${s(earliestS)}–${s(latestS).trim().padEnd(5)} ${s(bestS)}  ${s(flippedS)}  ${s(liftedS - flippedS)}  ${coldestC.toFixed(0).padStart(4)} °C  L* ${firstLStar.toFixed(0)}  L* ${secondLStar.toFixed(0)}   ${verdictOf(piece)}${piece.test ? ' (test piece)' : ''}`,
      );
    }
    console.log(
      `${score.pieces} pieces after the test pieces: flipped in their window ${percent(score.flipped)}, lifted cooked and not over-brown ${percent(score.lifted)}, both ${percent(score.good)}; flip off its best moment by ${score.flipRmsS.toFixed(1)} s, root mean square`,
    );
  }
} catch (error) {
  console.error(`${(error as Error).message}\n${USAGE}`);
  process.exit(1);
}
