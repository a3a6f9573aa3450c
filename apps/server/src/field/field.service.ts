import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import type { FieldView } from '@kanzel/contract';
import { err, ok, type FieldChart, type Result } from '@kanzel/core';
import { readFieldChart } from '@kanzel/formats';
import type { Refused } from '../refusal.ts';
import { SETTINGS, type Settings } from '../settings.ts';

/** The field of the installation: one small file in the data folder, written whole. */
@Injectable()
export class FieldService {
  private known: FieldView | undefined;
  private knownChart: string | undefined;

  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  private file(): string {
    return join(this.settings.dataFolder, 'field.json');
  }

  /** Undefined until somebody has said where this is. */
  get(): FieldView | undefined {
    if (!this.known && existsSync(this.file()))
      this.known = JSON.parse(readFileSync(this.file(), 'utf8')) as FieldView;
    return this.known;
  }

  /** Keeps a field whose hours are those of one day; the file is there whole or not at all. */
  set(field: FieldView): Result<FieldView, Refused> {
    if (field.hours.to <= field.hours.from)
      return err({
        status: 400,
        message: 'The field closes before it opens. Nothing was kept; give the hours of one day.',
      });
    this.write(this.file(), `${JSON.stringify(field, null, 2)}\n`);
    this.known = field;
    return ok(field);
  }

  /** The chart of the field as it was imported; undefined until somebody has. */
  chart(): string | undefined {
    if (this.knownChart === undefined && existsSync(this.chartFile()))
      this.knownChart = readFileSync(this.chartFile(), 'utf8');
    return this.knownChart;
  }

  /** Keeps a chart that can be read, as it came. */
  setChart(text: string): Result<FieldChart, Refused> {
    const chart = readFieldChart(text);
    if (!chart.ok) return err({ status: 400, message: chart.error });
    this.write(this.chartFile(), text);
    this.knownChart = text;
    return chart;
  }

  private chartFile(): string {
    return join(this.settings.dataFolder, 'field-chart.json');
  }

  /** The file is there whole or not at all. */
  private write(file: string, text: string): void {
    writeFileSync(`${file}.new`, text);
    renameSync(`${file}.new`, file);
  }
}
