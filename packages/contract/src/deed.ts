import 'reflect-metadata';
import { IsInt, IsOptional, IsUUID, Matches, Max, Min } from 'class-validator';
import { IsInstant } from './instant.ts';

export const TEN_YEARS = 10 * 366 * 86_400_000;

/** What every entry that a device makes says of itself. */
export class Deed {
  @IsUUID() id!: string;
  @IsInstant() at!: string;
  @Matches(/^[A-Za-z0-9._-]{1,80}$/) device!: string;
  /** Place of the last entry of the server that its author had before them; 0 before the first. */
  @IsInt() @Min(0) @Max(10_000_000) seen!: number;
  /** Milliseconds that the clock of the device was ahead of the server's when it was last heard. */
  @IsOptional() @IsInt() @Min(-TEN_YEARS) @Max(TEN_YEARS) offset?: number;
}
