export { CampaignsModule } from './campaigns.module.ts';
