import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsIn,
  IsObject,
  IsOptional,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import { RULES_HELD, WAYS_OF_MOVING, type RuleHeld, type WayOfMoving } from '@kanzel/core';
import { AnswerBody, ReadingBody } from './answer-base.ts';

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

const Point = (): PropertyDecorator => (target, name) => {
  IsOptional()(target, name);
  IsObject()(target, name);
  ValidateNested()(target, name);
  Type(() => ReadingBody)(target, name);
};

/** What was read of one surface, each point of it once. */
export class TravelReadBody {
  @Point() plus?: ReadingBody;
  @Point() minus?: ReadingBody;
  @Point() neutral?: ReadingBody;
  @Point() 'after-plus'?: ReadingBody;
  @Point() 'after-minus'?: ReadingBody;
  @Point() play?: ReadingBody;
}

/** One surface, by its name in the layout. */
export class TravelRowBody {
  @Matches(OUTPUT) @MaxLength(80) output!: string;
  @Point() radius?: ReadingBody;
  @IsObject() @ValidateNested() @Type(() => TravelReadBody) read!: TravelReadBody;
}

/** How far each surface goes. */
export class TravelAnswer extends AnswerBody {
  /** How the rule was held at the edge, where anything was read with one. */
  @IsOptional() @IsIn([...RULES_HELD]) held?: RuleHeld;
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => TravelRowBody)
  rows!: TravelRowBody[];
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
