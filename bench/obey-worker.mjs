// A worker starts as plain JavaScript: it learns to read TypeScript first.
import { register } from 'tsx/esm/api';
register();
await import('./obey.ts');
