import { registerSW } from 'virtual:pwa-register';

/** Held, shared, by every tab that has a run in hand: under none of them is the page loaded anew. */
const COOKING = 'bluebell.cooking';
/** Going from page to page, a newer version is asked for this often. */
const ASK_EVERY_MS = 60_000;

let askedAtMs = 0;

/** Keeps the application itself on this device, so that it opens without the network from the second visit on. */
export function keepShell(): void {
  registerSW({
    onRegisterError: (error: unknown) => console.warn(error), // the page works all the same while the server is there
  });
  const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined; // none over plain HTTP
  // whoever took the newer version up, every tab goes on with it; on the first visit there was none before
  let hadOne = Boolean(workers?.controller);
  workers?.addEventListener('controllerchange', () => {
    if (hadOne) location.reload();
    hadOne = true;
  });
}

/**
 * Takes up a newer version that has arrived, if no tab of this browser has a run in hand: all of them are loaded anew. Else
 * the next one who goes from page to page tries again. Asks for one, too: a page that stays open would never hear of it.
 */
export async function renewShell(): Promise<void> {
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

/** Says that this tab has a run in hand. @returns how to say that it has none any more */
export function runInHand(): () => void {
  let letGo = () => {};
  const over = new Promise<void>((resolve) => (letGo = resolve));
  if (navigator.locks) void navigator.locks.request(COOKING, { mode: 'shared' }, () => over);
  return letGo;
}
