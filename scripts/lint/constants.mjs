// Every figure at module level of the core says what it rests on: a source, a memory, a habit of the trade, a guess, or that it
// belongs to the computation alone. Figures on lines that follow each other share the comment of the first. And what may be
// missing is not taken to be there (`!`) but at an index, whose bounds stand beside it.
import { readFileSync, readdirSync } from 'node:fs';
import ts from 'typescript';

/** Words by which a comment says how sure a figure is. CONTRIBUTING explains each. */
const CERTAINTY =
  /\b(source|sources|assumed|invented|from memory|common practice|definition|numerical|drawing only|from the piece model|fitted|CODATA|IUPAC|IAPWS|by decision)\b/i;

/** Files of a folder, with what stands in them. */
const filesOf = (folder) =>
  readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((path) => path.endsWith('.ts'))
    .map((path) => ({ file: `${folder}/${path}`, text: readFileSync(`${folder}/${path}`, 'utf8') }));

/** @returns file, line and name of each figure without a certainty, and how many there are in all */
export function uncertainConstants(folder) {
  const all = filesOf(folder).flatMap(({ file, text }) => constantsIn(file, text));
  return { count: all.length, uncertain: all.filter(({ said }) => !CERTAINTY.test(said)) };
}

/** How often what may be missing is taken to be there (`!`): at an index of a list, and else. */
export function takenToBeThere(folder) {
  const count = { atIndex: 0, else: 0 };
  for (const { file, text } of filesOf(folder)) {
    const look = (node) => {
      if (ts.isNonNullExpression(node)) count[ts.isElementAccessExpression(node.expression) ? 'atIndex' : 'else'] += 1;
      ts.forEachChild(node, look);
    };
    look(ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true));
  }
  return count;
}

/** The figures at module level of a file, each with what its comments say. */
export function constantsIn(file, text) {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  let [shared, endedAt] = ['', -1];
  for (const statement of source.statements) {
    const start = statement.getStart(source);
    const before = text.slice(statement.getFullStart(), start);
    const follows = statement.getFullStart() === endedAt && !/\n\s*\n/.test(before);
    const own = [...(ts.getLeadingCommentRanges(text, statement.getFullStart()) ?? [])].map(({ pos, end }) =>
      text.slice(pos, end),
    );
    const after = (ts.getTrailingCommentRanges(text, statement.end) ?? []).map(({ pos, end }) => text.slice(pos, end));
    const inside = text.slice(start, statement.end).match(/\/\/.*|\/\*[^]*?\*\//g) ?? [];
    const leading = own.at(-1) ?? '';
    shared = leading || !follows ? leading : shared;
    endedAt = statement.end;
    if (!ts.isVariableStatement(statement)) {
      shared = '';
      continue;
    }
    for (const { name, initializer } of statement.declarationList.declarations)
      if (ts.isIdentifier(name) && /^[A-Z][A-Z0-9_]*$/.test(name.text) && holdsFigure(initializer))
        found.push({
          ...{ file, name: name.text, line: source.getLineAndCharacterOfPosition(start).line + 1 },
          said: [shared, ...inside, ...after].join(' '),
        });
  }
  return found;
}

function holdsFigure(node) {
  if (!node) return false;
  if (ts.isNumericLiteral(node)) return true;
  if (ts.isPrefixUnaryExpression(node)) return holdsFigure(node.operand);
  if (ts.isBinaryExpression(node)) return holdsFigure(node.left) || holdsFigure(node.right);
  if (ts.isParenthesizedExpression(node) || ts.isAsExpression(node) || ts.isSatisfiesExpression(node))
    return holdsFigure(node.expression);
  if (ts.isArrayLiteralExpression(node)) return node.elements.some(holdsFigure);
  if (!ts.isObjectLiteralExpression(node)) return false;
  // how many answers of a kind are kept is bounded at the question itself
  const named = node.properties.map((each) => (each.name && 'text' in each.name ? each.name.text : ''));
  if (named.includes('name') && named.includes('most')) return false;
  return node.properties.some((each) => ts.isPropertyAssignment(each) && holdsFigure(each.initializer));
}

if (process.argv[1]?.endsWith('constants.mjs')) {
  const folder = process.argv[2] ?? 'src/core';
  const { count, uncertain } = uncertainConstants(folder);
  for (const { file, line, name } of uncertain)
    console.error(
      `${file}:${line} ${name} does not say what it rests on (a source, from memory, assumed, numerical …).`,
    );
  const bangs = takenToBeThere(folder);
  console.log(
    `${count} constants, ${uncertain.length} without source or certainty; “!” ${bangs.atIndex} at an index, ${bangs.else} else.`,
  );
  if (bangs.else > 0)
    console.error('Say why it is there: given(value, because), or a look-up of the run that says so.');
  process.exit(uncertain.length === 0 && bangs.else === 0 ? 0 : 1);
}
