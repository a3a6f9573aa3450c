import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import type { FieldView } from '@kanzel/contract';
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

  /** Keeps a field that has been validated; the file is there whole or not at all. */
  set(field: FieldView): void {
    writeFileSync(`${this.file()}.new`, `${JSON.stringify(field, null, 2)}\n`);
    renameSync(`${this.file()}.new`, this.file());
    this.known = field;
  }
}
