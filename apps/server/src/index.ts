/** What the teller of the demonstration's story works the product by: its own doors, and nothing behind them. */
export { AttachmentsService } from './attachments/index.ts';
export { createApp } from './create-app.ts';
export { FieldService } from './field/index.ts';
export { LibraryService } from './library/index.ts';
export { PeopleService } from './people/index.ts';
export { RecordService } from './record/index.ts';
export { printA4 } from './reports/index.ts';
export type { Clock, Settings } from './settings.ts';
