import { serveTwin } from './line-server.ts';
import { TwinStandin } from './twin.ts';
import { serveScales } from './scales.ts';
import { serveWeather } from './weather.ts';

/**
 * Starts the stand-ins by themselves: `node main.js DATA_PORT CONTROL_PORT [DEAD_PLUG] [WEATHER_PORT] [SCALES_PORT]`; the
 * plug is one of the left engine. On the scales stands the glider tug of the demonstration, tail raised on a stand.
 */
const [dataPort = '5210', controlPort = '5211', deadPlug, weatherPort, scalesPort] = process.argv.slice(2);
const twin = new TwinStandin(20261124);
if (deadPlug) twin.command({ engine: 'left', faults: { deadPlugs: [deadPlug] } });
const running = await serveTwin(twin, {
  host: '127.0.0.1',
  dataPort: Number(dataPort),
  controlPort: Number(controlPort),
});
if (weatherPort) await serveWeather(Number(weatherPort), 20261124);
if (scalesPort)
  await serveScales(
    Number(scalesPort),
    [
      { id: '1', mass: 218.0, step: 0.5 },
      { id: '2', mass: 218.1, step: 0.5 },
      { id: '3', mass: 50.05, step: 0.5 },
    ],
    20261124,
  );
process.stdout.write(`${JSON.stringify({ dataPort: running.dataPort, controlPort: running.controlPort })}\n`);
// The stand-in lives as long as whoever started it.
process.on('disconnect', () => process.exit(0));
