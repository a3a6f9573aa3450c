import { Module } from '@nestjs/common';
import { RecordModule } from '../record/index.ts';
import { LibraryModule } from '../library/index.ts';
import { LoadingController } from './loading.controller.ts';
import { PlanController } from './plan.controller.ts';
import { ReportsController } from './reports.controller.ts';

@Module({
  imports: [RecordModule, LibraryModule],
  controllers: [ReportsController, PlanController, LoadingController],
})
export class ReportsModule {}
