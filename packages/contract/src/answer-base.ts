import 'reflect-metadata';
import { IsIn, IsNumber, IsOptional, IsPositive, IsString, Matches, MaxLength } from 'class-validator';
import { ANSWERS, UNIT_IDS } from '@kanzel/core';
import { IsInstant } from './instant.ts';

export const ID = /^[A-Za-z0-9._-]{1,80}$/;

/** One figure with where it came from. */
export class ReadingBody {
  @IsNumber({ allowNaN: false, allowInfinity: false }) value!: number;
  @IsIn([...UNIT_IDS]) unit!: string;
  @IsString() @MaxLength(60) text!: string;
  @IsPositive() resolution!: number;
  /** What is worked out is never sent: how good it is would be whatever its sender says. */
  @IsIn(['typed', 'live']) source!: 'typed' | 'live';
  @IsOptional() @Matches(ID) instrument?: string;
  @IsOptional() @IsNumber() scatter?: number;
  @IsOptional() @IsNumber() count?: number;
  @IsOptional() @IsInstant() at?: string;
}

/** Base of the answers; the property `kind` tells them apart, and picks the class by which the rest is asked (`ANSWER_BODIES`). */
export class AnswerBody {
  @IsIn(Object.keys(ANSWERS))
  kind!: string;
}
