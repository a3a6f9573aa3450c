import { createHash } from 'node:crypto';
import { realpathSync, rmSync } from 'node:fs';
import { connect, createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { StartRefused } from './sqlite.ts';

/** Where a server that works on a data folder can be found by another that would: short, whatever the folder's name. */
function lockPath(dataFolder: string): string {
  const name = createHash('sha256').update(realpathSync(dataFolder)).digest('hex').slice(0, 24);
  return process.platform === 'win32' ? `\\\\.\\pipe\\kanzel-${name}` : join(tmpdir(), `kanzel-${name}.sock`);
}

/**
 * Whether a server works on a data folder now. A socket rather than a file with a number in it: it goes with
 * its process, however that ends.
 */
export function isInUse(dataFolder: string): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = connect(lockPath(dataFolder));
    probe.once('connect', () => {
      probe.destroy();
      resolve(true);
    });
    probe.once('error', () => resolve(false));
  });
}

/** Holds the data folder of a server for as long as it runs. */
@Injectable()
export class FolderHold implements OnApplicationShutdown {
  private held: Server | undefined;

  /** Takes the folder, or refuses to start. */
  async take(dataFolder: string): Promise<void> {
    this.held = await takeFolder(dataFolder);
    if (!this.held)
      throw new StartRefused(
        `Another server is working on ${dataFolder}. Nothing was changed. Stop that one, or choose another folder with --data.`,
      );
  }

  onApplicationShutdown(): void {
    this.held?.close();
  }
}

/** Takes a data folder for this process; undefined when another has it. */
async function takeFolder(dataFolder: string): Promise<Server | undefined> {
  if (await isInUse(dataFolder)) return undefined;
  const path = lockPath(dataFolder);
  rmSync(path, { force: true });
  const server = createServer((socket) => socket.destroy());
  // The lock alone must not keep a process alive.
  server.unref();
  return new Promise((resolve) => {
    server.once('error', () => resolve(undefined));
    server.listen(path, () => resolve(server));
  });
}
