import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';

import type { EggClass } from '#core/ingredients';
import type { MeasureSystem } from '#core/units';

/** What a careful cook reads in one line; see README.md for the marks. */
export interface Reading {
  readonly text: string;
  readonly kind: 'line' | 'aside' | 'step';
  /** Null: none of the larder. Undefined: any. */
  readonly ingredientId?: string | null;
  /** Null: unknown. Undefined: any. */
  readonly g?: number | null;
  readonly within: number;
  readonly plate: boolean;
  /** Into the batter, but not when it is mixed. Undefined: nobody asks. */
  readonly later?: boolean;
  /** Undefined: either is right. */
  readonly doubtful?: boolean;
}

export interface PastedRecipe {
  readonly title: string;
  readonly system: MeasureSystem;
  readonly eggClass: EggClass;
  readonly pieces: number | null;
  readonly text: string;
  readonly readings: readonly Reading[];
}

/** Every recipe of this folder with its reading. */
export function pastedRecipes(): PastedRecipe[] {
  return blocksIn(import.meta.dirname).map(recipe);
}

/** The recipes of a folder's files, as they are written there. */
export function blocksIn(folder: string): string[] {
  return readdirSync(folder)
    .filter((name) => name.endsWith('.txt'))
    .sort()
    .flatMap((name) => readFileSync(path.join(folder, name), 'utf8').split(/^### /m).slice(1));
}

function recipe(block: string): PastedRecipe {
  const [head = '', ...rows] = block.trimEnd().split('\n');
  const [system, eggClass, pieces] = head.split(' ');
  const parted = rows.map((row) => row.split(' => '));
  return {
    title: parted[0]?.[0] ?? '',
    system: system as MeasureSystem,
    eggClass: eggClass as EggClass,
    pieces: pieces ? Number(pieces.replace('pieces=', '')) : null,
    text: parted.map(([text]) => text).join('\n'),
    readings: parted.flatMap(([text = '', marks]) =>
      marks ? marks.split(' + ').map((each) => reading(text, each.trim())) : [],
    ),
  };
}

/** What the marks right of a line say. */
export function reading(text: string, marks: string): Reading {
  const words = marks.split(' ');
  const has = (word: string) => words.includes(word);
  const doubtful = has('!') ? { doubtful: true } : has('sure') ? { doubtful: false } : {};
  if (has('step') || has('aside'))
    return { text, kind: has('step') ? 'step' : 'aside', within: 0, plate: false, ...doubtful };
  const [id, amount] = words;
  const [g, percent] = amount?.split('~') ?? [];
  return {
    text,
    kind: 'line',
    ...(id === '*' ? {} : { ingredientId: id === '?' ? null : id! }),
    ...(g === '?' ? { g: null } : Number.isNaN(Number(g)) ? {} : { g: Number(g) }),
    within: Number(percent ?? 4) / 100,
    plate: has('plate'),
    later: has('later'),
    ...(g === '*' ? { doubtful: true } : doubtful),
  };
}
