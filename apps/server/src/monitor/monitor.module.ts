import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { MonitorRow } from '../storage/entities.ts';
import { MonitorController } from './monitor.controller.ts';
import { MonitorService } from './monitor.service.ts';
import { SimulationService } from './simulation.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([MonitorRow])],
  controllers: [MonitorController],
  providers: [MonitorService, SimulationService],
  exports: [MonitorService, SimulationService],
})
export class MonitorModule {}
