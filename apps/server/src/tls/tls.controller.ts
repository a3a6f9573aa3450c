import { X509Certificate } from 'node:crypto';
import { Controller, Get, Header, Inject, Query, Req } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import type { TrustView } from '@kanzel/contract';
import type { Request } from 'express';
import { toString as toCode } from 'qrcode';
import { OpenToEveryone } from '../access.ts';
import { refuse } from '../refusal.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { ownNames } from './certificate.ts';

/** How a campaign is named in an address. */
const CAMPAIGN = /^[\w-]{1,64}$/;

/** What a device needs to trust this server, so that the application can be installed on it: asked before anybody is signed on. */
@ApiTags('installation')
@Controller('api/trust')
export class TlsController {
  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  /** Under which addresses it is reached here, each with a code to scan, and what vouches for it. */
  @OpenToEveryone()
  @Get()
  async trust(@Req() request: Request, @Query('crew') crew?: unknown): Promise<TrustView> {
    const { tls, host } = this.settings;
    const port = request.socket.localPort ?? this.settings.port;
    const { names, addresses } = ownNames(this.settings.names);
    // Who listens to this machine alone is reached by nobody else.
    const reached =
      host === '127.0.0.1' || host === 'localhost'
        ? []
        : [...addresses.filter((a) => a !== '127.0.0.1'), ...names.filter((n) => n !== 'localhost')];
    // A device that joins a crew comes to the calls of that campaign at once.
    const page = typeof crew === 'string' && CAMPAIGN.test(crew) ? `/campaign/${crew}/calls` : '/';
    const codes = await Promise.all(
      reached.map(async (name) => {
        const address = `${tls ? 'https' : 'http'}://${name}:${port}${page}`;
        return { address, code: await toCode(address, { type: 'svg', margin: 2 }) };
      }),
    );
    const own = tls?.authority === undefined ? undefined : new X509Certificate(tls.authority);
    return {
      secure: tls !== undefined,
      addresses: codes,
      ...(tls ? { until: new Date(new X509Certificate(tls.cert).validTo).toISOString() } : {}),
      ...(own ? { fingerprint: own.fingerprint256 } : {}),
    };
  }

  /** The certificate of our own authority, as devices take it. */
  @OpenToEveryone()
  @Get('authority')
  @Header('Content-Type', 'application/x-x509-ca-cert')
  @Header('Content-Disposition', 'attachment; filename="kanzel-authority.crt"')
  authority(): string {
    const { tls } = this.settings;
    if (tls?.authority === undefined) throw refuse(404, 'This server vouches for nothing by itself.');
    return tls.authority;
  }
}
