import { createSocket, type Socket } from 'node:dgram';
import { once } from 'node:events';
import { readFrames, writeFrame, type MessageFigures } from '@kanzel/formats';
import type { VehicleStandin } from '@kanzel/standins';
import type { Send } from '../devices/mission-reader.ts';

/** A vehicle behind a bad radio, over real datagrams: what befalls each of them is said by a number from 0 to 1. */
export class BadRadio {
  private readonly ground = createSocket('udp4');
  private readonly air = createSocket('udp4');
  private held: Uint8Array | undefined;
  /** How many messages were sent up. */
  sent = 0;

  constructor(
    private readonly vehicle: VehicleStandin,
    private readonly fate: () => number,
  ) {}

  /** Opens both ends; what comes down is handed on, what is sent goes up. */
  async open(hear: (name: string, figures: MessageFigures) => void): Promise<Send> {
    for (const socket of [this.ground, this.air]) {
      socket.bind(0, '127.0.0.1');
      await once(socket, 'listening');
    }
    const port = (socket: Socket): number => socket.address().port;
    this.air.on('message', (bytes) => {
      for (const frame of this.vehicle.answer(bytes))
        this.through(frame, (b) => this.air.send(b, port(this.ground), '127.0.0.1'));
    });
    this.ground.on('message', (bytes) => {
      for (const one of readFrames(bytes).heard) if (one.kind === 'message') hear(one.name, one.figures);
    });
    let sequence = 0;
    return (name, figures) => {
      this.sent += 1;
      const frame = writeFrame({ system: 255, component: 190, sequence: sequence++ }, name, figures);
      this.through(frame, (bytes) => this.ground.send(bytes, port(this.air), '127.0.0.1'));
    };
  }

  /** Lost, held back until another overtakes it, doubled, or garbled; most of them as they are. */
  private through(frame: Uint8Array, send: (bytes: Uint8Array) => void): void {
    const fate = this.fate();
    if (fate < 0.12) return;
    if (fate < 0.18) this.held = frame;
    else send(frame);
    if (fate > 0.9) send(frame);
    if (fate > 0.95) send(Uint8Array.from(frame, (b, i) => (i === 5 ? b ^ 0x55 : b)));
    if (fate > 0.5 && this.held) {
      send(this.held);
      this.held = undefined;
    }
  }

  close(): void {
    this.ground.close();
    this.air.close();
  }
}
