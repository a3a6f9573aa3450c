export { MonitorModule } from './monitor.module.ts';
export { MonitorService } from './monitor.service.ts';
export { SimulationService } from './simulation.service.ts';
