import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { MonitorRow } from '../storage/entities.ts';
import { FieldModule } from '../field/index.ts';
import { MonitorController } from './monitor.controller.ts';
import { MonitorService } from './monitor.service.ts';
import { ScalesService } from './scales.service.ts';
import { SimulationService } from './simulation.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([MonitorRow]), FieldModule],
  controllers: [MonitorController],
  providers: [MonitorService, SimulationService, ScalesService],
  exports: [MonitorService, SimulationService],
})
export class MonitorModule {}
