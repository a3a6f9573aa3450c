import type { AddressInfo, Server } from 'node:net';
import { FlightStandin, serveFlight } from './flight.ts';
import { serveTwin } from './line-server.ts';
import { EnginesStandin, FOUR_ENGINES, TwinStandin } from './twin.ts';
import { serveScales } from './scales.ts';
import { serveVehicle, VehicleStandin } from './vehicle.ts';
import { serveWeather } from './weather.ts';

/**
 * Starts the stand-ins by themselves: `node main.js [DEAD_PLUG]`; the plug is one of the left engine. On the scales stands
 * the glider tug of the demonstration, tail raised on a stand. Each listens on whatever port is free, and says which to
 * whoever started it: a port looked for beforehand may be taken by the time it is needed.
 */
const [deadPlug] = process.argv.slice(2);
const SEED = 20261124;
const twin = new TwinStandin(SEED);
if (deadPlug) twin.command({ engine: 'left', faults: { deadPlugs: [deadPlug] } });
const portOf = (server: Server): number => (server.address() as AddressInfo).port;
// The six-rotor drone of the demonstration, called up by its number.
const drone = new VehicleStandin(1, 6, SEED);
// The four-engined aircraft has stood all night: its engines are as cold as the air.
const four = new EnginesStandin(SEED + 100, FOUR_ENGINES, 9);
// The receiver aboard the motor glider: its clock is that of the day.
const flight = new FlightStandin(SEED, Math.floor((Date.now() / 1000) % 86_400));
const { dataPort, controlPort, otherPorts } = await serveTwin(twin, {
  host: '127.0.0.1',
  dataPort: 0,
  controlPort: 0,
  vehicle: drone,
  flight,
  others: [four],
});
const vehicle = await serveVehicle(drone, 0);
const receiver = await serveFlight(flight, 0);
const weather = await serveWeather(0, SEED);
const scales = await serveScales(
  0,
  [
    { id: '1', mass: 218.0, step: 0.5 },
    { id: '2', mass: 218.1, step: 0.5 },
    { id: '3', mass: 50.05, step: 0.5 },
  ],
  SEED,
);
const ports = {
  dataPort,
  controlPort,
  fourPort: otherPorts[0] ?? 0,
  weatherPort: portOf(weather),
  scalesPort: portOf(scales),
  vehiclePort: portOf(vehicle),
  receiverPort: portOf(receiver),
};
process.stdout.write(`${JSON.stringify(ports)}\n`);
process.send?.(ports);
// The stand-in lives as long as whoever started it.
process.on('disconnect', () => process.exit(0));
