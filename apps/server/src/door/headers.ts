import { ServerResponse, IncomingMessage } from 'node:http';
import { Socket } from 'node:net';
import helmet from 'helmet';

/** Headers that every answer carries: what a page of ours may load, and from where. */
export const guardHeaders = (pinned = false): ReturnType<typeof helmet> =>
  helmet({
    contentSecurityPolicy: {
      directives: {
        'default-src': ["'self'"],
        'style-src': ["'self'", "'unsafe-inline'"],
        'img-src': ["'self'", 'data:', 'blob:'],
        'media-src': ["'self'", 'blob:'],
        // Scanned sheets are viewed in place.
        'object-src': ["'self'"],
        'frame-src': ["'self'"],
        'worker-src': ["'self'", 'blob:'],
        'connect-src': ["'self'", 'ws:', 'wss:'],
        'upgrade-insecure-requests': null,
      },
    },
    // A year; of this name alone.
    strictTransportSecurity: pinned ? { maxAge: 31_536_000, includeSubDomains: false } : false,
  });

/** The same headers as they come out, for answers that are not made by the application: none of them depends on the request. */
export function guardHeadersAsSent(): Readonly<Record<string, string>> {
  const request = new IncomingMessage(new Socket());
  const response = new ServerResponse(request);
  guardHeaders()(request, response, () => undefined);
  return Object.fromEntries(
    Object.entries(response.getHeaders()).map(([name, value]) => [name, String(value)]),
  );
}
