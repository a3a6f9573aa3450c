import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fork } from 'node:child_process';
import { parseArgs } from 'node:util';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, hashFiles, ROOT } from './lib.mjs';

/** `npm run demo`: installs, builds, makes the demonstration world, starts it, and prints the address. */
const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4170' },
    data: { type: 'string', default: join(ROOT, '.demo') },
    fresh: { type: 'boolean', default: false },
    // A fleet of 300 with 5,000 campaigns and a million entries instead of the story; takes minutes to make.
    large: { type: 'boolean', default: false },
    size: { type: 'string', default: '300,5000,1000000' },
    'sign-ins': { type: 'string', default: '30' },
  },
});

ensureNode();
ensureInstalled();
await build();

const dist = (path) => join(ROOT, path);

/** The story is told anew when the code that tells it has changed; what a person did in it since is kept otherwise. */
function makeWorld() {
  const stamp = join(values.data, 'made-by');
  const key =
    (values.large ? `large ${values.size} ` : '') +
    hashFiles([
      'packages/core/src',
      'packages/packs',
      'packages/standins/src',
      'packages/world/src',
      'apps/server/src',
      'apps/demo/src',
    ]);
  if (!values.fresh && existsSync(stamp) && readFileSync(stamp, 'utf8') === key) return;
  process.stdout.write('Telling the demonstration story…\n');
  const making = `${values.data}.making`;
  rmSync(making, { recursive: true, force: true });
  mkdirSync(making, { recursive: true });
  const what = values.large ? ['large', making, ...values.size.split(',')] : ['make', making];
  const made = spawnSync(process.execPath, [dist('apps/demo/dist/main.js'), ...what], {
    stdio: 'inherit',
  });
  if (made.status !== 0) process.exit(made.status ?? 1);
  writeFileSync(join(making, 'made-by'), key);
  if (existsSync(values.data)) {
    const aside = `${values.data}.before-${Date.now()}`;
    renameSync(values.data, aside);
    process.stdout.write(`The demonstration made by an earlier version was put aside as ${aside}\n`);
  }
  renameSync(making, values.data);
}

makeWorld();

const people = spawnSync(process.execPath, [dist('apps/demo/dist/main.js'), 'people'], {
  encoding: 'utf8',
}).stdout;
/** The stand-ins, on ports that were free; again if they took the very port that the product is to have. */
async function startStandins() {
  for (;;) {
    const child = fork(dist('packages/standins/dist/main.js'), ['left4'], {
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    const ports = await new Promise((resolve, reject) => {
      child.once('message', resolve);
      child.once('exit', (code) =>
        reject(new Error(`The stand-ins ended (${code}) before they could be heard.`)),
      );
    });
    if (!Object.values(ports).includes(Number(values.port))) return { standin: child, ...ports };
    child.kill('SIGTERM');
  }
}

const {
  standin,
  dataPort,
  controlPort,
  fourPort,
  weatherPort,
  scalesPort,
  vehiclePort,
  courierPort,
  receiverPort,
  ...others
} = await startStandins();
process.stdout.write(
  `For an aircraft that you add: a flying wing speaks MAVLink over TCP at 127.0.0.1:${others.flyingWingPort}, a ducted fan at 127.0.0.1:${others.ductedFanPort}.\n`,
);
const server = fork(
  dist('apps/server/dist/main.js'),
  [
    '--data',
    values.data,
    '--port',
    values.port,
    '--web',
    dist('apps/web/dist'),
    '--demo-people',
    people,
    '--simulation',
    `QX-TJD,QX-SKV=${controlPort}`,
    '--standins',
    '--monitor',
    `QX-TJD=engine-line:${dataPort}`,
    '--monitor',
    `QX-SKV=engine-line:${fourPort}`,
    '--monitor',
    `QX-TEI=mavlink-tcp:${vehiclePort}`,
    '--monitor',
    `QX-LMT=mavlink-tcp:${courierPort}`,
    '--monitor',
    `QX-DPM=nmea-tcp:${receiverPort}`,
    '--weather',
    `http://127.0.0.1:${weatherPort}`,
    '--scales',
    `127.0.0.1:${scalesPort}`,
    '--sign-ins',
    values['sign-ins'],
  ],
  { stdio: ['ignore', 'inherit', 'inherit', 'ipc'] },
);
const end = () => {
  server.kill('SIGTERM');
  standin.kill('SIGTERM');
};
process.on('SIGINT', end);
process.on('SIGTERM', end);
server.once('exit', (code) => {
  standin.kill('SIGTERM');
  process.exit(code ?? 0);
});
