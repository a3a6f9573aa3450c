import { Inject, Injectable } from '@nestjs/common';
import type { WeatherView } from '@kanzel/contract';
import { err, ok, reason, windStretches, type Reason, type Result } from '@kanzel/core';
import { readAerodromeForecast } from '@kanzel/formats';
import { askText } from '../outgoing/ask-text.ts';
import { CLOCK, SETTINGS, type Clock, type Settings } from '../settings.ts';
import { FieldService } from './field.service.ts';

/** So long a forecast that was heard is not asked for again (ms). */
const HOLDS = 5 * 60_000;
const PATIENCE = 3000;
const MOST = 20_000;

/** The forecast for the field, asked of a weather office by HTTP as plain text in the public code. */
@Injectable()
export class WeatherService {
  private heard: { url: string; at: number; text: string } | undefined;

  constructor(
    private readonly fields: FieldService,
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** The forecast, fetched if the last one is old. Errors: no field, no office, no answer, no forecast in it. */
  async forecast(): Promise<Result<WeatherView, Reason>> {
    const field = this.fields.get();
    if (!field) return err(reason('noField'));
    const office = this.settings.weather ?? field.weather;
    if (office === undefined) return err(reason('noWeatherOffice'));
    const url = `${office.replace(/\/$/, '')}/${field.code}`;
    const now = this.clock.now().getTime();
    if (this.heard?.url !== url || now - this.heard.at > HOLDS) {
      const text = await this.ask(url);
      if (!text.ok) return text;
      this.heard = { url, at: now, text: text.value };
    }
    const { text, at } = this.heard;
    const forecast = readAerodromeForecast(text, new Date(at).toISOString());
    if (!forecast.ok) return forecast;
    const headings = field.runways.map((r) => r.heading);
    return ok({
      text: text.trim(),
      heardAt: new Date(at).toISOString(),
      forecast: forecast.value,
      stretches: windStretches(forecast.value, headings, { speed: field.windLimit, cross: field.crossLimit }),
    });
  }

  private async ask(url: string): Promise<Result<string, Reason>> {
    const text = await askText(new URL(url), { patience: PATIENCE, most: MOST }, this.settings.standins);
    return text.ok ? text : err(reason('weatherSilent', { how: text.error }));
  }
}
