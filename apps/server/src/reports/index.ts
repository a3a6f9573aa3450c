export { ReportsModule } from './reports.module.ts';
