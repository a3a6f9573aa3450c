import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  FieldChartRequest,
  FieldRequest,
  type FieldView,
  type PersonView,
  type WeatherView,
} from '@kanzel/contract';
import { AsksPassphrase, NeedsRole, Signed } from '../access.ts';
import { LogService } from '../installation/index.ts';
import { orRefuse, refuseFor } from '../refusal.ts';
import { FieldService } from './field.service.ts';
import { WeatherService } from './weather.service.ts';

@ApiTags('field')
@Controller('api')
export class FieldController {
  constructor(
    private readonly fields: FieldService,
    private readonly weather: WeatherService,
    private readonly log: LogService,
  ) {}

  @Get('field')
  get(): { field: FieldView | null } {
    return { field: this.fields.get() ?? null };
  }

  @NeedsRole('administrator')
  @AsksPassphrase()
  @Put('field')
  async set(@Body() request: FieldRequest, @Signed() person: PersonView): Promise<{ field: FieldView }> {
    const field = orRefuse(this.fields.set(JSON.parse(JSON.stringify(request)) as FieldView));
    await this.log.add('field.changed', { by: person.id, code: field.code, name: field.name });
    return { field };
  }

  /** The chart of the field as it was imported; null until somebody has. */
  @Get('field/chart')
  chart(): { chart: string | null } {
    return { chart: this.fields.chart() ?? null };
  }

  @NeedsRole('administrator')
  @Put('field/chart')
  async setChart(
    @Body() { text }: FieldChartRequest,
    @Signed() person: PersonView,
  ): Promise<{ name: string }> {
    const chart = orRefuse(this.fields.setChart(text));
    await this.log.add('chart.changed', { by: person.id, name: chart.name });
    return { name: chart.name };
  }

  /** The newest forecast, with when the wind allows flying by the limits of the field. */
  @Get('weather')
  async forecast(): Promise<WeatherView> {
    const heard = await this.weather.forecast();
    if (!heard.ok) throw refuseFor(409, heard.error);
    return heard.value;
  }
}
