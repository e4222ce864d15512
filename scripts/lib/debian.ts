import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { isRoot, quiet } from './run.ts';

/**
 * Makes sure a Debian package is there: installs it with apt as root, else says in one sentence what to install.
 * @throws Error with that sentence.
 */
export function needPackage(packageName: string, present: () => boolean, forWhat: string): void {
  if (present()) return;
  const sentence = `Bluebell needs ${forWhat}: install it with "sudo apt-get install ${packageName}" and run the command again.`;
  if (!isRoot || !existsSync('/usr/bin/apt-get')) throw new Error(sentence);
  console.log(`Installing ${packageName} with apt (once) …`);
  if (packageName === 'postgresql') keepAptFromMakingACluster();
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  Object.assign(process.env, env);
  quiet('apt-get', ['update', '-qq']);
  const installed = quiet('apt-get', ['install', '-y', '-qq', '--no-install-recommends', packageName]);
  if (!installed.ok || !present()) throw new Error(`${sentence}\n${installed.output.slice(-500)}`);
}

/** Bluebell has a cluster of its own; the package need not start one. */
function keepAptFromMakingACluster(): void {
  mkdirSync('/etc/postgresql-common', { recursive: true });
  const file = '/etc/postgresql-common/createcluster.conf';
  if (!existsSync(file)) writeFileSync(file, 'create_main_cluster = false\n');
}
