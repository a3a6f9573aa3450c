import { Module } from '@nestjs/common';
import { AttachmentsController } from './attachments.controller.ts';
import { AttachmentsService } from './attachments.service.ts';

@Module({
  controllers: [AttachmentsController],
  providers: [AttachmentsService],
  exports: [AttachmentsService],
})
export class AttachmentsModule {}
