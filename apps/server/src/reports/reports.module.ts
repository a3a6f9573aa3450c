import { Module } from '@nestjs/common';
import { RecordModule } from '../record/index.ts';
import { PlanController } from './plan.controller.ts';
import { ReportsController } from './reports.controller.ts';

@Module({ imports: [RecordModule], controllers: [ReportsController, PlanController] })
export class ReportsModule {}
