import { Controller, Get, HttpCode, Param, Post, Query, Req, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiTags } from '@nestjs/swagger';
import { KEPT_TYPES, type Scan } from '@kanzel/core';
import type { Request, Response } from 'express';
import { refuseFor } from '../refusal.ts';
import { AttachmentsService } from './attachments.service.ts';

/** What another try may get past: the device keeps the file and sends it again. */
const LATER: ReadonlySet<string> = new Set(['scansBusy', 'scanNoRoom', 'scanCutOff']);

@ApiTags('attachments')
@Controller('api/scans')
export class AttachmentsController {
  constructor(private readonly attachments: AttachmentsService) {}

  /** Keeps a photograph, a scanned sheet or a spoken note: its bytes as the body, its name in the address. */
  @ApiConsumes(...KEPT_TYPES)
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @HttpCode(200)
  @Post()
  async keep(@Req() request: Request, @Query('name') name?: string): Promise<Scan> {
    const kept = await this.attachments.keep((name ?? 'copy').slice(0, 200) || 'copy', request);
    if (!kept.ok) throw refuseFor(LATER.has(kept.error.code) ? 503 : 409, kept.error);
    return kept.value;
  }

  /** A copy, to be viewed in place. What it holds follows from its address, so that it may be kept for ever. */
  @Get(':sha256')
  async read(@Param('sha256') sha256: string, @Res() response: Response): Promise<void> {
    const found = await this.attachments.read(sha256);
    if (!found.ok) throw refuseFor(found.error.code === 'scanMissing' ? 404 : 409, found.error);
    response
      .type(found.value.type)
      .setHeader('Cache-Control', 'private, max-age=31536000, immutable')
      .setHeader('Content-Disposition', 'inline')
      .setHeader('X-Content-Type-Options', 'nosniff')
      // A page inside a scanned document may do nothing, and it may be shown inside our own only.
      .setHeader(
        'Content-Security-Policy',
        "default-src 'none'; style-src 'unsafe-inline'; object-src 'self'; frame-ancestors 'self'",
      )
      .send(found.value.contents);
  }
}
