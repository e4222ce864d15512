import { besideOthersOnDatabase, verify } from './lib/keeping.ts';

// npm run verify: looks through the whole log, whether each event is what was written after the one before it.
try {
  const { head, broken } = await besideOthersOnDatabase((urlOf, name) => verify(urlOf(name)));
  if (broken.length === 0) {
    console.log(`The log is whole. Its head: ${head}`);
  } else {
    for (const { runId, seq } of broken) console.error(`Event ${seq} of run ${runId} is not what was written.`);
    console.error('The log was changed. Put the last good backup beside it with npm run restore -- FILE and compare.');
    process.exitCode = 1;
  }
} catch (error) {
  console.error(`The log was not looked through. ${(error as Error).message}`);
  process.exitCode = 1;
}
