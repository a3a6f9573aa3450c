import type { AddressInfo, Server } from 'node:net';
import { FLIGHTS, type FlightKind } from './flight/character.ts';
import { FlightStandin } from './flight/flight.ts';
import { serveFlight } from './flight/receiver.ts';
import { serveTwin, type SpeakingStandin } from './line-server.ts';
import { EnginesStandin, FOUR_ENGINES, TwinStandin } from './twin.ts';
import { serveScales } from './scales.ts';
import { MAST_MISSION, serveVehicle, VehicleStandin } from './vehicle.ts';
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
// The four-engined aircraft has stood all night: its engines are as cold as the air.
const four = new EnginesStandin(SEED + 100, FOUR_ENGINES, 9);
/** One that speaks as a vehicle does, each alone on its line. Types by MAV_TYPE. */
const flies = (kind: FlightKind, motors: number, type: number): VehicleStandin =>
  new VehicleStandin(1, motors, SEED, MAST_MISSION, new FlightStandin(SEED, FLIGHTS[kind]), type);
const vehicles = {
  // The six-rotor drone and the courier of the demonstration.
  vehiclePort: flies('multirotor', 6, 13),
  courierPort: flies('liftAndCruise', 5, 22),
  // Of nobody in the demonstration: whoever adds one of these gives it the port that is printed.
  flyingWingPort: flies('flyingWing', 1, 1),
  ductedFanPort: flies('ductedFan', 1, 1),
};
const speaking = new Map<number, SpeakingStandin>();
const vehiclePorts: Partial<Record<keyof typeof vehicles, number>> = {};
for (const [name, vehicle] of Object.entries(vehicles)) {
  const port = portOf(await serveVehicle(vehicle, 0));
  speaking.set(port, { vehicle, ...(vehicle.flight ? { flight: vehicle.flight } : {}) });
  vehiclePorts[name as keyof typeof vehicles] = port;
}
// The receiver aboard the motor glider: its clock is that of the day.
const flight = new FlightStandin(SEED, FLIGHTS.single);
const receiverPort = portOf(await serveFlight(flight, Math.floor((Date.now() / 1000) % 86_400), 0));
speaking.set(receiverPort, { flight });
const { dataPort, controlPort, otherPorts } = await serveTwin(twin, {
  host: '127.0.0.1',
  dataPort: 0,
  controlPort: 0,
  speaking,
  others: [four],
});
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
  receiverPort,
  ...vehiclePorts,
};
process.stdout.write(`${JSON.stringify(ports)}\n`);
process.send?.(ports);
// The stand-in lives as long as whoever started it.
process.on('disconnect', () => process.exit(0));
