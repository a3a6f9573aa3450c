export { RecordModule } from './record.module.ts';
export { RecordService } from './record.service.ts';
