import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';

/**
 * Circles of files that import each other, each as the files in it; types count too.
 * @param {readonly string[]} folders
 * @returns {Promise<string[][]>}
 */
export async function circlesIn(folders) {
  const { output } = await cruise(
    [...folders],
    {
      ruleSet: { forbidden: [{ name: 'circle', severity: 'error', from: {}, to: { circular: true } }] },
      validate: true,
      doNotFollow: { path: 'node_modules' },
      exclude: { path: 'node_modules' },
      tsPreCompilationDeps: true,
    },
    { extensions: ['.ts', '.vue', '.mjs', '.js'], conditionNames: ['import', 'types', 'default'] },
    { tsConfig: extractTSConfig('tsconfig.web.json') },
  );
  return output.summary.violations.map(({ cycle }) => cycle.map(({ name }) => name));
}

if (import.meta.filename === process.argv[1] || process.argv[1]?.endsWith('circles.mjs')) {
  const circles = await circlesIn(process.argv.slice(2));
  for (const circle of circles) console.error(`A circle of files: ${circle.join(' → ')}`);
  if (circles.length > 0) process.exit(1);
}
