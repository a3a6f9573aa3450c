import { Global, Module } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PersonRow, SessionRow, TabletRow } from '../storage/entities.ts';
import { PeopleController } from './people.controller.ts';
import { PeopleService } from './people.service.ts';
import { SessionController } from './session.controller.ts';
import { SessionGuard } from './session.guard.ts';
import { SessionService } from './session.service.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([PersonRow, SessionRow, TabletRow])],
  controllers: [PeopleController, SessionController],
  providers: [PeopleService, SessionService, { provide: APP_GUARD, useClass: SessionGuard }],
  exports: [PeopleService, SessionService],
})
export class PeopleModule {}
