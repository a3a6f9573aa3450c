export { InstallationModule } from './installation.module.ts';
export { LogGuardService, proofName } from './log-guard.service.ts';
export { LogService } from './log.service.ts';
export { KeyService } from './key.service.ts';
