/** Held, shared, by every tab that has a run in hand: under none of them is a newer version taken up. */
const COOKING = 'bluebell.cooking';
/** Going from page to page, a newer version is asked for this often. */
const ASK_EVERY_MS = 60_000;
/** A worker that is told to give way while pages ask it for their parts may hold on for minutes: it is told when they have loaded. */
const PAGE_LOADED_MS = 2_000;

let askedAtMs = 0;
let outdated = false;
let waiting: ReturnType<typeof setTimeout> | undefined;

/** A newer version was taken up, and this page is still of the one before: it stays as it is until somebody goes on from it. */
export const isOutdated = (): boolean => outdated;

/** Keeps the application itself on this device, so that it opens without the network from the second visit on. */
export function keepShell(): void {
  const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined; // none over plain HTTP
  if (!workers) return;
  let hadOne = Boolean(workers.controller); // on the first visit there was none before
  workers.addEventListener('controllerchange', () => {
    outdated = hadOne;
    hadOne = true;
  });
  // the page works all the same while the server is there
  workers.register('/sw.js').catch((error: unknown) => console.warn(error));
}

async function takeUp(): Promise<void> {
  // asked of the browser: a tab may have been opened while a version arrived
  const registration = await navigator.serviceWorker?.getRegistration();
  const arrived = registration?.waiting;
  if (arrived) {
    await navigator.locks.request(COOKING, { ifAvailable: true }, (lock) => {
      if (lock) arrived.postMessage({ type: 'SKIP_WAITING' });
    });
    return;
  }
  if (!registration || Date.now() - askedAtMs < ASK_EVERY_MS) return;
  askedAtMs = Date.now();
  await registration.update().catch(() => undefined); // the server is away: another time
}

/**
 * Takes up a newer version that has arrived, if no tab of this browser has a run in hand; else the next one who goes from page
 * to page tries again. Every open page stays as it is, with what is typed on it, and whoever goes on from it goes on in the
 * newer one. Asks for one, too: a page that stays open would never hear of it.
 */
export function renewShell(): void {
  clearTimeout(waiting);
  waiting = setTimeout(() => void takeUp(), PAGE_LOADED_MS);
}

/**
 * Says that this tab has a run in hand.
 * @returns how to say that it has none any more: once that is known to all, a newer version that waited is taken up
 */
export function runInHand(): () => void {
  let letGo = () => {};
  const over = new Promise<void>((resolve) => (letGo = resolve));
  const known = navigator.locks?.request(COOKING, { mode: 'shared' }, () => over);
  return () => {
    letGo();
    void known?.then(renewShell);
  };
}
