export { LibraryModule } from './library.module.ts';
export { LibraryService } from './library.service.ts';
