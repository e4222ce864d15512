import { besideOthersOnDatabase } from './lib/keeping.ts';
import { resetPassphrase } from './lib/reset-passphrase.ts';

// npm run passphrase -- KITCHEN NAME: a new passphrase for someone who has forgotten theirs.
try {
  const [kitchen, name] = process.argv.slice(2);
  if (!kitchen || !name)
    throw new Error('Name the kitchen and the person: npm run passphrase -- "Harbour hut" "Una Skaill"');
  const passphrase = await besideOthersOnDatabase((urlOf, database) => resetPassphrase(urlOf(database), kitchen, name));
  console.log(`${name} signs in to ${kitchen} with: ${passphrase}`);
  console.log('It is told this once. They are signed out everywhere and can choose another on the Kitchen page.');
} catch (error) {
  console.error(`No passphrase was changed. ${(error as Error).message}`);
  process.exitCode = 1;
}
