import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/** `npm run screenshots`: one current picture per main view, from a demonstration told for it. */
ensureNode();
ensureInstalled();
await build();
const { chromium } = await import('@playwright/test');
const folder = join(mkdtempSync(join(tmpdir(), 'kanzel-pictures-')), 'data');
const child = spawn(process.execPath, [join(ROOT, 'scripts/demo.mjs'), '--port', '0', '--data', folder], {
  cwd: ROOT,
});
const url = await new Promise((resolve, reject) => {
  let text = '';
  child.stdout.on('data', (chunk) => {
    text += chunk;
    const found = /ready at (http:\S+)/.exec(text)?.[1];
    if (found) resolve(found);
  });
  child.once('exit', () => reject(new Error(text)));
});
const browser = await chromium.launch({
  executablePath: ensureChromium(),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--no-first-run',
    // Letters stand where the font puts them, as they do in a window.
    '--font-render-hinting=none',
  ],
});
const open = async (viewport, hasTouch = false) =>
  (await browser.newContext({ viewport, hasTouch })).newPage();
const save = (page, name) => page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
const signIn = async (page) => {
  await page.goto(url);
  await page.getByRole('button', { name: /Ylva Torsund/ }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Hangar' }).waitFor();
  await page.waitForTimeout(1200);
};
const page = await open({ width: 1280, height: 800 });
await page.goto(url);
await page.getByRole('heading', { name: 'People of this demonstration' }).waitFor();
await signIn(page);
await save(page, 'hangar');
await page.getByText('Both propeller governors').click();
await page.waitForURL(/check=/);
const base = page.url().replace(/(\/campaign\/[^/]+).*/, '$1');
await page.getByLabel('Step in progress').waitFor();
await page.keyboard.press('e');
await page.getByRole('article').first().waitFor();
await save(page, 'emergency');
await page.keyboard.press('Escape');
const lever = async (name, wait = 600) => {
  await page.getByRole('region', { name: 'Simulation' }).getByRole('button', { name, exact: true }).click();
  await page.waitForTimeout(wait);
};
const press = async (key, wait = 900) => {
  await page.keyboard.press(key);
  await page.waitForTimeout(wait);
};
const atCheck = async (check) => {
  await page.goto(`${base}/run-up?check=${check}`);
  await page.getByLabel('Step in progress').waitFor();
  await page.waitForTimeout(2500);
};
await page.goto(`${base}/loading?check=loading-sheet-current`);
await page.getByText(/of a million draws/).waitFor();
await save(page, 'loading');
await page.goto(`${base}/run-up`);
await page.getByRole('region', { name: 'Simulation' }).waitFor();
await lever('Starter', 9000);
await press('Enter');
await press('Enter');
await press('Enter');
await press('Enter', 42_000);
await press('Enter');
await atCheck('oil-temperature-ready');
await press('Enter');
await press('Enter');
await lever('1 700', 6000);
await atCheck('right-ignition-off-drop');
await press('Enter');
await lever('left only', 7000);
await save(page, 'run-up');
const phone = await open({ width: 390, height: 844 }, true);
const tablet = await open({ width: 820, height: 1180 }, true);
await press('Enter');
await signIn(tablet);
await tablet.goto(`${base}/run-up?check=right-ignition-off-drop`);
await tablet.getByLabel('Step in progress').waitFor();
await tablet.waitForTimeout(2000);
await save(tablet, 'line-tablet');
await signIn(phone);
await phone.goto(`${base}/run-up?check=oil-pressure-rise`);
await phone.getByRole('button', { name: 'Repeat' }).tap();
await phone.locator('[data-figure]').first().tap();
for (const key of ['1', '8'])
  await phone.getByLabel('Number pad').getByRole('button', { name: key, exact: true }).tap();
await phone.waitForTimeout(500);
await save(phone, 'line-phone');
await press('f');
await page.getByRole('button', { name: 'Raise the finding' }).click();
await page.getByLabel(/^Why, or the cause/).fill('Left plug of cylinder 4 does not fire');
await page.getByRole('button', { name: 'Record the assessment' }).click();
await page.getByLabel('What was done').fill('Plug and lead of cylinder 4, left ignition, replaced');
await page.getByTestId('cost').scrollIntoViewIfNeeded();
await page.waitForTimeout(400);
await save(page, 'finding');
await page.goto(`${base}/release`);
await page.waitForTimeout(1200);
await save(page, 'release');
const planner = await open({ width: 1280, height: 800 });
await signIn(planner);
const campaigns = await (await planner.request.get(`${url}/api/campaigns`)).json();
for (const [mark, part, name] of [
  ['QX-LMV', 'scope', 'scope'],
  ['QX-HEI', 'day', 'day'],
  ['QX-HEI', 'flights', 'flights'],
]) {
  const { id } = campaigns.find((c) => c.mark === mark && c.releasedAt === undefined);
  await planner.goto(`${url}/campaign/${id}/plan/${part}`);
  await planner.waitForTimeout(4000);
  await save(planner, name);
}
const courier = campaigns.find((c) => c.mark === 'QX-LMV' && c.releasedAt === undefined);
await planner.goto(`${url}/campaign/${courier.id}/controls?check=surfaces-correction-pitch-lc`);
await planner.getByTestId('explanations').waitFor();
await planner.waitForTimeout(900);
await save(planner, 'controls');
const glider = campaigns.find((c) => c.mark === 'QX-DPM' && c.releasedAt === undefined);
await planner.goto(`${url}/campaign/${glider.id}/field-chart`);
for (const [name, value] of [
  ['Wind from (°)', '240'],
  ['Wind speed (kt)', '12'],
  ['Best glide speed (kt)', '57'],
  ['Glide ratio (to one)', '18'],
  ['Climb speed (kt)', '60'],
  ['Rate of climb (m/s)', '3.5'],
])
  await planner.getByLabel(name, { exact: true }).fill(value);
await planner.getByText(/without glide cover\.$/).waitFor();
await planner.waitForTimeout(500);
await save(planner, 'field-chart');
const tug = campaigns.find((c) => c.mark === 'QX-HEI');
await planner.goto(`${url}/campaign/${tug.id}/inspection`);
await planner.getByRole('group', { name: 'Walk round QX-HEI' }).waitFor();
await planner.waitForTimeout(900);
await save(planner, 'inspection');
await planner.goto(`${url}/campaign/${tug.id}/fuel?check=fuel-flow-right`);
await planner.getByRole('figure', { name: 'Runs against the demand' }).waitFor();
await planner.waitForTimeout(500);
await save(planner, 'fuel');
await planner.goto(`${url}/campaign/${tug.id}/papers?check=logbooks-without-a-gap`);
await planner.getByRole('button', { name: /^Repeat/ }).click();
await planner.getByLabel('hours at first').last().fill('3.2');
await planner.getByLabel('hours at last').last().fill('3.2');
await planner
  .getByText(/nothing is written/)
  .first()
  .waitFor();
await save(planner, 'papers');
const administrator = await open({ width: 1280, height: 800 });
await administrator.goto(url);
await administrator.getByRole('button', { name: /Brand Ekerholt/ }).click();
await administrator.getByRole('button', { name: 'Sign in', exact: true }).click();
await administrator.getByRole('heading', { name: 'Hangar' }).waitFor();
await administrator.goto(`${url}/library/aircraft/QX-LMV`);
await administrator.getByRole('button', { name: 'Cruise motor', exact: true }).click();
await administrator.waitForTimeout(600);
await save(administrator, 'aircraft');
await administrator.goto(`${url}/library/pack/multirotor`);
await administrator.locator('[data-check=motor-current]').click();
await administrator.getByRole('button', { name: 'Work it through' }).click();
await administrator.getByText('Worked to its release.').waitFor();
await administrator.waitForTimeout(400);
await save(administrator, 'pack');
await administrator.goto(`${url}/library/limit-book/heilo`);
await administrator.getByRole('button', { name: /^Flow in climb/ }).click();
await administrator.getByLabel('Low (%)', { exact: true }).fill('160');
await administrator.getByLabel('Caution below (%)').fill('175');
await administrator.getByText(/Draft kept/).waitFor();
await administrator.waitForTimeout(500);
await save(administrator, 'limit-book');
await browser.close();
child.kill('SIGTERM');
await new Promise((resolve) => child.once('exit', resolve));
rmSync(join(folder, '..'), { recursive: true, force: true });
