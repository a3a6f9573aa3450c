import { chromium } from '@playwright/test';
export const url = 'http://localhost:4811';
export const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
export const open = async (viewport = { width: 1280, height: 800 }, hasTouch = false) => {
  const page = await (await browser.newContext({ viewport, hasTouch })).newPage();
  page.on('pageerror', (e) => console.log('PAGEERROR', e.message.slice(0, 300)));
  page.setDefaultTimeout(8000);
  return page;
};
export const signIn = async (page, name = /Ylva Torsund/) => {
  await page.goto(url);
  await page.getByRole('button', { name }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('heading', { name: 'Hangar' }).waitFor();
};
