import { aloneOnDatabase } from './lib/keeping.ts';
import { partLog } from './lib/part-log.ts';

// npm run part-log: parts the log by kitchen and time, once, for a house of many kitchens.
try {
  const parts = await aloneOnDatabase((urlOf, name) => partLog(urlOf(name), Date.now()));
  console.log(parts ? `The log lies in ${parts} parts now.` : 'The log was parted already.');
} catch (error) {
  console.error(`The log was not parted, and nothing was changed. ${(error as Error).message}`);
  process.exit(1);
}
