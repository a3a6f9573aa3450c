import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { MonitorModule } from '../monitor/index.ts';
import { RecordModule } from '../record/index.ts';
import { CampaignRow } from '../storage/entities.ts';
import { CampaignsController } from './campaigns.controller.ts';

@Module({
  imports: [TypeOrmModule.forFeature([CampaignRow]), RecordModule, MonitorModule],
  controllers: [CampaignsController],
})
export class CampaignsModule {}
