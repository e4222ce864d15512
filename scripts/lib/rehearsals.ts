import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { toJsonSchema } from '@valibot/to-json-schema';
import {
  KitchenSchema,
  RehearsalRunSchema,
  readKitchen,
  readRehearsalRun,
  type Kitchen,
  type RehearsalRun,
} from '#core/rehearsal';
import { ROOT } from './paths.ts';

const folder = join(ROOT, 'rehearsals');

/** A file that holds JSON. @throws Error naming the file, when there is none or it is not JSON. */
function json(path: string): unknown {
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch {
    throw new Error(`There is no file ${path}.`);
  }
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new Error(`${path} is not JSON: ${(error as Error).message}`);
  }
}

/** @throws Error naming file and field. */
function read<T>(path: string, reader: (file: unknown) => T): T {
  try {
    return reader(json(path));
  } catch (error) {
    throw error instanceof RangeError ? new Error(`${path}: ${error.message}`) : error;
  }
}

export const kitchenFrom = (path: string): Kitchen => read(path, readKitchen);
export const runFrom = (path: string): RehearsalRun => read(path, readRehearsalRun);

/** The frozen kitchens, in order. */
export function frozenKitchens(): { readonly file: string; readonly kitchen: Kitchen }[] {
  const files = readdirSync(join(folder, 'kitchens')).filter((file) => /^\d\d-.*\.json$/.test(file));
  return files.sort().map((file) => ({ file, kitchen: kitchenFrom(join(folder, 'kitchens', file)) }));
}

/** The kitchens to obey in, with what is cooked in each: frozen too, their plates never read. */
export function obeyedKitchens(): { readonly name: string; readonly kitchen: Kitchen; readonly run: RehearsalRun }[] {
  const kept = join(folder, 'obeyed');
  const files = readdirSync(kept).filter((file) => file.endsWith('.kitchen.json'));
  return files.sort().map((file) => {
    const name = file.replace('.kitchen.json', '');
    return { name, kitchen: kitchenFrom(join(kept, file)), run: runFrom(join(kept, `${name}.run.json`)) };
  });
}

export const frozenRun = (name: string): RehearsalRun => runFrom(join(folder, 'runs', `${name}.json`));

/** The JSON schemas of both kinds of file, by file name: what is written beside them. */
export function rehearsalSchemas(): Readonly<Record<string, unknown>> {
  const options = { typeMode: 'input', errorMode: 'ignore' } as const;
  return {
    'kitchen.schema.json': toJsonSchema(KitchenSchema, options),
    'run.schema.json': toJsonSchema(RehearsalRunSchema, options),
  };
}

export const REHEARSALS = folder;
