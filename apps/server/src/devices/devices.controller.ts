import { Body, Controller, Get, HttpCode, Inject, Param, Post, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  type LineView,
  MissionView,
  type ParametersView,
  MonitorRequest,
  SimulationRequest,
  type PersonView,
  type ScalesView,
} from '@kanzel/contract';
import { LibraryService } from '../library/index.ts';
import { mayAct } from '../people/index.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { AsksPassphrase, NeedsRole, Signed } from '../access.ts';
import { LogService } from '../installation/index.ts';
import { refuse, refuseFor } from '../refusal.ts';
import { DevicesService } from './devices.service.ts';
import { ScalesService } from './scales.service.ts';
import { SimulationService } from './simulation.service.ts';

/** Who may put something aboard a vehicle, of the families that they may work on. */
const WRITERS = ['technician', 'inspector', 'pilot'] as const;

@ApiTags('instruments')
@Controller('api')
export class DevicesController {
  constructor(
    private readonly devices: DevicesService,
    private readonly simulation: SimulationService,
    private readonly scales: ScalesService,
    private readonly library: LibraryService,
    private readonly log: LogService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Where the monitor, vehicle or receiver of an aircraft speaks, and by which protocols one could. */
  @NeedsRole('administrator')
  @Get('aircraft/:mark/monitor')
  line(@Param('mark') mark: string): Promise<LineView> {
    return this.devices.lineOf(mark);
  }

  /** Says where the monitor of an aircraft speaks, and by which protocol: the engine line, where nothing is said. */
  @NeedsRole('administrator')
  @AsksPassphrase()
  @HttpCode(204)
  @Put('aircraft/:mark/monitor')
  async configure(
    @Param('mark') mark: string,
    @Body() request: MonitorRequest,
    @Signed() by: PersonView,
  ): Promise<void> {
    if (!this.library.aircraft().some((a) => a.mark === mark))
      throw refuse(404, `There is no aircraft ${mark} here.`);
    const { protocol = 'engine-line', host, port, system, writes } = request;
    const configured = await this.devices.configure({
      mark,
      protocol,
      settings: { host, port, ...(system === undefined ? {} : { system }), ...(writes ? { writes } : {}) },
    });
    if (!configured.ok) throw refuse(400, configured.error);
    await this.log.add('monitor.changed', { mark, protocol, host, port, writes: writes === true, by: by.id });
  }

  /** Reads back the mission that the vehicle of an aircraft has aboard. It is asked for it, and nothing of it is changed. */
  @HttpCode(200)
  @Post('aircraft/:mark/mission')
  async mission(@Param('mark') mark: string): Promise<MissionView> {
    const read = await this.devices.readMission(mark);
    if (!read.ok) throw refuseFor(409, read.error);
    return { items: read.value.map((i) => ({ ...i, parameters: [...i.parameters] })) };
  }

  /**
   * Puts a mission aboard the vehicle of an aircraft, over a line of which an administrator said that it may, while the vehicle says
   * that it is disarmed; then reads back what is aboard, which is the answer.
   */
  @NeedsRole(...WRITERS)
  @Put('aircraft/:mark/mission')
  async upload(
    @Param('mark') mark: string,
    @Body() request: MissionView,
    @Signed() by: PersonView,
  ): Promise<MissionView> {
    const family = this.library.aircraft().find((a) => a.mark === mark)?.family;
    if (family === undefined) throw refuse(404, `There is no aircraft ${mark} here.`);
    const now = this.clock.now().toISOString();
    if (!WRITERS.some((role) => mayAct(by, role, family, now)))
      throw refuse(
        403,
        'Putting a mission aboard takes an authorisation for this family of aircraft that is valid today.',
      );
    const written = await this.devices.writeMission(mark, request.items);
    await this.log.add('mission.sent', {
      mark,
      items: request.items.length,
      taken: written.ok,
      by: by.id,
    });
    if (!written.ok) throw refuseFor(409, written.error);
    return this.mission(mark);
  }

  /** Reads the parameters that the vehicle of an aircraft has. It is asked for them, and none of them is changed. */
  @HttpCode(200)
  @Post('aircraft/:mark/parameters')
  async parameters(@Param('mark') mark: string): Promise<ParametersView> {
    const read = await this.devices.readParameters(mark);
    if (!read.ok) throw refuseFor(409, read.error);
    return { items: [...read.value] };
  }

  /** What the scales of the workshop show now; listened to for a moment, so that unrest is seen. */
  @Get('scales')
  async weigh(): Promise<ScalesView> {
    const read = await this.scales.read();
    if (!read.ok) throw refuseFor(409, read.error);
    return read.value;
  }

  @Get('simulation')
  async situation(): Promise<unknown> {
    const answer = await this.simulation.command('?');
    if (!answer.ok) throw refuse(404, answer.error);
    return answer.value;
  }

  @HttpCode(200)
  @Post('simulation')
  async command(@Body() request: SimulationRequest): Promise<unknown> {
    const { mark, ...command } = request;
    // Which stand-in is meant is told by the port on which that of the aircraft speaks.
    const port = mark === undefined ? undefined : (await this.devices.addresses()).get(mark)?.port;
    const answer = await this.simulation.command({ ...command, ...(port === undefined ? {} : { port }) });
    if (!answer.ok) throw refuse(409, answer.error);
    return answer.value;
  }
}
