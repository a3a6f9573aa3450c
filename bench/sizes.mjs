import { chromium } from '@playwright/test';
import { benchSize } from './large.mjs';
const row = (name, figure) => process.stdout.write(`${name.padEnd(66)} ${figure}\n`);
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
if (process.argv[2] !== 'only') { await benchSize(row, browser, [6, 50, 10_000]); await benchSize(row, browser, [60, 500, 100_000]); }
await benchSize(row, browser, [300, 5000, 1_000_000], '/tmp/large');
await browser.close();
