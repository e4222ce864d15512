/** What a sentence of a method is about, by its words. Plain English of kitchens, small letters. */
export const ABOUT = {
  oven: /\boven\b/,
  cold: /\b(?:fridge|refrigerat\w*|chill(?:ed)?|cold)\b/,
  counter: /\b(?:counter|room temperature|bench|warm (?:place|spot)|out(?: of the fridge)?)\b/,
  overnight: /\bover ?night\b|\b(?:all|the|one|a|whole)(?: whole)? night\b|\bfor the night\b/,
  rest: /\b(?:rests?|resting|rested|stands?|standing|sits?|sitting|set aside|leave|leaves|alone|wait|chill|refrigerat\w*|fridge|rise|proof|prove|relax|thicken)\b/,
  soak: /\b(?:soak\w*|steep\w*|scald\w*|swell\w*|bloom\w*)\b/,
  mixing:
    /\b(?:whisk|mix|mixes|stir|beat|beaten|blend|blender|blitz|fold|combine|add|whip|whizz|process|purée|puree|strokes|knead|sift|cream|dissolve)\b/,
  plate:
    /\b(?:side|sides|flip|flipped|turn|turned|toss|tossed|golden|brown|browned|bubbles?|cook|fry|griddle|girdle|skillet|pan|plate|hotplate|edges?|heat|holes)\b/,
  kept: /\b(?:keeps?|kept|store|storing|leftovers?|freez\w*|frozen|hold|holds|last|lasts|warm until)\b/,
} as const;

/** A length above this is not one side of a piece. Common practice: 6 min at most. */
export const LONGEST_SIDE_S = 360;
