import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import {
  MOST_MISSION_ITEMS,
  RUN_TIMED_BY,
  SAMPLED_AFTER,
  type RunTimedBy,
  type SampledAfter,
  type SampleSeen,
} from '@kanzel/core';
import { AnswerBody, ID, ReadingBody } from './answer-base.ts';
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

/** One figure of a worksheet, by row and column. */
export class SheetCellBody {
  @IsInt() @Min(0) @Max(100) row!: number;
  @Matches(ID) @MaxLength(60) column!: string;
  @IsObject() @ValidateNested() @Type(() => ReadingBody) reading!: ReadingBody;
}

export class SheetChosenBody {
  @Matches(ID) @MaxLength(60) choice!: string;
  @Matches(ID) @MaxLength(60) option!: string;
}

/** A point of a mission, in metres from where it takes off. No link of these aircraft reaches further. */
export class WayPointBody {
  @IsNumber({ allowNaN: false, allowInfinity: false }) @Min(-200_000) @Max(200_000) north!: number;
  @IsNumber({ allowNaN: false, allowInfinity: false }) @Min(-200_000) @Max(200_000) east!: number;
  @IsNumber({ allowNaN: false, allowInfinity: false }) @Min(-10_000) @Max(10_000) height!: number;
}

export class SheetMissionBody {
  @IsString() @Length(1, 200) name!: string;
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(MOST_MISSION_ITEMS)
  @ValidateNested({ each: true })
  @Type(() => WayPointBody)
  points!: WayPointBody[];
}

/** Figures in rows under a head. */
export class WorksheetAnswer extends AnswerBody {
  @IsArray()
  @ArrayMaxSize(600)
  @ValidateNested({ each: true })
  @Type(() => SheetCellBody)
  cells!: SheetCellBody[];
  @IsArray()
  @ArrayMaxSize(5)
  @ValidateNested({ each: true })
  @Type(() => SheetChosenBody)
  chosen!: SheetChosenBody[];
  @IsOptional() @IsObject() @ValidateNested() @Type(() => SheetMissionBody) mission?: SheetMissionBody;
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
