import { Module } from '@nestjs/common';
import { RecordModule } from '../record/index.ts';
import { ReportsController } from './reports.controller.ts';

@Module({ imports: [RecordModule], controllers: [ReportsController] })
export class ReportsModule {}
