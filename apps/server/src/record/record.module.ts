import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AttachmentsModule } from '../attachments/index.ts';
import { DevicesModule } from '../devices/index.ts';
import { CampaignRow } from '../storage/entities.ts';
import { CampaignListService } from './campaign-list.service.ts';
import { FindingListService } from './finding-list.service.ts';
import { LiveGateway } from './live.gateway.ts';
import { RecordController } from './record.controller.ts';
import { RecordService } from './record.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([CampaignRow]), DevicesModule, AttachmentsModule],
  controllers: [RecordController],
  providers: [RecordService, CampaignListService, FindingListService, LiveGateway],
  exports: [RecordService, CampaignListService, FindingListService],
})
export class RecordModule {}
