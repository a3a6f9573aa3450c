import { Global, Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PersonRow, SessionRow } from '../storage/entities.ts';
import { PeopleController } from './people.controller.ts';
import { PeopleService } from './people.service.ts';
import { SessionGuard } from './session.guard.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([PersonRow, SessionRow])],
  controllers: [PeopleController],
  providers: [PeopleService, { provide: APP_GUARD, useClass: SessionGuard }],
  exports: [PeopleService],
})
export class PeopleModule {}
