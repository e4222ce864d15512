import * as v from 'valibot';

/** The kitchen's own ladle, poured into a jug again and again: what the jug read after each pour, mL. */
export const OwnLadleSchema = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1, 'Give the ladle a name.'), v.maxLength(40)),
  jugMl: v.pipe(
    v.array(v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(20_000))),
    v.minLength(2, 'Write at least two readings of the jug.'),
    v.maxLength(30),
    v.check(
      (jug) => jug.every((ml, i) => i === 0 || ml > jug[i - 1]!),
      'A jug only fills: each figure is above the last.',
    ),
  ),
});
export type OwnLadle = v.InferOutput<typeof OwnLadleSchema>;

/** A jug is read to about so much, mL. Common practice, no source. */
const JUG_READ_SD_ML = 3;

export interface LadleVolume {
  readonly volumeMl: number;
  /** How far its pours differ, mL; not known from fewer than three. */
  readonly spreadMl: number | null;
  /** How well the mean is known, mL. */
  readonly meanSdMl: number;
}

/**
 * What a ladle gives: the mean of its pours, and their spread with what reading the jug adds taken out (each difference
 * of two readings carries twice the reading's variance).
 */
export function ladleVolume(jugMl: OwnLadle['jugMl']): LadleVolume {
  const pours = jugMl.map((ml, i) => ml - (i === 0 ? 0 : jugMl[i - 1]!));
  const volumeMl = (jugMl.at(-1) ?? 0) / pours.length;
  const variance = pours.reduce((sum, ml) => sum + (ml - volumeMl) ** 2, 0) / Math.max(1, pours.length - 1);
  const own = Math.sqrt(Math.max(0, variance - 2 * JUG_READ_SD_ML ** 2));
  return {
    volumeMl,
    spreadMl: pours.length < 3 ? null : own,
    meanSdMl: Math.hypot(JUG_READ_SD_ML / pours.length, own / Math.sqrt(pours.length)),
  };
}
