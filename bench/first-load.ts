import type { Browser, Response } from '@playwright/test';
import { gzipSync } from 'node:zlib';
import { settled, signIn } from '../e2e/app.ts';

/** What a browser that has nothing yet is sent for a page and its worker. */
export interface FirstLoad {
  /** Scripts, styles and the page itself, as they are sent (gzip), bytes. */
  readonly bytes: number;
  readonly byFile: readonly { readonly file: string; readonly bytes: number }[];
}

/** Opens a page of a run with nothing kept from before, signed in elsewhere. */
export async function firstLoad(browser: Browser, baseURL: string, path: string): Promise<FirstLoad> {
  const before = await browser.newContext({ baseURL, serviceWorkers: 'block' });
  await signIn(await before.newPage());
  const signedIn = await before.storageState();
  await before.close();
  const context = await browser.newContext({ baseURL, serviceWorkers: 'block', storageState: signedIn });
  const sent: Response[] = [];
  context.on('response', (response) => void sent.push(response));
  try {
    const page = await context.newPage();
    await page.goto(path);
    await settled(page, 60_000);
    const byFile = await Promise.all(
      sent
        .filter((response) => response.ok() && /\.(js|css)$|^\/runs\//.test(new URL(response.url()).pathname))
        .map(async (response) => ({
          file: new URL(response.url()).pathname,
          bytes: gzipSync(await response.body()).byteLength,
        })),
    );
    return {
      bytes: byFile.reduce((sum, { bytes }) => sum + bytes, 0),
      byFile: byFile.sort((a, b) => b.bytes - a.bytes),
    };
  } finally {
    await context.close();
  }
}
