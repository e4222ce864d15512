import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { format } from 'prettier';
import { REHEARSALS, rehearsalSchemas } from './lib/rehearsals.ts';

// Writes the JSON schemas of rehearsal files anew; a test holds them against the code.
for (const [file, schema] of Object.entries(rehearsalSchemas()))
  writeFileSync(join(REHEARSALS, file), await format(JSON.stringify(schema), { parser: 'json' }));
