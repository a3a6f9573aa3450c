import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { ASSEMBLY_STEPS, type AssemblyStep } from '@kanzel/core';
import { AnswerBody } from './answer-base.ts';

/** Id of a lock, behind it the engine that it is of. */
const LOCK_ID = /^[A-Za-z0-9._-]{1,160}$/;

export class SeenLockBody {
  @Matches(LOCK_ID) id!: string;
  @IsBoolean() seen!: boolean;
  @IsBoolean() felt!: boolean;
  @IsOptional() @IsBoolean() marked?: boolean;
  @IsOptional() @IsString() @Length(1, 300) fault?: string;
}

export class LocksAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => SeenLockBody)
  locks!: SeenLockBody[];
}

export class PutOnBody {
  @Matches(LOCK_ID) id!: string;
  @IsArray()
  @ArrayMaxSize(ASSEMBLY_STEPS.length)
  @ArrayUnique()
  @IsIn([...ASSEMBLY_STEPS], { each: true })
  done!: AssemblyStep[];
  @IsOptional() @IsString() @Length(1, 300) fault?: string;
}

export class AssemblyAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => PutOnBody)
  parts!: PutOnBody[];
}

export class TallyRowBody {
  @IsString() @Length(1, 80) what!: string;
  @IsInt() @Min(0) @Max(10_000) out!: number;
  @IsInt() @Min(0) @Max(10_000) in!: number;
}

export class TallyAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => TallyRowBody)
  rows!: TallyRowBody[];
}
