import { Controller, Get, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { HealthView, InstallationView } from '@kanzel/contract';
import type { LogLine, Reason } from '@kanzel/core';
import { NeedsRole, OpenToEveryone } from '../access.ts';
import { placeOf } from '../door/place.ts';
import { KeyService } from './key.service.ts';
import { LogGuardService } from './log-guard.service.ts';
import { LogService } from './log.service.ts';

/** Most lines handed out at once. */
const PAGE = 5000;

@ApiTags('installation')
@Controller('api/installation')
export class InstallationController {
  constructor(
    private readonly log: LogService,
    private readonly key: KeyService,
    private readonly guard: LogGuardService,
  ) {}

  /** The key by which exported records of this installation are known; whoever verifies one may ask. */
  @OpenToEveryone()
  @Get()
  view(): InstallationView {
    return { publicKey: this.key.publicKey(), fingerprint: this.key.fingerprint() };
  }

  /** The log from a place on, for verifying it elsewhere. */
  @NeedsRole('administrator')
  @Get('log')
  lines(@Query('after') after?: unknown): Promise<LogLine[]> {
    return this.log.list(placeOf(after), PAGE);
  }

  /** Whether this server is well, for whoever watches it: no names, no figures. */
  @OpenToEveryone()
  @Get('health')
  health(): HealthView {
    return { ready: true, logAgrees: this.guard.problems().length === 0 };
  }

  /** What the log does not agree with; empty as long as all does. */
  @NeedsRole('administrator')
  @Get('doubts')
  doubts(): readonly Reason[] {
    return this.guard.problems();
  }

  /** Security events, newest first. */
  @NeedsRole('administrator')
  @Get('events')
  events(): Promise<LogLine[]> {
    return this.log.events(500);
  }
}
