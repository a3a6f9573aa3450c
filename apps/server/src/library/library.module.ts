import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { DraftRow } from '../storage/entities.ts';
import { DraftsController } from './drafts.controller.ts';
import { DraftsService } from './drafts.service.ts';
import { LibraryController } from './library.controller.ts';
import { LibraryService } from './library.service.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([DraftRow])],
  controllers: [DraftsController, LibraryController],
  providers: [LibraryService, DraftsService],
  exports: [LibraryService],
})
export class LibraryModule {}
