// First step of every command: makes sure Node is new enough and the packages are installed, then runs the task itself.
// Plain JavaScript, because nothing is installed yet on a fresh machine.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const root = dirname(dirname(fileURLToPath(import.meta.url)));
process.chdir(root);

const [major, minor] = process.versions.node.split('.').map(Number);
if (major < 20 || (major === 20 && minor < 11)) {
  console.error(`Bluebell needs Node 20.11 or newer; this is ${process.versions.node}.`);
  process.exit(1);
}

const task = process.argv[2];
const stamp = join(root, 'node_modules', '.bluebell-installed');
const wanted = createHash('sha256')
  .update(readFileSync('package-lock.json'))
  .update(readFileSync('package.json'))
  .digest('hex');
if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== wanted) {
  rmSync(stamp, { force: true });
  console.log('Installing packages (once; about a minute) …');
  // `npm ci` refuses a lock that lacks binaries of other systems, so the lock is followed by `npm install`
  const install = spawnSync(
    'npm',
    ['install', '--include=dev', '--no-save', '--no-audit', '--no-fund', '--loglevel=error'],
    {
      stdio: ['ignore', 'inherit', 'inherit'],
    },
  );
  if (install.status !== 0) {
    console.error('The packages could not be installed. Check the network, then run the command again.');
    process.exit(install.status ?? 1);
  }
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, wanted);
}

const { register } = await import('tsx/esm/api');
register();
process.argv.splice(2, 1);
await import(pathToFileURL(join(root, 'scripts', `${task}.ts`)).href);
