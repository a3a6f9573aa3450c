import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsIn,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import { WAYS_OF_MOVING, type WayOfMoving } from '@kanzel/core';
import { AnswerBody } from './answer-base.ts';

/** A name in a layout, and what tilts a motor behind it. */
const OUTPUT = /^[a-z0-9][a-z0-9.-]*$/;

/** Which way one surface, motor or tilt went. */
export class SeenMoveBody {
  @Matches(OUTPUT) @MaxLength(80) output!: string;
  @IsIn([...WAYS_OF_MOVING]) way!: WayOfMoving;
}

/** What was seen at each position, in the order of the check. */
export class PositionsAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(8)
  @Matches(OUTPUT, { each: true })
  @MaxLength(80, { each: true })
  seen!: string[];
}

/** Which way everything went that was watched. */
export class SenseAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => SeenMoveBody)
  moves!: SeenMoveBody[];
}
