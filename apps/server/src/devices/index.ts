export { DevicesModule } from './devices.module.ts';
export { DevicesService } from './devices.service.ts';
export { SimulationService } from './simulation.service.ts';
