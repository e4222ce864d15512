import { Memo } from '#core/memo';
import { availableParallelism } from 'node:os';
import { Worker, isMainThread, parentPort, workerData } from 'node:worker_threads';
import {
  obey,
  obeyScore,
  type Attention,
  type Kitchen,
  type Looks,
  type ObeyScore,
  type RehearsalRun,
  type Structure,
} from '#core/rehearsal';

/** A kitchen and what is cooked in it. */
export interface ObeyedKitchen {
  readonly name: string;
  readonly kitchen: Kitchen;
  readonly run: RehearsalRun;
}

/** Which mornings are obeyed in each kitchen. */
export interface Obeyance {
  readonly looks: readonly Looks[];
  readonly attentions: readonly Attention[];
  readonly structure: Structure;
  readonly seeds: number;
}

export interface ObeyFigure {
  readonly name: string;
  readonly look: Looks;
  readonly attention: Attention;
  readonly seed: number;
  readonly score: ObeyScore;
}

/** Every morning of one kitchen; the memo is shared, it holds nothing of the truth. */
export function figuresOf({ name, kitchen, run }: ObeyedKitchen, of: Obeyance): ObeyFigure[] {
  const memo = new Memo();
  const seeds = Array.from({ length: of.seeds }, (_, n) => n + 1);
  return of.looks.flatMap((look) =>
    of.attentions.flatMap((attention) =>
      seeds.map((seed) => ({
        ...{ name, look, attention, seed },
        score: obeyScore(obey({ kitchen, run, look, attention, seed, structure: of.structure, memo })),
      })),
    ),
  );
}

/** All kitchens, a worker for each core, in their order; each is told as it comes. */
export async function obeyFigures(
  kitchens: readonly ObeyedKitchen[],
  of: Obeyance,
  told: (figure: ObeyFigure) => void = () => undefined,
): Promise<ObeyFigure[]> {
  const found: ObeyFigure[][] = [];
  let next = 0;
  const take = async () => {
    while (next < kitchens.length) {
      const index = next++;
      found[index] = await new Promise((resolve, reject) => {
        const worker = new Worker(new URL('./obey-worker.mjs', import.meta.url), {
          workerData: { kitchen: kitchens[index], of },
        });
        worker.once('message', resolve).once('error', reject);
      });
      found[index].forEach(told);
    }
  };
  await Promise.all(Array.from({ length: Math.min(kitchens.length, availableParallelism()) }, take));
  return found.flat();
}

if (!isMainThread && workerData?.of) parentPort?.postMessage(figuresOf(workerData.kitchen, workerData.of));
