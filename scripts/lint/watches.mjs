const MESSAGE =
  'A watch on a list that is made anew fires at every tick, changed or not: give it a list of getters, or one text.';
const MADE_ANEW = ['ArrayExpression', 'ObjectExpression', 'TSAsExpression'].map(
  (made) => `CallExpression[callee.name="watch"] > ArrowFunctionExpression.arguments:first-child > ${made}.body`,
);

/** What is watched tells by itself whether it changed: the worker is not asked four times a second for nothing. */
export function watches() {
  return {
    files: ['src/web/**/*.{ts,vue}'],
    rules: {
      'no-restricted-syntax': ['error', ...MADE_ANEW.map((selector) => ({ selector, message: MESSAGE }))],
    },
  };
}
