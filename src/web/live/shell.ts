import { registerSW } from 'virtual:pwa-register';

let renew: (() => void) | undefined;

/** Keeps the application itself on this device, so that it opens without the network from the second visit on. */
export function keepShell(): void {
  const update = registerSW({
    onNeedRefresh: () => {
      renew = () => void update(true);
    },
    onRegisterError: (error: unknown) => console.warn(error), // the page works all the same while the server is there
  });
}

/** Takes up a newer version that has arrived, if one has: the page is loaded anew. Not while a run is in hand. */
export function renewShell(): void {
  renew?.();
}
