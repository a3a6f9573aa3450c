import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsBoolean,
  IsIn,
  IsObject,
  IsOptional,
  ValidateNested,
} from 'class-validator';
import {
  RUN_TIMED_BY,
  SAMPLED_AFTER,
  type RunTimedBy,
  type SampledAfter,
  type SampleSeen,
} from '@kanzel/core';
import { AnswerBody, ReadingBody } from './answer-base.ts';
import { PhotoBody } from './photo-body.ts';

/** So much came in such a time. */
export class FlowRunBody {
  @IsObject() @ValidateNested() @Type(() => ReadingBody) volume!: ReadingBody;
  @IsObject() @ValidateNested() @Type(() => ReadingBody) time!: ReadingBody;
  @IsIn([...RUN_TIMED_BY]) timedBy!: RunTimedBy;
}

/** Fuel timed into a can. */
export class FlowAnswer extends AnswerBody {
  @IsBoolean() prepared!: boolean;
  @IsObject() @ValidateNested() @Type(() => ReadingBody) readsTo!: ReadingBody;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => ReadingBody) attitude?: ReadingBody;
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => FlowRunBody)
  runs!: FlowRunBody[];
}

/** One sample at every drain: validated member by member in `validateEntryBody`, since the names are free. */
export class SampleRoundBody {
  @IsIn([...SAMPLED_AFTER]) after!: SampledAfter;
  @IsObject() seen!: Record<string, SampleSeen>;
}

/** Samples until clear. */
export class SamplesAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => SampleRoundBody)
  rounds!: SampleRoundBody[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(12)
  @ValidateNested({ each: true })
  @Type(() => PhotoBody)
  photos?: PhotoBody[];
}
