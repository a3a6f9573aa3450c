import { createSocket, type RemoteInfo, type Socket } from 'node:dgram';
import { Waits, type Unheard } from './read-bytes.ts';

/** What whoever reads datagrams is told. */
export interface DatagramEars {
  opened(): void;
  datagram(bytes: Uint8Array, from: RemoteInfo): void;
  gone(why: Unheard): void;
}

/** A port of this machine that is listened to. */
export interface DatagramReader {
  close(): void;
  /** Sends from this port; nothing while it is not open. */
  send(bytes: Uint8Array, to: RemoteInfo): void;
}

/** Listens on a port of this machine for as long as it is not closed; one that is somebody else's is tried again, as `Waits` waits. */
export function readDatagrams(
  { host, port }: { readonly host: string; readonly port: number },
  ears: DatagramEars,
): DatagramReader {
  const waits = new Waits();
  let closed = false;
  let timer: NodeJS.Timeout | undefined;
  let socket: Socket | undefined;
  const listen = (): void => {
    const own = createSocket('udp4');
    socket = own;
    own.on('listening', () => {
      waits.heard();
      ears.opened();
    });
    own.on('message', (bytes, from) => {
      if (!closed) ears.datagram(bytes, from);
    });
    // The port is somebody else's, or there is no such address here: tried again, since both may change.
    own.on('error', () => {
      if (closed) return;
      // Closed once and for all: whoever ends the device meanwhile finds nothing to close.
      socket = undefined;
      own.close();
      ears.gone('unreachable');
      timer = setTimeout(listen, waits.take());
    });
    own.bind(port, host);
  };
  listen();
  return {
    close: () => {
      closed = true;
      clearTimeout(timer);
      socket?.close();
    },
    send: (bytes, to) => socket?.send(bytes, to.port, to.address),
  };
}
