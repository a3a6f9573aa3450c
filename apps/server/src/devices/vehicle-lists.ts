import { err, reason, type MissionItem } from '@kanzel/core';
import { writeFrame, type MessageFigures } from '@kanzel/formats';
import { MissionReader, type MissionRead, type Send } from './mission-reader.ts';
import { MissionWriter, type MissionWritten } from './mission-writer.ts';
import { ParameterReader, type ParametersRead } from './parameter-reader.ts';

/** Who asks: a ground station, by the numbers that those have in the protocol. */
const OWN = { system: 255, component: 190 };

/** The lists that a vehicle gives when it is asked for them: its mission, and its parameters. */
export class VehicleLists {
  private readonly mission: MissionReader;
  private readonly upload: MissionWriter;
  private reading = 0;
  private readonly parameters: ParameterReader;

  constructor(write: (bytes: Uint8Array) => void, system: number) {
    let sequence = 0;
    const send: Send = (name, figures) => write(writeFrame({ ...OWN, sequence: sequence++ }, name, figures));
    this.mission = new MissionReader(send, system);
    this.upload = new MissionWriter(send, system);
    this.parameters = new ParameterReader(send, system);
  }

  /** Errors beside those of the reader: `missionBusy` while one is put aboard. */
  async readMission(): Promise<MissionRead> {
    if (this.upload.busy) return err(reason('missionBusy'));
    this.reading += 1;
    return this.mission.read().finally(() => (this.reading -= 1));
  }

  /** Puts a mission aboard. Whoever decides that asks first whether this line may. */
  async writeMission(items: readonly MissionItem[]): Promise<MissionWritten> {
    return this.reading > 0 ? err(reason('missionBusy')) : this.upload.write(items);
  }

  readParameters(): Promise<ParametersRead> {
    return this.parameters.read();
  }

  /** Takes a message that belongs to a list; false for every other. */
  take(name: string, figures: MessageFigures): boolean {
    if (name === 'PARAM_VALUE') this.parameters.take(figures);
    else if (name.startsWith('MISSION_')) (this.upload.busy ? this.upload : this.mission).take(name, figures);
    else return name.startsWith('PARAM_');
    return true;
  }

  /** The line is another, or gone. */
  stop(): void {
    this.mission.stop();
    this.upload.stop();
    this.parameters.stop();
  }
}
