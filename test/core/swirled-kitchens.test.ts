import { describe, expect, it } from '@jest/globals';
import { fold } from '#core/run';
import { ReplayedKitchen, obeyTold, toldRun } from '#core/rehearsal';
import { obeyedKitchens } from '../../scripts/lib/rehearsals.ts';

/** Two pans of thin batter whose batter is thicker than promised, under hands that are late and vary. */
function cooked(swirl: object) {
  const { kitchen, run } = obeyedKitchens().find(({ name }) => name === '15-two-crepe-pans')!;
  const swirled = {
    ...{ ...kitchen, swirl: { thicker: 1, thinning: 1, lateS: 0, lateSdS: 0, lnVolumeSd: 0, ...swirl } },
    stations: kitchen.stations.map(({ body, hidden }) => ({ body, hidden: { ...hidden, wind: 0, burners: {} } })),
  };
  const told = toldRun(swirled, run);
  const morning = obeyTold(told, { kitchen: swirled, look: 'one', attention: 'full', seed: 1 });
  const state = fold({ pins: told.pins, rehearsal: true }, morning.events);
  return { told, swirled, morning, state, pieces: [...state.pieces.values()] };
}

describe('21 a hidden kitchen with two pans of thin batter, swirled by hands that vary', () => {
  const thick = cooked({ thicker: 2, lateS: 0.5, lateSdS: 0.3, lnVolumeSd: 0.04 });

  it('a film that falls short is said, more is poured, and nothing falls short any more', () => {
    const said = thick.pieces.flatMap(({ film }) => (film ? [film] : []));
    expect(said[0]).not.toBe('covered');
    expect(said.slice(2)).not.toContain('short');
    expect(thick.pieces.at(-1)!.volumeMl).toBeGreaterThan(thick.pieces[0]!.volumeMl);
    expect(thick.state.refused).toEqual([]);
  });

  it('a question is asked only where its answer would change the next pour: a few in a morning', () => {
    const asked = thick.morning.events.filter(({ kind }) => kind === 'film-judged').length;
    expect(asked).toBeGreaterThan(0);
    expect(asked).toBeLessThan(thick.pieces.length / 2);
  });

  it('replayed from its log, films and colours are what they were', () => {
    const replayed = new ReplayedKitchen(thick.told.pins, 1, thick.swirled);
    for (const { pieceId, firstLStar } of thick.morning.pieces.slice(0, 4))
      expect(replayed.outcome(thick.state, pieceId).firstLStar).toBeCloseTo(firstLStar, 1);
  });

  it('an uneven film is browned unevenly', () => {
    const spread = (of: typeof thick) =>
      of.morning.pieces.reduce((sum, { firstDarkest, firstLightest }) => sum + firstLightest - firstDarkest, 0) /
      of.morning.pieces.length;
    expect(spread(thick)).toBeGreaterThan(0.5);
  });
});
