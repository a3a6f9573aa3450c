import { errorCode } from './error-code.ts';
import 'reflect-metadata';
import { existsSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import { ValidationPipe } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getDataSourceToken } from '@nestjs/typeorm';
import { messagesOf } from '@kanzel/contract';
import cookieParser from 'cookie-parser';
import compression from 'compression';
import type { NextFunction, Request, Response } from 'express';
import staticGzip from 'express-static-gzip';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import type { DataSource } from 'typeorm';
import { SESSION_COOKIE, type WithPerson } from './access.ts';
import { AppModule } from './app.module.ts';
import { bodyDoor } from './door/bodies.ts';
import { FrontAdapter } from './door/front-adapter.ts';
import { guardHeaders } from './door/headers.ts';
import { LiveAdapter } from './door/live-adapter.ts';
import { serveOpenApi } from './openapi.ts';
import { cookieOf } from './people/cookies.ts';
import { SessionService } from './people/index.ts';
import { entriesFront, RecordService } from './record/index.ts';
import { refuseMalformed } from './refusal.ts';
import { SYSTEM_CLOCK, type Clock, type Settings } from './settings.ts';
import { ownCertificate, suppliedCertificate } from './tls/index.ts';
import { FolderHold } from './storage/folder-lock.ts';
import { StorageFilter } from './storage/storage.filter.ts';
import { explainOpening, inspectDataFolder, refuseIfDamaged, StartRefused } from './storage/sqlite.ts';

function serveWeb(app: NestExpressApplication, folder: string): void {
  // Built files carry their hash in their name; the page and the worker must be asked for each time.
  const setHeaders = (response: ServerResponse, path: string): void =>
    void response.setHeader(
      'Cache-Control',
      path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache',
    );
  // Compressed when they were built, so that nothing is compressed while somebody waits.
  const files = staticGzip(folder, {
    index: 'index.html',
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    serveStatic: { setHeaders },
  });
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.path.startsWith('/api/')) next();
    else files(request, response, next);
  });
  const page = join(folder, 'index.html');
  app.use((request: Request, response: Response, next: NextFunction) => {
    const forPage =
      request.method === 'GET' &&
      !request.path.startsWith('/api/') &&
      !request.path.startsWith('/ws') &&
      !request.path.includes('.');
    if (forPage && existsSync(page)) response.setHeader('Cache-Control', 'no-cache').sendFile(page);
    else next();
  });
}

/** The settings with what the server proves itself with, where TLS is asked for. */
async function withTls(settings: Settings, clock: Clock): Promise<Settings> {
  const { tlsFrom, dataFolder, names } = settings;
  if (tlsFrom === undefined) return settings;
  if (tlsFrom === 'own') return { ...settings, tls: await ownCertificate(dataFolder, clock.now(), names) };
  const supplied = suppliedCertificate(tlsFrom.cert, tlsFrom.key, clock.now());
  if (!supplied.ok) throw new StartRefused(supplied.error);
  return { ...settings, tls: supplied.value };
}

/**
 * Builds the server for a data folder without listening yet. Refuses with `StartRefused` and a sentence when
 * the folder or the database cannot be used; overwrites nothing.
 */
export async function createApp(
  asked: Settings,
  clock: Clock = SYSTEM_CLOCK,
): Promise<NestExpressApplication> {
  inspectDataFolder(asked.dataFolder);
  const hold = new FolderHold();
  hold.take(asked.dataFolder);
  const settings = await withTls(asked, clock).catch((error: unknown) => {
    hold.onApplicationShutdown();
    throw error;
  });
  const adapter = new FrontAdapter();
  const app = await NestFactory.create<NestExpressApplication>(
    AppModule.with(settings, clock, hold),
    adapter,
    {
      logger: settings.logLevel === 'silent' ? false : ['error', 'warn'],
      abortOnError: false,
      // Bodies are read behind a door that asks who sends them first.
      bodyParser: false,
      // A browser that has just connected again, or answers no more, does not keep the product from ending.
      forceCloseConnections: true,
      ...(settings.tls ? { httpsOptions: { key: settings.tls.key, cert: settings.tls.cert } } : {}),
    },
  ).catch((error: unknown) => {
    hold.onApplicationShutdown();
    throw explainOpening(settings.dataFolder, error);
  });
  const dataSource = app.get<DataSource>(getDataSourceToken());
  await refuseIfDamaged(settings.dataFolder, (sql) => dataSource.query(sql)).catch(async (error: unknown) => {
    await app.close();
    throw errorCode(error) !== '' ? explainOpening(settings.dataFolder, error) : error;
  });
  app.useWebSocketAdapter(new LiveAdapter(app, settings.names));
  if (settings.logLevel === 'info') app.use(pinoHttp({ logger: pino({ level: 'info' }) }));
  // Answers are stored nowhere, so that nothing is gained by telling one from the next.
  app.disable('etag');
  app.disable('x-powered-by');
  // Whoever pinned a certificate of our own could not get back in once it is made anew: only one that was supplied is.
  app.use(guardHeaders(settings.tls !== undefined && settings.tls.authority === undefined));
  // Records are long and repeat themselves; a line to the hangar may be slow.
  app.use(compression({ threshold: 4096, level: 3 }));
  app.use(cookieParser());
  const sessions = app.get(SessionService);
  app.use(
    bodyDoor(async (request) => {
      const own = request as WithPerson;
      const person = await sessions.whose(cookieOf(request, SESSION_COOKIE));
      if (person) own.person = person;
      return person !== undefined;
    }, settings.names),
  );
  // Who wants every request in the log has it pass by the log.
  if (settings.logLevel !== 'info')
    adapter.front = entriesFront(app.get(RecordService), sessions, settings.names);
  app.useGlobalPipes(
    new ValidationPipe({
      whitelist: true,
      forbidNonWhitelisted: true,
      transform: true,
      exceptionFactory: (errors) => refuseMalformed(messagesOf(errors)),
    }),
  );
  app.useGlobalFilters(new StorageFilter(app.getHttpAdapter()));
  if (settings.webFolder) serveWeb(app, settings.webFolder);
  serveOpenApi(app);
  app.enableShutdownHooks();
  return app;
}
