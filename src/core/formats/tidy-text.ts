/** How much text is read, characters: a cookbook's chapter. What is beyond is not read, and that is said. Numerical. */
const MAX_TEXT = 200_000;
/** A line longer than this is no line of a recipe: it is read in pieces, so that time grows with the text alone. Numerical. */
const LONGEST_LINE = 400;

/**
 * Pasted text as lines to read: blanks in a row are one, and lines of any length come in pieces, cut at a blank where
 * there is one. Nothing else of it is lost up to the limit.
 */
export function tidyLines(text: string): { readonly lines: readonly string[]; readonly cut: boolean } {
  const lines = text
    .slice(0, MAX_TEXT)
    .split('\n')
    .map((line) => line.replace(/\s+/g, ' ').trim())
    .filter((line) => line !== '');
  return { lines: lines.flatMap(inPieces), cut: text.length > MAX_TEXT };
}

function inPieces(line: string): string[] {
  const pieces: string[] = [];
  let rest = line;
  while (rest.length > LONGEST_LINE) {
    const blank = rest.lastIndexOf(' ', LONGEST_LINE);
    const at = blank > 0 ? blank : LONGEST_LINE;
    pieces.push(rest.slice(0, at));
    rest = rest.slice(at).trimStart();
  }
  return [...pieces, rest];
}

/** Whether a dash stands before most lines of a list, as its mark; a single one before a number may be a minus. */
export function isDashed(lines: readonly string[]): boolean {
  return lines.filter((line) => /^[-–—−]/.test(line)).length > 1;
}
