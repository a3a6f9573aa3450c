import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import type { FieldView } from '@kanzel/contract';
import { err, ok, type Result } from '@kanzel/core';
import type { Refused } from '../refusal.ts';
import { SETTINGS, type Settings } from '../settings.ts';

/** The field of the installation: one small file in the data folder, written whole. */
@Injectable()
export class FieldService {
  private known: FieldView | undefined;

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
    writeFileSync(`${this.file()}.new`, `${JSON.stringify(field, null, 2)}\n`);
    renameSync(`${this.file()}.new`, this.file());
    this.known = field;
    return ok(field);
  }
}
