/**
 * Cautions of a plate by what it is made of and what heats it. Sources: BfR (PTFE), CDC and CPSC (carbon monoxide of
 * charcoal and camping stoves), NFPA (oil fire); from memory. The words live in the message catalogue.
 */
export type PlateCaution = 'nonStick' | 'gas' | 'camping' | 'cord' | 'oil' | 'iron';

export function plateCautions(plate: {
  readonly metal: string;
  readonly coating: string;
  readonly sources: readonly (string | undefined)[];
}): PlateCaution[] {
  const any = (...kinds: string[]) => plate.sources.some((source) => source !== undefined && kinds.includes(source));
  return [
    ...(plate.coating === 'nonStick' ? (['nonStick'] as const) : []),
    ...(plate.coating !== 'nonStick' && (plate.metal === 'castIron' || plate.metal === 'carbonSteel')
      ? (['iron'] as const)
      : []),
    ...(any('gas', 'camping') ? (['gas'] as const) : []),
    ...(any('camping') ? (['camping'] as const) : []),
    ...(any('coil', 'electric', 'induction') ? (['cord'] as const) : []),
    'oil',
  ];
}
