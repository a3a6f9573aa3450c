// node e2e/_look.mjs NAME WxH mark person steps...
import { chromium } from '@playwright/test';
const [name, size, mark, person, ...steps] = process.argv.slice(2);
const [w, h] = size.split('x').map(Number);
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const page = await (await b.newContext({ viewport: { width: w, height: h }, hasTouch: w < 1000 })).newPage();
page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()));
page.on('pageerror', (e) => console.log('pageerror', e.message));
const url = 'http://localhost:4811';
await page.goto(url);
await page.getByRole('button', { name: new RegExp(person) }).click();
await page.getByRole('button', { name: 'Sign in', exact: true }).click();
await page.getByRole('heading', { name: 'Hangar' }).waitFor();
let base = url;
if (mark !== '-') {
  const list = await (await page.request.get(`${url}/api/campaigns?state=inHand&mark=${mark}`)).json();
  base = `${url}/campaign/${list[0].id}`;
}
for (const s of steps) {
  const [k, ...r] = s.split(':');
  const v = r.join(':');
  if (k === 'go') await page.goto(base + v);
  if (k === 'text') await page.getByText(v).first().click();
  if (k === 'btn')
    await page
      .getByRole('button', { name: new RegExp(v) })
      .first()
      .click();
  if (k === 'css') await page.locator(v).first().click();
  if (k === 'key') await page.keyboard.press(v);
  if (k === 'fill') {
    const [sel, t] = v.split('|');
    await page.getByLabel(sel).first().fill(t);
  }
  if (k === 'see') await page.getByText(v).first().waitFor();
  if (k === 'wait') await page.waitForTimeout(Number(v));
  if (k === 'scroll')
    await page.locator('#sheet').evaluate((e, n) => {
      e.scrollTop = n;
      e.parentElement.scrollTop = n;
    }, Number(v));
  if (k === 'shot') {
    await page.waitForTimeout(700);
    await page.screenshot({ path: `/tmp/shots/${v}.png` });
    console.log('shot', v, page.url());
  }
}
await b.close();
