import { errorCode } from '../error-code.ts';
import { Catch, type ArgumentsHost } from '@nestjs/common';
import { BaseExceptionFilter } from '@nestjs/core';
import type { Refusal } from '@kanzel/contract';
import type { Response } from 'express';

/** The code by which SQLite says what it could not do, whether it comes through the ORM or by itself. */
function sqliteCode(error: unknown): string | undefined {
  const said = errorCode(error);
  return said.startsWith('SQLITE_') ? said : undefined;
}

/** What is answered, and said to the administrator, when the database could not write; undefined for any other error. */
export function notRecorded(error: unknown): Refusal | undefined {
  const code = sqliteCode(error);
  if (code === undefined) return undefined;
  const why = code.startsWith('SQLITE_FULL') ? 'the disk of the server is full' : `the database said ${code}`;
  process.stderr.write(`Nothing was recorded: ${why}. ${error instanceof Error ? error.message : ''}\n`);
  return {
    message: `Nothing was recorded: ${why}. What you entered is kept on this device and sent again.`,
  };
}

/**
 * A database that cannot write is answered as "not now" (503), never as a refusal: nothing was recorded, and
 * the device keeps what it has and tries again. Everything else is answered as it always is.
 */
@Catch()
export class StorageFilter extends BaseExceptionFilter {
  override catch(error: unknown, host: ArgumentsHost): void {
    const body = host.getType() === 'http' ? notRecorded(error) : undefined;
    if (!body) return super.catch(error, host);
    host.switchToHttp().getResponse<Response>().status(503).json(body);
  }
}
