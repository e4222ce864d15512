import { chromium } from '@playwright/test';
import { CHROMIUM } from './scripts/lib/chromium.ts';
import { DEMO_IDS, DEMO_PEOPLE } from './src/demo/people.ts';
const base='http://127.0.0.1:4990';
const b = await chromium.launch(CHROMIUM as any);
const ctx = await b.newContext({ baseURL: base, viewport: { width: 1280, height: 800 } });
const p = await ctx.newPage();
await p.goto('/sign-in'); await p.getByLabel('Your name').fill(DEMO_PEOPLE[0].name); await p.getByLabel('Passphrase').fill(DEMO_PEOPLE[0].passphrase); await p.getByRole('button',{name:'Sign in'}).click(); await p.getByRole('heading',{name:'Runs'}).waitFor();
await p.goto(`/runs/${DEMO_IDS.runs.finished}/review`); await p.getByTestId('cooked').waitFor(); await p.waitForTimeout(2000); await p.screenshot({path:'/tmp/d/review.png'});
const runId=process.argv[2];
if (runId) {
 for (const part of ['cook','heat']) { await p.goto(`/runs/${runId}/${part}`); await p.waitForTimeout(5000); await p.screenshot({path:`/tmp/d/${part}.png`}); }
}
await b.close();
