export { AttachmentsModule } from './attachments.module.ts';
export { ATTACHMENTS_FOLDER, AttachmentsService } from './attachments.service.ts';
