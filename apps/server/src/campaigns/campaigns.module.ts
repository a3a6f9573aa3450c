import { Module } from '@nestjs/common';
import { MonitorModule } from '../monitor/index.ts';
import { RecordModule } from '../record/index.ts';
import { CampaignsController } from './campaigns.controller.ts';
import { CampaignsService } from './campaigns.service.ts';

@Module({
  imports: [RecordModule, MonitorModule],
  controllers: [CampaignsController],
  providers: [CampaignsService],
})
export class CampaignsModule {}
