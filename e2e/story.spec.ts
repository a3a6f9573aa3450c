import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import {
  lever,
  openCampaign,
  personPage,
  removeFolder,
  signIn,
  startDemo,
  temporaryFolder,
  test,
  type Product,
} from './product.ts';
import { workRunUp, workStep } from './work.ts';

let product: Product;

test.beforeAll(async () => {
  test.setTimeout(180_000);
  product = await startDemo(temporaryFolder());
});

test.afterAll(async () => {
  await product.stop();
  removeFolder(product.folder);
});

async function seriousFaults(page: Page): Promise<string[]> {
  const found = await new AxeBuilder({ page }).analyze();
  return found.violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes[0]?.html ?? ''}`);
}

test('a run-up recorded and judged; what is out becomes a finding, is mended, repeated and closed', async ({
  browser,
}) => {
  test.setTimeout(900_000);
  const ylva = await personPage(browser, product.url, 'Ylva Torsund');
  expect(await seriousFaults(ylva)).toEqual([]);
  const base = await openCampaign(ylva);

  // From the start of the engines to the first ignition check: something is out.
  expect(await workRunUp(ylva, 'right-ignition-off-drop')).toHaveLength(7);
  expect(await workStep(ylva)).toBe('stays');
  await expect(ylva.getByLabel('Step in hand').getByText('Out of limits')).toBeVisible();
  await expect(ylva.getByLabel('Step in hand').getByText('Within limits')).toBeVisible();
  expect(await seriousFaults(ylva)).toEqual([]);

  // It becomes a finding; what the fix costs is said before it is recorded.
  await ylva.keyboard.press('f');
  await ylva.getByRole('button', { name: 'Raise the finding' }).click();
  await ylva.getByLabel(/^Why, or the cause/).fill('Left plug of cylinder 4 does not fire');
  await ylva.getByRole('button', { name: 'Record the assessment' }).click();
  await ylva.getByLabel('What was done').fill('Plug and lead replaced');
  await expect(ylva.getByTestId('cost')).toContainText('1 check to do again');
  await lever(await simulationOf(ylva, base), 'cut off');
  await ylva.getByRole('button', { name: 'Faults' }).or(ylva.getByText('Faults of the stand-in')).click();
  await ylva.getByRole('button', { name: 'left engine, cylinder 4, left plug dead' }).click();
  await ylva.goBack();
  await ylva.getByLabel('What was done').fill('Plug and lead replaced');
  await ylva.getByRole('button', { name: 'Record the action' }).click();
  await expect(ylva.getByText(/^Not to be closed yet/)).toBeVisible();
  await ylva.getByRole('button', { name: 'Engines stopped' }).click();
  await ylva.getByRole('button', { name: 'Press again: engines are stopped' }).click();

  // What it touched is to be done again, the inspection before the next start first.
  await expect(ylva.getByText('Gate: Power is held')).toBeVisible();
  await ylva.getByRole('link', { name: '1 check in inspection to do again.' }).click();
  await expect(ylva.getByText(/“Plug and lead replaced” touched left engine, ignition, left/)).toBeVisible();
  await ylva
    .locator('[data-step-actions]')
    .getByRole('button', { name: /^Torque marks in line/ })
    .click();
  await expect(ylva.getByRole('link', { name: 'Gate Power: passed' })).toBeVisible();

  // Started and warmed again, the drop is repeated and the finding closed.
  await ylva.goto(`${base}/run-up?check=engine-start`);
  await ylva.getByRole('button', { name: /^Take again/ }).waitFor();
  await ylva.keyboard.press('r');
  await workStep(ylva);
  await ylva.goto(`${base}/run-up?check=oil-temperature-ready`);
  await ylva.getByRole('button', { name: /^Take again/ }).waitFor();
  await ylva.keyboard.press('r');
  await workStep(ylva);
  await ylva.goto(`${base}/run-up?check=right-ignition-off-drop`);
  expect(await workStep(ylva)).toBe('on');
  await ylva
    .getByRole('link', { name: 'Right ignition off, drop, left engine: out of limits', exact: true })
    .click();
  await ylva.getByRole('button', { name: 'Close the finding' }).click();
  await expect(ylva.getByText(/^By Ylva Torsund/).last()).toBeVisible();
});

/** The run-up sheet of the same page, where the simulated levers are. */
async function simulationOf(page: Page, base: string): Promise<Page> {
  await page.goto(`${base}/run-up?check=right-ignition-off-drop`);
  await page.getByRole('region', { name: 'Simulation' }).waitFor();
  return page;
}

test('a stranger to the product is told who the made-up people are', async ({ page }) => {
  await page.goto(product.url);
  await expect(page.getByRole('heading', { name: 'People of this demonstration' })).toBeVisible();
  expect(await seriousFaults(page)).toEqual([]);
  await page.getByLabel('Name').fill('ylva');
  await page.getByLabel('Passphrase').fill('wrong');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('do not belong together');
  await signIn(page, product.url, 'Ylva Torsund');
});
