import unhomoglyph from 'unhomoglyph';

/**
 * What a name is told apart by: two that look alike have one key. Letters that are drawn the same are one letter
 * (Unicode Technical Standard 39, confusables), capitals and accents count for nothing; `name` is tidy already. A capital
 * I looks like an l, and capitals are folded first, so i and l are one letter as well.
 */
export function nameKey(name: string): string {
  const letters = name.normalize('NFKD').replaceAll(/\p{M}/gu, '').toLowerCase();
  return unhomoglyph(letters).toLowerCase().replaceAll('i', 'l');
}

/** Keys under which a name may stand: its own, and what a version that weighed names less closely made of it. */
export function nameKeys(name: string): string[] {
  return [nameKey(name), name.toLowerCase()];
}
