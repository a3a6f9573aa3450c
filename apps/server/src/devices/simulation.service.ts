import { createConnection } from 'node:net';
import { Inject, Injectable } from '@nestjs/common';
import { err, ok, type Result } from '@kanzel/core';
import type { SimulationRequest } from '@kanzel/contract';
import { SETTINGS, type Settings } from '../settings.ts';

/** What is sent to the control port; a vehicle or a flight is meant by the port on which it speaks. */
export type SimulatedCommand = Omit<SimulationRequest, 'mark'> & { readonly port?: number };

/** Works the controls of the stand-ins, engines and a vehicle, through their control port. A real installation has none. */
@Injectable()
export class SimulationService {
  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  /** What of an aircraft is a stand-in, and can be worked from a panel. */
  of(mark: string): 'engines' | 'vehicle' | 'flight' | undefined {
    const { simulation, monitors } = this.settings;
    if (simulation?.marks.includes(mark)) return 'engines';
    if (!simulation) return undefined;
    const speaks = monitors.find((m) => m.mark === mark)?.protocol ?? '';
    return speaks.startsWith('mavlink-') ? 'vehicle' : speaks.startsWith('nmea-') ? 'flight' : undefined;
  }

  /** Sends a command ("?" asks only) and returns the situation of every engine as the stand-in tells it. */
  command(request: SimulatedCommand | '?'): Promise<Result<unknown, string>> {
    const { simulation } = this.settings;
    if (!simulation) return Promise.resolve(err('No simulation runs here.'));
    return new Promise((resolve) => {
      const socket = createConnection({ host: simulation.host, port: simulation.port });
      let text = '';
      const end = (result: Result<unknown, string>): void => {
        socket.destroy();
        resolve(result);
      };
      socket.setEncoding('utf8').setTimeout(2000, () => end(err('The stand-in does not answer.')));
      socket.on('error', (error) => end(err(`The stand-in cannot be reached: ${error.message}`)));
      socket.on('connect', () => socket.write(`${request === '?' ? '?' : JSON.stringify(request)}\n`));
      socket.on('data', (chunk: string) => {
        text += chunk;
        if (!text.includes('\n')) return;
        const answer = JSON.parse(text) as { readonly error?: string };
        end(answer.error === undefined ? ok(answer) : err(`The stand-in refuses that: ${answer.error}.`));
      });
    });
  }
}
