import { Module } from '@nestjs/common';
import { RecordModule } from '../record/index.ts';
import { LibraryModule } from '../library/index.ts';
import { ReportsController } from './reports.controller.ts';

@Module({
  imports: [RecordModule, LibraryModule],
  controllers: [ReportsController],
})
export class ReportsModule {}
