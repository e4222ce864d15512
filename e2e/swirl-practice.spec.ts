import { expect, test, type Page } from '@playwright/test';
import { accessFaults, signIn, watchFaults } from './app.ts';

const coveredOf = async (page: Page) => Number.parseInt(await page.getByTestId('covered').innerText(), 10);

test('21 the swirl trainer by keys: a pour is run over its pan, judged with its reasons, replayed, and kept for the person', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const faults = watchFaults(page);
  await signIn(page);
  await page.getByRole('link', { name: 'Practice' }).click();
  await page.getByRole('link', { name: 'Swirl' }).click();
  await expect(page.getByRole('heading', { name: 'Practice the swirl' })).toBeVisible();
  expect(await accessFaults(page)).toEqual([]);
  await page.getByRole('radio', { name: /^Usual/ }).click();
  await page.getByTestId('swirl-start').press(' ');
  await expect(page.getByTestId('covered')).toBeVisible();
  // round and round by the arrows
  for (let i = 0; i < 24 && !(await page.getByTestId('swirl-result').isVisible()); i++) {
    const key = ['ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowUp'][i % 4]!;
    await page.keyboard.down(key);
    await page.waitForTimeout(450);
    await page.keyboard.up(key);
    if (i === 6) {
      expect(await coveredOf(page)).toBeGreaterThan(30);
      await expect(page.getByTestId('swirl-said')).toContainText(/% covered, (bare|nothing)/);
    }
  }
  const result = page.getByTestId('swirl-result');
  await expect(result).toContainText(/\d+ points/, { timeout: 60_000 });
  await expect(result).toContainText(/% covered, the last of it at/);
  expect(await accessFaults(page)).toEqual([]);
  await page.getByTestId('replay').click();
  await expect(page.getByTestId('swirl-start')).toContainText('Stop');
  await page.getByTestId('swirl-start').click();
  await page.getByTestId('best').click();
  await expect(page.getByRole('img', { name: /computed hand/ })).toBeVisible();
  await page.getByTestId('swirl-start').click();
  await expect(page.getByRole('radio', { name: /^Usual · best \d+/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('radio', { name: /^Usual · best \d+/ })).toBeVisible();
  expect(faults).toEqual([]);
});

test('21 by a tablet’s own tilt, and told when it cannot be had', async ({ page }) => {
  test.setTimeout(180_000);
  await signIn(page);
  await page.goto('/practice/swirl');
  // this machine has no sensor
  await page.getByTestId('by-device').click();
  await expect(page.getByTestId('no-tilt')).toContainText('nothing of its tilt');
  // a device that tells it: level as it is held at first, then leaned to the right
  await page.evaluate(() => {
    setInterval(() => {
      const deg = (window as { leaned?: number }).leaned ?? 0;
      window.dispatchEvent(new DeviceOrientationEvent('deviceorientation', { alpha: 0, beta: 40, gamma: 3 + deg }));
    }, 50);
  });
  await page.getByTestId('by-device').click();
  await page.getByTestId('swirl-start').click();
  await page.waitForTimeout(1500);
  await expect(page.getByTestId('no-tilt')).toBeHidden();
  await page.evaluate(() => ((window as { leaned?: number }).leaned = 18));
  await expect
    .poll(async () => (await page.getByTestId('swirl-said').textContent()) ?? '', { timeout: 20_000 })
    .toMatch(/bare (on the|in front on the|at the back on the) left|bare on the left/);
});

test('21 a browser that refuses its tilt says so, and a finger still works on a phone’s page', async ({ page }) => {
  test.setTimeout(180_000);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.addInitScript(() => {
    Object.assign(DeviceOrientationEvent, { requestPermission: () => Promise.resolve('denied') });
  });
  await signIn(page);
  await page.goto('/practice/swirl');
  await page.getByTestId('by-device').click();
  await expect(page.getByTestId('no-tilt')).toContainText('refused');
  await page.getByTestId('swirl-start').click();
  const box = (await page.getByTestId('pan').boundingBox())!;
  const at = (share: number) => [box.x + box.width * (0.5 + share), box.y + box.height / 2] as const;
  await page.mouse.move(...at(0.1));
  await page.mouse.down();
  await page.mouse.move(...at(0.35));
  await page.waitForTimeout(2500);
  await page.mouse.up();
  expect(await coveredOf(page)).toBeGreaterThan(20);
  expect(await accessFaults(page)).toEqual([]);
});

test('21 a blade in place of the tilt: drawn by a finger, lifted where the finger is, and shown by a computed hand', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const faults = watchFaults(page);
  await signIn(page);
  await page.goto('/practice/swirl');
  await page.getByRole('radio', { name: /^Spreader/ }).click();
  await expect(page.getByTestId('by-device')).toBeHidden();
  await page.getByTestId('swirl-start').click();
  await expect(page.getByTestId('covered')).toBeVisible();
  await page.waitForTimeout(1000);
  const poured = await coveredOf(page);
  const box = (await page.getByTestId('pan').boundingBox())!;
  const at = (share: number, turns: number) =>
    [
      box.x + box.width * (0.5 + 0.5 * share * Math.cos(2 * Math.PI * turns)),
      box.y + box.height * (0.5 + 0.5 * share * Math.sin(2 * Math.PI * turns)),
    ] as const;
  await page.mouse.move(...at(0.15, 0));
  await page.mouse.down();
  for (let i = 0; i < 120; i++) await page.mouse.move(...at(Math.min(0.8, 0.15 + i / 130), i / 35));
  await page.mouse.up();
  const result = page.getByTestId('swirl-result');
  await expect(result).toContainText(/\d+ points/, { timeout: 60_000 });
  expect(await coveredOf(page)).toBeGreaterThan(poured + 10);
  expect(await accessFaults(page)).toEqual([]);
  // who wants little motion watches it in still pictures, half a second apart
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.getByTestId('best').click();
  const clock = page.getByText(/^\d+\.\d s$/);
  await expect(clock).not.toHaveText('0.0 s');
  const seen = new Set<string>();
  for (let i = 0; i < 20; i++) {
    seen.add(await clock.innerText());
    await page.waitForTimeout(50);
  }
  expect(seen.size).toBeLessThan(6);
  await expect.poll(() => coveredOf(page), { timeout: 60_000 }).toBeGreaterThan(95);
  expect(faults).toEqual([]);
});

test('21 batter from a bottle runs where a finger leads it', async ({ page }) => {
  test.setTimeout(180_000);
  await signIn(page);
  await page.goto('/practice/swirl');
  await page.getByRole('radio', { name: /^From a bottle/ }).click();
  await expect(page.getByTestId('by-device')).toBeHidden();
  await page.getByTestId('swirl-start').click();
  const { x, y, width } = (await page.getByTestId('pan').boundingBox())!;
  await page.mouse.move(x + 0.8 * width, y + width / 2);
  await page.mouse.down();
  await expect(page.getByTestId('swirl-said')).toContainText(/% covered, bare on the left/, { timeout: 20_000 });
  await page.mouse.up();
  await expect(page.getByTestId('swirl-result')).toContainText(/\d+ points/, { timeout: 60_000 });
});
