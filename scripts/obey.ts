import { parseArgs } from 'node:util';
import { ATTENTIONS, LOOKS, STRUCTURES, type Kitchen, type RehearsalRun } from '#core/rehearsal';
import { obeyFigures, type ObeyFigure } from '../bench/obey.ts';
import { kitchenFrom, obeyedKitchens, runFrom } from './lib/rehearsals.ts';

// Hands that do only what the screens show, in kitchens whose plates nobody has read: what comes off, and what the plates come to.
const USAGE = `npm run obey [-- --kitchen FILE --run FILE --look ${LOOKS.join('|')} --attention ${ATTENTIONS.join('|')} --structure ${STRUCTURES.join('|')} --seeds N --json]`;

function chosen<T extends string>(name: string, allowed: readonly T[], given: string | undefined): readonly T[] {
  if (given === undefined) return allowed;
  const found = allowed.find((each) => each === given);
  if (!found) throw new Error(`--${name} is one of ${allowed.join(', ')}, not “${given}”.`);
  return [found];
}

const named = (kitchen: Kitchen, run: RehearsalRun) => ({ name: kitchen.name, kitchen, run });

function asked() {
  const text = { type: 'string' } as const;
  const { values } = parseArgs({
    options: {
      ...{ kitchen: text, run: text, look: text, attention: text, structure: text },
      seeds: { type: 'string', default: '1' },
      json: { type: 'boolean', default: false },
    },
  });
  if (Boolean(values.kitchen) !== Boolean(values.run)) throw new Error('A kitchen goes with a run.');
  const seeds = Number(values.seeds);
  if (!Number.isInteger(seeds) || seeds < 1) throw new Error(`--seeds is a whole number, not “${values.seeds}”.`);
  return {
    mornings: values.kitchen ? [named(kitchenFrom(values.kitchen), runFrom(values.run!))] : obeyedKitchens(),
    looks: chosen('look', LOOKS, values.look),
    attentions: chosen('attention', ATTENTIONS, values.attention),
    structure: chosen('structure', STRUCTURES, values.structure ?? 'own')[0]!,
    ...{ seeds, asJson: values.json },
  };
}

const cell = (value: number, digits = 0) => value.toFixed(digits);

function row({ name, look, attention, score }: ObeyFigure): string {
  const { pieces, right, burnt, dark, raw, pale, slow, late } = score;
  const cells = [
    ...[name, `${look}, ${attention}`, `${cell((100 * right) / pieces)} % of ${pieces}`],
    ...[burnt, dark, raw, pale, slow, late].map((each) => cell(each)),
    `${cell(score.overLimitC)} °C ${cell(score.overLimitS)} s`,
    `${cell(score.overBatterC)} °C ${cell(score.overBatterS)} s`,
    ...[cell(score.medianFirstSideS), cell(score.turns, 1), cell(score.prompts, 1), cell(score.lateMin, 1)],
  ];
  return `| ${cells.join(' | ')} |`;
}

try {
  const { mornings, asJson, ...of } = asked();
  const figures = await obeyFigures(mornings, of, (figure) => {
    if (!asJson) console.error(row(figure));
  });
  if (asJson) {
    const kitchens = figures.map(({ name, look, attention, score }) => ({ name, look, attention, ...score }));
    console.log(JSON.stringify({ kitchens }));
  } else {
    console.log(
      '| kitchen | look, attention | right | burnt | dark | raw | pale | slow | late | over face | over batter | first side s | turns an hour | prompts a panful | late min |',
    );
    console.log(`|${'---|'.repeat(15)}`);
    for (const figure of figures) console.log(row(figure));
    for (const look of of.looks)
      for (const attention of of.attentions) {
        const own = figures.filter((each) => each.look === look && each.attention === attention);
        const sum = (of: (figure: ObeyFigure) => number) => own.reduce((total, each) => total + of(each), 0);
        const share = (100 * sum(({ score }) => score.right)) / sum(({ score }) => score.pieces);
        console.log(`${look}, ${attention}: ${cell(share)} % right`);
      }
  }
} catch (error) {
  console.error(`${(error as Error).message}\n${USAGE}`);
  process.exit(1);
}
