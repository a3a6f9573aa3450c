import { Catch, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Refusal } from '@kanzel/contract';
import Database from 'better-sqlite3';
import type { Response } from 'express';
import { QueryFailedError } from 'typeorm';

/**
 * A database that cannot write is answered as "not now" (503), never as a refusal: nothing was recorded, and
 * the device keeps what it has and tries again.
 */
@Catch(QueryFailedError, Database.SqliteError)
export class StorageFilter implements ExceptionFilter<Error> {
  catch(error: Error, host: ArgumentsHost): void {
    const cause = error instanceof QueryFailedError ? (error.driverError as Error) : error;
    const code = (cause as { code?: string }).code ?? 'unknown';
    const why = code.startsWith('SQLITE_FULL')
      ? 'the disk of the server is full'
      : `the database said ${code}`;
    process.stderr.write(`Nothing was recorded: ${why}. ${error.message}\n`);
    const body: Refusal = {
      message: `Nothing was recorded: ${why}. What you entered is kept on this device and sent again.`,
    };
    host.switchToHttp().getResponse<Response>().status(503).json(body);
  }
}
