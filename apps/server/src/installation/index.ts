export { InstallationModule } from './installation.module.ts';
export { LogService, type LogKind } from './log.service.ts';
export { KeyService } from './key.service.ts';
