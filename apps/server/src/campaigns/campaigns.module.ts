import { Module } from '@nestjs/common';
import { DevicesModule } from '../devices/index.ts';
import { RecordModule } from '../record/index.ts';
import { CampaignsController } from './campaigns.controller.ts';
import { CampaignsService } from './campaigns.service.ts';

@Module({
  imports: [RecordModule, DevicesModule],
  controllers: [CampaignsController],
  providers: [CampaignsService],
})
export class CampaignsModule {}
