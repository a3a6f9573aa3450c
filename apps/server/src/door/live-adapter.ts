import type { IncomingMessage } from 'node:http';
import type { INestApplicationContext } from '@nestjs/common';
import { IoAdapter } from '@nestjs/platform-socket.io';
import { isFromHere } from './same-origin.ts';

type Options = Parameters<IoAdapter['createIOServer']>[1];
type LiveServer = ReturnType<IoAdapter['createIOServer']>;

/** Most that a browser may say on its live line at once (bytes): it only names a campaign. */
const MOST = 16 * 1024;

/** The live line, opened by pages of this server only. */
export class LiveAdapter extends IoAdapter {
  constructor(
    app: INestApplicationContext,
    private readonly names: readonly string[],
  ) {
    super(app);
  }

  override createIOServer(port: number, options?: Options): LiveServer {
    return super.createIOServer(port, {
      ...options,
      maxHttpBufferSize: MOST,
      allowRequest: (request: IncomingMessage, answer: (why: null, allowed: boolean) => void) =>
        answer(null, isFromHere(request, this.names)),
    } as NonNullable<Options>);
  }
}
