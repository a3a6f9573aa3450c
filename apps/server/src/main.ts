import { errorCode } from './error-code.ts';
import { parseArgs } from 'node:util';
import { resolve } from 'node:path';
import { createApp } from './create-app.ts';
import { LibraryService } from './library/index.ts';
import { PeopleService } from './people/index.ts';
import type { Settings } from './settings.ts';
import { StartRefused } from './storage/sqlite.ts';

/** MARK=PROTOCOL:PORT of a device on this machine, for the demonstration. */
function readMonitor(text: string): Settings['monitors'][number] {
  const [mark = '', protocol = '', port = ''] = text.split(/[=:]/);
  return { mark, protocol, host: '127.0.0.1', port: Number(port) };
}

function readSettings(): Settings {
  const { values } = parseArgs({
    options: {
      data: { type: 'string', default: 'data' },
      host: { type: 'string' },
      port: { type: 'string', default: '4170' },
      name: { type: 'string', multiple: true, default: [] },
      web: { type: 'string' },
      'demo-people': { type: 'string' },
      simulation: { type: 'string' },
      monitor: { type: 'string', multiple: true, default: [] },
      weather: { type: 'string' },
      scales: { type: 'string' },
      'sign-ins': { type: 'string', default: '10' },
      log: { type: 'string', default: 'warn' },
      standins: { type: 'boolean', default: false },
      'new-key': { type: 'boolean', default: false },
      tls: { type: 'boolean', default: false },
      'tls-cert': { type: 'string' },
      'tls-key': { type: 'string' },
    },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new StartRefused(`“${values.port}” is not a port. Use --port with a number from 1 to 65535.`);
  const { 'tls-cert': cert, 'tls-key': key } = values;
  if ((cert === undefined) !== (key === undefined))
    throw new StartRefused('A certificate comes with its key: give both --tls-cert and --tls-key.');
  const tls = values.tls || cert !== undefined;
  const [marks = '', simulationPort = ''] = values.simulation?.split('=') ?? [];
  return {
    dataFolder: resolve(values.data),
    // Who asks for TLS wants to be reached from tablets; anybody else is alone on this machine.
    host: values.host ?? (tls ? '0.0.0.0' : '127.0.0.1'),
    tlsFrom: cert !== undefined && key !== undefined ? { cert, key } : tls ? 'own' : undefined,
    port,
    names: values.name,
    webFolder: values.web === undefined ? undefined : resolve(values.web),
    demoPeople:
      values['demo-people'] === undefined
        ? []
        : (JSON.parse(values['demo-people']) as Settings['demoPeople']),
    simulation:
      values.simulation === undefined
        ? undefined
        : { host: '127.0.0.1', port: Number(simulationPort), marks: marks.split(',') },
    monitors: values.monitor.map(readMonitor),
    weather: values.weather,
    scales: values.scales,
    signInsPerMinute: Number(values['sign-ins']),
    newKey: values['new-key'],
    standins: values.standins,
    logLevel: values.log === 'info' || values.log === 'silent' ? values.log : 'warn',
  };
}

function explainListening(settings: Settings, error: unknown): Error {
  const code = errorCode(error);
  if (code === 'EADDRINUSE')
    return new StartRefused(
      `Port ${settings.port} on ${settings.host} is in use by another program. Nothing was changed. Stop that one, or choose another with --port.`,
    );
  if (code === 'EACCES')
    return new StartRefused(
      `You may not listen on port ${settings.port}. Choose one above 1023 with --port.`,
    );
  if (code === 'EADDRNOTAVAIL')
    return new StartRefused(`This machine has no address ${settings.host}. Choose another with --host.`);
  return error instanceof Error ? error : new Error(String(error));
}

/** How long ending may take, before the process ends without having said goodbye to everybody (ms). */
const ENDS_WITHIN = 10_000;

/** Ends in any case: whatever is in the record is on the disk, and nothing waits in memory for the end. */
function endInTime(): void {
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => setTimeout(() => process.exit(0), ENDS_WITHIN).unref());
}

async function start(): Promise<void> {
  const settings = readSettings();
  const app = await createApp(settings);
  await app.listen(settings.port, settings.host).catch(async (error: unknown) => {
    await app.close();
    throw explainListening(settings, error);
  });
  const address = (app.getHttpServer() as { address: () => { port: number } }).address();
  const shown = settings.host === '0.0.0.0' || settings.host === '127.0.0.1' ? 'localhost' : settings.host;
  const scheme = settings.tlsFrom === undefined ? 'http' : 'https';
  process.stdout.write(`Kanzel is ready at ${scheme}://${shown}:${address.port}\n`);
  if (settings.tlsFrom !== undefined)
    process.stdout.write(
      `Tablets: open ${scheme}://${shown}:${address.port}/trust here and scan the code it shows.\n`,
    );
  for (const problem of app.get(LibraryService).problems())
    process.stderr.write(`Refused at load: ${problem}\n`);
  const people = app.get(PeopleService);
  if (await people.isEmpty())
    process.stdout.write(
      `No account exists yet. Open the address and make the first one with the code ${people.setupCode}\n`,
    );
  endInTime();
  // A child of the demo lives no longer than it.
  process.on('disconnect', () => process.kill(process.pid, 'SIGTERM'));
}

start().catch((error: unknown) => {
  process.stderr.write(
    `${error instanceof StartRefused ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`,
  );
  process.exitCode = 1;
});
