export { InstallationModule } from './installation.module.ts';
export { LogService } from './log.service.ts';
export { KeyService } from './key.service.ts';
