import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { DeviceRow } from '../storage/entities.ts';
import { FieldModule } from '../field/index.ts';
import { DevicesController } from './devices.controller.ts';
import { DevicesService } from './devices.service.ts';
import { ScalesService } from './scales.service.ts';
import { SimulationService } from './simulation.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([DeviceRow]), FieldModule],
  controllers: [DevicesController],
  providers: [DevicesService, SimulationService, ScalesService],
  exports: [DevicesService, SimulationService],
})
export class DevicesModule {}
