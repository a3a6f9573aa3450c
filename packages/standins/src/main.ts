import { serveTwin } from './line-server.ts';
import { TwinStandin } from './twin.ts';

/** Starts the twin stand-in by itself: `node main.js DATA_PORT CONTROL_PORT [DEAD_PLUG]`; the plug is one of the left engine. */
const [dataPort = '5210', controlPort = '5211', deadPlug] = process.argv.slice(2);
const twin = new TwinStandin(20261124);
if (deadPlug) twin.command({ engine: 'left', faults: { deadPlugs: [deadPlug] } });
const running = await serveTwin(twin, {
  host: '127.0.0.1',
  dataPort: Number(dataPort),
  controlPort: Number(controlPort),
});
process.stdout.write(`${JSON.stringify({ dataPort: running.dataPort, controlPort: running.controlPort })}\n`);
// The stand-in lives as long as whoever started it.
process.on('disconnect', () => process.exit(0));
