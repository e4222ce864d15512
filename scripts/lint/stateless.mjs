/** An empty map, set or list at module level is one that something is put into later. */
const FILLED_LATER = [
  'NewExpression[callee.name=/^(Map|Set|WeakMap|WeakSet|Memo|QuickLRU)$/][arguments.length=0]',
  'NewExpression[callee.name=/^(WeakMap|WeakSet|Memo|QuickLRU)$/]',
  'ArrayExpression[elements.length=0]',
  'ObjectExpression[properties.length=0]',
];
const AT_MODULE_LEVEL = ['Program > VariableDeclaration', 'Program > ExportNamedDeclaration > VariableDeclaration'];
const MESSAGE = 'The core remembers nothing at module level: pass a Memo in, or work it out anew.';

/** The core keeps no state: what it gives follows from what it is asked with alone. */
export function stateless() {
  return {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...AT_MODULE_LEVEL.map((level) => ({ selector: `${level}[kind=/^(let|var)$/]`, message: MESSAGE })),
        ...AT_MODULE_LEVEL.flatMap((level) =>
          FILLED_LATER.map((made) => ({ selector: `${level} > VariableDeclarator > ${made}.init`, message: MESSAGE })),
        ),
      ],
    },
  };
}
