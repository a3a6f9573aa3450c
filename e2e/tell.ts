import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, startDemo } from './product.ts';

/** Where the demonstration lies that was told for this run: every file of stories begins with a copy of it. */
export const TOLD = join(ROOT, '.tmp', 'told');

/** Tells the demonstration once, before the first story. */
export default async function tell(): Promise<void> {
  rmSync(TOLD, { recursive: true, force: true });
  const product = await startDemo(TOLD);
  await product.stop();
}
