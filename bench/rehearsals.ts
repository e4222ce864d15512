import { Memo } from '#core/memo';
import { availableParallelism } from 'node:os';
import { Worker, isMainThread, parentPort, workerData } from 'node:worker_threads';
import {
  ATTENTIONS,
  POLICIES,
  rehearse,
  scoreOf,
  type Attention,
  type Policy,
  type RehearsedPiece,
} from '#core/rehearsal';
import { frozenKitchens, frozenRun } from '../scripts/lib/rehearsals.ts';

/** What one kitchen came to by one policy and attention, over all seeds. */
export interface KitchenFigure {
  readonly file: string;
  readonly policy: Policy;
  readonly attention: Attention;
  readonly pieces: readonly RehearsedPiece[];
}

/** Every policy and attention in one frozen kitchen; the memo is shared, it holds nothing of the truth. */
export function kitchenFigures(index: number, seeds: number): KitchenFigure[] {
  const { file, kitchen } = frozenKitchens()[index]!;
  const run = frozenRun('cakes');
  const memo = new Memo();
  return ATTENTIONS.flatMap((attention) =>
    POLICIES.map((policy) => ({
      ...{ file, policy, attention },
      pieces: Array.from(
        { length: seeds },
        (_, seed) => rehearse({ kitchen, run, policy, attention, seed: seed + 1, memo }).pieces,
      ).flat(),
    })),
  );
}

/** How long a morning of ninety pieces takes without a screen, its tables and all, s. */
export function longMorningS(attention: Attention): number {
  const { kitchen } = frozenKitchens()[0]!;
  const startMs = performance.now();
  rehearse({ kitchen, run: frozenRun('long-morning'), policy: 'predicted', attention, seed: 1 });
  return (performance.now() - startMs) / 1000;
}

/** All frozen kitchens, a worker for each core. */
export async function rehearsalFigures(seeds: number): Promise<KitchenFigure[]> {
  const count = frozenKitchens().length;
  const found: KitchenFigure[][] = [];
  let next = 0;
  const take = async () => {
    while (next < count) {
      const index = next++;
      found[index] = await new Promise((resolve, reject) => {
        const worker = new Worker(new URL('./rehearsals-worker.mjs', import.meta.url), {
          workerData: { index, seeds },
        });
        worker.once('message', resolve).once('error', reject);
      });
    }
  };
  await Promise.all(Array.from({ length: Math.min(count, availableParallelism()) }, take));
  return found.flat();
}

/** Share of good pieces by policy and attention, whole and by kitchen. */
export function shares(figures: readonly KitchenFigure[]) {
  return ATTENTIONS.flatMap((attention) =>
    POLICIES.map((policy) => {
      const own = figures.filter((each) => each.attention === attention && each.policy === policy);
      return {
        ...{ attention, policy },
        all: scoreOf(own.flatMap(({ pieces }) => pieces)),
        byKitchen: own.map(({ file, pieces }) => ({ file, score: scoreOf(pieces) })),
      };
    }),
  );
}

if (!isMainThread) parentPort?.postMessage(kitchenFigures(workerData.index, workerData.seeds));
