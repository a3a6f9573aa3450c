export { FieldModule } from './field.module.ts';
export { FieldService } from './field.service.ts';
