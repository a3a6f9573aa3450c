export { ReportsModule } from './reports.module.ts';
export { printA4 } from './pdf.ts';
