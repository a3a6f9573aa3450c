import { Global, Module } from '@nestjs/common';
import { APP_GUARD, APP_INTERCEPTOR } from '@nestjs/core';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PersonRow, SessionRow, TabletRow } from '../storage/entities.ts';
import { AccountsService } from './accounts.service.ts';
import { AttemptsService } from './attempts.service.ts';
import { IdentityService } from './identity.service.ts';
import { PeopleController } from './people.controller.ts';
import { PeopleService } from './people.service.ts';
import { ProofInterceptor } from './proof.interceptor.ts';
import { ProofService } from './proof.service.ts';
import { SessionController } from './session.controller.ts';
import { SessionGuard } from './session.guard.ts';
import { SessionService } from './session.service.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([PersonRow, SessionRow, TabletRow])],
  controllers: [PeopleController, SessionController],
  providers: [
    AccountsService,
    AttemptsService,
    PeopleService,
    IdentityService,
    SessionService,
    ProofService,
    { provide: APP_GUARD, useClass: SessionGuard },
    { provide: APP_INTERCEPTOR, useClass: ProofInterceptor },
  ],
  exports: [PeopleService, IdentityService, SessionService],
})
export class PeopleModule {}
