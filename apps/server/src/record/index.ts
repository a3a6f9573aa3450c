export { CampaignListService } from './campaign-list.service.ts';
export { FindingListService } from './finding-list.service.ts';
export { entriesFront } from './entries-front.ts';
export { RecordModule } from './record.module.ts';
export { RecordService } from './record.service.ts';
