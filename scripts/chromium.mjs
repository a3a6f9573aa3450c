import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';

const PLACES = [process.env.KANZEL_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].filter(
  Boolean,
);

/** Finds Chromium for the browser tests; installs Debian's when it is missing and the user may. */
export function ensureChromium() {
  const found = PLACES.find((p) => existsSync(p));
  if (found) return found;
  const mayInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (mayInstall) {
    process.stdout.write('Installing Debian’s Chromium for the browser tests.\n');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit', env });
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
      stdio: 'inherit',
      env,
    });
    if (existsSync('/usr/bin/chromium')) return '/usr/bin/chromium';
  }
  process.stderr.write(
    'The browser tests need Chromium: install it with "apt-get install chromium", or name one in KANZEL_CHROMIUM.\n',
  );
  process.exit(1);
}
