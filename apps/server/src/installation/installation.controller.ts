import { Controller, Get, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { InstallationView } from '@kanzel/contract';
import type { LogLine } from '@kanzel/core';
import { NeedsRole, OpenToEveryone } from '../access.ts';
import { placeOf } from '../door/place.ts';
import { KeyService } from './key.service.ts';
import { LogService } from './log.service.ts';

/** Most lines handed out at once. */
const PAGE = 5000;

@ApiTags('installation')
@Controller('api/installation')
export class InstallationController {
  constructor(
    private readonly log: LogService,
    private readonly key: KeyService,
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

  /** Security events, newest first. */
  @NeedsRole('administrator')
  @Get('events')
  events(): Promise<LogLine[]> {
    return this.log.events(500);
  }
}
