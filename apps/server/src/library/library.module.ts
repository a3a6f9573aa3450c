import { Global, Module } from '@nestjs/common';
import { LibraryController } from './library.controller.ts';
import { LibraryService } from './library.service.ts';

@Global()
@Module({ controllers: [LibraryController], providers: [LibraryService], exports: [LibraryService] })
export class LibraryModule {}
