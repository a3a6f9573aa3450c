import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

// Where there is one without windows it goes before: nobody sees the others, and drawing them takes the time of the stories.
const PLACES = [
  process.env.KANZEL_CHROMIUM,
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
].filter(Boolean);
const PACKAGES = ['chromium-headless-shell', 'chromium'];

/** Finds Chromium for the browser tests; installs Debian's when it is missing and the user may. */
export function ensureChromium() {
  const found = PLACES.find((p) => existsSync(p));
  if (found) return found;
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (mayInstall) {
    process.stdout.write('Installing Debian’s Chromium for the browser tests.\n');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit', env });
    for (const name of PACKAGES) {
      const install = ['install', '-y', '-qq', '--no-install-recommends', name];
      spawnSync('apt-get', install, { stdio: 'inherit', env });
      const installed = PLACES.find((p) => existsSync(p));
      if (installed) return installed;
    }
  }
  process.stderr.write(
    'The browser tests need Chromium: install it with "apt-get install chromium", or name one in KANZEL_CHROMIUM.\n',
  );
  process.exit(1);
}
