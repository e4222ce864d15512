import { serve } from '../../src/server/app.ts';
import type { Lan, ServerConfig } from '../../src/server/config.ts';
import { ownerSource } from '../../src/server/database.ts';
import { hasOwnKitchen } from '../../src/server/features/kitchens/demo-door.ts';
import { showJoinCode } from './join-code.ts';
import { lanAt } from './lan.ts';

const LOOK_EVERY_MS = 1000;
/** What was asked over the network is answered before the network is closed. */
const ANSWERED_MS = 500;

interface Wanted {
  readonly config: ServerConfig;
  readonly at: { readonly host: string; readonly port: number };
  readonly folder: string;
  readonly databaseUrl: string;
  readonly say: (words: string) => void;
}

/** The kitchen's network: opened as soon as it may be, opened anew under a new authority, closed when that is taken back. */
export interface KitchenNetwork {
  readonly lan: Lan;
  /** Opens it, now or once somebody has made a kitchen at `address`. */
  open(address: string): Promise<void>;
  close(): Promise<void>;
}

export async function networkOf({ config, at, folder, databaseUrl, say }: Wanted): Promise<KitchenNetwork> {
  let app: Awaited<ReturnType<typeof serve>> | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let closed = false;
  const lan = await lanAt(folder, at.host, at.port, () => {
    timer = setTimeout(() => void reopen().catch((error: Error) => say(error.message)), ANSWERED_MS);
  });
  const reopen = async () => {
    await app?.close();
    app = undefined;
    const identity = lan.identity();
    if (closed) return;
    if (!identity)
      return say('The network is closed: an owner took its authority back. The Kitchen page makes a new one.');
    app = await serve({ ...config, ...at, lan, https: true });
    await showJoinCode(databaseUrl, identity, config.demo?.id);
  };
  const openOnceMade = async () => {
    if (await hasOwnDoor(databaseUrl, config)) await reopen();
    else if (!closed)
      timer = setTimeout(() => void openOnceMade().catch((error: Error) => say(error.message)), LOOK_EVERY_MS);
  };
  return {
    lan,
    async open(address) {
      if (!(await hasOwnDoor(databaseUrl, config)))
        say(
          `The network opens as soon as you have made your kitchen at ${address}: until then only the demo would be there.`,
        );
      await openOnceMade();
    },
    async close() {
      closed = true;
      clearTimeout(timer);
      await app?.close();
    },
  };
}

/** Whether there is a door for the network to lead to. */
async function hasOwnDoor(databaseUrl: string, { demo }: ServerConfig): Promise<boolean> {
  const source = await ownerSource(databaseUrl).initialize();
  try {
    return await hasOwnKitchen(source, demo);
  } finally {
    await source.destroy();
  }
}
