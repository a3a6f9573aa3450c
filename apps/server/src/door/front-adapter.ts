import type { IncomingMessage, RequestListener, ServerResponse } from 'node:http';
import { ExpressAdapter } from '@nestjs/platform-express';

/** Takes a request before the application does, and says whether it has. */
export type Front = (request: IncomingMessage, response: ServerResponse) => boolean;

/** The HTTP server of the application, with a front that is asked first. */
export class FrontAdapter extends ExpressAdapter {
  front: Front | undefined;

  override initHttpServer(options: Parameters<ExpressAdapter['initHttpServer']>[0]): void {
    super.initHttpServer(options);
    const server = this.httpServer;
    const application = server.listeners('request') as RequestListener[];
    server.removeAllListeners('request');
    server.on('request', (request: IncomingMessage, response: ServerResponse) => {
      if (this.front?.(request, response) === true) return;
      for (const listener of application) void listener(request, response);
    });
  }
}
