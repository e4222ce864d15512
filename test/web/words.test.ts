import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { ALLERGENS } from '#core/ingredients';
import { CUES, FAULTS } from '#core/piece';
import { COATINGS, METALS, SOURCES } from '#core/plate';

const WEB = new URL('../../src/web/', import.meta.url);
const files = (readdirSync(WEB, { recursive: true }) as string[]).filter((file) => /\.(vue|ts)$/.test(file));

async function rooms(): Promise<{ file: string; words: Record<string, unknown> }[]> {
  const folder = new URL('words/en/', WEB);
  return Promise.all(
    readdirSync(folder).map(async (file) => ({
      file,
      words: Object.values(
        (await import(new URL(file, folder).pathname)) as Record<string, Record<string, unknown>>,
      )[0]!,
    })),
  );
}

/** What stands at a key, or nothing. */
function at(words: unknown, key: string): unknown {
  return key.split('.').reduce((of, part) => (of as Record<string, unknown> | undefined)?.[part], words);
}

describe('the words of the interface', () => {
  it('have one room each: of two rooms of one name the first would be lost', async () => {
    const names = (await rooms()).flatMap(({ words }) => Object.keys(words));
    expect(names.filter((name, index) => names.indexOf(name) !== index)).toEqual([]);
  });

  it('are there for every key that is asked for', async () => {
    const all = Object.assign({}, ...(await rooms()).map(({ words }) => words));
    const missing = files.flatMap((file) => {
      const source = readFileSync(new URL(file, WEB), 'utf8');
      // whole keys, and the room of keys that are put together
      const whole = [...source.matchAll(/\btn?\(\s*'([a-zA-Z][\w.-]*\.[\w.-]+)'/g)].map((match) => match[1]!);
      const rooms = [...source.matchAll(/\btn?\(\s*`([a-zA-Z][\w.-]*)\.\$\{/g)].map((match) => match[1]!);
      return [
        ...whole.filter((key) => typeof at(all, key) !== 'string').map((key) => `${file}: ${key}`),
        ...rooms.filter((key) => typeof at(all, key) !== 'object').map((key) => `${file}: ${key}.…`),
      ];
    });
    expect(missing).toEqual([]);
  });

  it('are there for everything of a kind that the core knows', async () => {
    const all = Object.assign({}, ...(await rooms()).map(({ words }) => words));
    const kinds: Record<string, readonly string[]> = {
      cue: CUES,
      pieceFault: FAULTS,
      allergen: ALLERGENS,
      'stationForm.metals': METALS,
      'stationForm.coatings': COATINGS,
      'burnerForm.sources': SOURCES,
    };
    const missing = Object.entries(kinds).flatMap(([room, names]) =>
      names.map((name) => `${room}.${name}`).filter((key) => typeof at(all, key) !== 'string'),
    );
    expect(missing).toEqual([]);
  });
});
