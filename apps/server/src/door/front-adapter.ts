import type { IncomingMessage, RequestListener, ServerResponse } from 'node:http';
import { ExpressAdapter } from '@nestjs/platform-express';

/** Takes a request before the application does, and says whether it has. */
export type Front = (request: IncomingMessage, response: ServerResponse) => boolean;

/** How long a line may rest before it is closed (ms). A device that sends as its line is being closed is not answered. */
const RESTS = 75_000;

/** The HTTP server of the application, with a front that is asked first. */
export class FrontAdapter extends ExpressAdapter {
  front: Front | undefined;

  override initHttpServer(options: Parameters<ExpressAdapter['initHttpServer']>[0]): void {
    super.initHttpServer(options);
    const server = this.httpServer;
    server.keepAliveTimeout = RESTS;
    const application = server.listeners('request') as RequestListener[];
    server.removeAllListeners('request');
    server.on('request', (request: IncomingMessage, response: ServerResponse) => {
      if (this.front?.(request, response) === true) return;
      for (const listener of application) void listener(request, response);
    });
  }
}
