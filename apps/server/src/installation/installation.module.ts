import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LogRow } from '../storage/entities.ts';
import { InstallationController } from './installation.controller.ts';
import { KeyService } from './key.service.ts';
import { LogGuardService } from './log-guard.service.ts';
import { LogService } from './log.service.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([LogRow])],
  controllers: [InstallationController],
  providers: [LogService, LogGuardService, KeyService],
  exports: [LogService, LogGuardService, KeyService],
})
export class InstallationModule {}
