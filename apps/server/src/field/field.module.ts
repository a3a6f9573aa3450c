import { Module } from '@nestjs/common';
import { InstallationModule } from '../installation/index.ts';
import { FieldController } from './field.controller.ts';
import { FieldService } from './field.service.ts';
import { WeatherService } from './weather.service.ts';

@Module({
  imports: [InstallationModule],
  controllers: [FieldController],
  providers: [FieldService, WeatherService],
  exports: [FieldService],
})
export class FieldModule {}
