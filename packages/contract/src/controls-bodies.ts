import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayNotEmpty,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateBy,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import {
  CALLS,
  HEADING_SOURCE_IDS,
  MISSION_PARAMETERS,
  MOST_MISSION_ITEMS,
  MOST_PARAMETERS,
  NORTHS,
  RULES_HELD,
  TIMED_BY,
  WAYS_OF_MOVING,
  type Call,
  type HeadingSource,
  type North,
  type RuleHeld,
  type TimedBy,
  type WayOfMoving,
} from '@kanzel/core';
import { AnswerBody, ReadingBody } from './answer-base.ts';
import { IsInstant } from './instant.ts';

/** A name in a layout, and what tilts a motor behind it. */
const OUTPUT = /^[a-z0-9][a-z0-9.-]*$/;

/** Which way one surface, motor or tilt went. */
export class SeenMoveBody {
  @Matches(OUTPUT) @MaxLength(80) output!: string;
  @ValidateIf(({ called }: SeenMoveBody) => called === undefined)
  @IsIn([...WAYS_OF_MOVING])
  way?: WayOfMoving;
  /** As somebody at the aircraft called it, in the place of a way. */
  @IsOptional() @IsIn([...CALLS]) called?: Call;
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

/** A figure for each motor or tilt: validated member by member in `validateEntryBody`, since the names are free. */
export class SideBySideAnswer extends AnswerBody {
  @IsObject() readings!: Record<string, ReadingBody>;
  @IsOptional() @IsIn([...TIMED_BY]) timedBy?: TimedBy;
}

export class HeadingReferenceBody {
  @IsIn([...HEADING_SOURCE_IDS]) source!: HeadingSource;
  @IsObject() @ValidateNested() @Type(() => ReadingBody) reading!: ReadingBody;
  @IsIn([...NORTHS]) north!: North;
}

/** The heading shown, and what it is held against. */
export class HeadingAnswer extends AnswerBody {
  @IsObject() @ValidateNested() @Type(() => ReadingBody) own!: ReadingBody;
  @IsIn([...NORTHS]) north!: North;
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @ValidateNested({ each: true })
  @Type(() => HeadingReferenceBody)
  references!: HeadingReferenceBody[];
  /** Degrees, plus to the east. */
  @IsOptional() @IsObject() @ValidateNested() @Type(() => ReadingBody) declination?: ReadingBody;
}

/** One heading of a swing. */
export class SwungPointBody {
  @IsObject() @ValidateNested() @Type(() => ReadingBody) reference!: ReadingBody;
  @IsObject() @ValidateNested() @Type(() => ReadingBody) shown!: ReadingBody;
  /** With the electrics off. */
  @IsOptional() @IsObject() @ValidateNested() @Type(() => ReadingBody) off?: ReadingBody;
}

/** Ten minutes of turning it about, at ten readings a second, are more than any sphere takes. */
const MOST_SAMPLES = 1200;
const FIELD = { allowNaN: false, allowInfinity: false };

/** Readings of a magnetometer, in milligauss, along three axes. */
export class SphereSamplesBody {
  @IsArray() @ArrayMaxSize(MOST_SAMPLES) @IsNumber(FIELD, { each: true }) x!: number[];
  @IsArray() @ArrayMaxSize(MOST_SAMPLES) @IsNumber(FIELD, { each: true }) y!: number[];
  @IsArray() @ArrayMaxSize(MOST_SAMPLES) @IsNumber(FIELD, { each: true }) z!: number[];
}

/** A magnetometer turned about. */
export class SphereAnswer extends AnswerBody {
  @IsIn(['vehicle', 'file']) from!: 'vehicle' | 'file';
  @IsObject() @ValidateNested() @Type(() => SphereSamplesBody) samples!: SphereSamplesBody;
}

/** A compass swung on headings round the circle. */
export class SwingAnswer extends AnswerBody {
  @IsIn([...HEADING_SOURCE_IDS]) source!: HeadingSource;
  @IsIn([...NORTHS]) north!: North;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => ReadingBody) declination?: ReadingBody;
  @IsArray()
  @ArrayMinSize(4)
  @ArrayMaxSize(72)
  @ValidateNested({ each: true })
  @Type(() => SwungPointBody)
  points!: SwungPointBody[];
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

const isFigureOrNull = (value: unknown): boolean => value === null || Number.isFinite(value);
const isGiven = (_: object, value: unknown): boolean => value !== null;

/** One item of a mission, as the vehicle keeps it. */
export class MissionItemBody {
  @IsInt() @Min(0) @Max(MOST_MISSION_ITEMS) sequence!: number;
  @IsInt() @Min(0) @Max(255) frame!: number;
  @IsInt() @Min(0) @Max(65_535) command!: number;
  @IsBoolean() autocontinue!: boolean;
  /** Null where a figure is not given. */
  @IsArray()
  @ArrayMinSize(MISSION_PARAMETERS)
  @ArrayMaxSize(MISSION_PARAMETERS)
  @ValidateBy({ name: 'figureOrNull', validator: { validate: isFigureOrNull } }, { each: true })
  parameters!: (number | null)[];
  /** Latitude and longitude in 1e-7 degrees. */
  @IsInt() x!: number;
  @IsInt() y!: number;
  @ValidateIf(isGiven) @IsNumber() z!: number | null;
}

class MissionItems {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(MOST_MISSION_ITEMS)
  @ValidateNested({ each: true })
  @Type(() => MissionItemBody)
  items!: MissionItemBody[];
}

/** The mission as it was planned. */
export class PlannedMissionBody extends MissionItems {
  @IsString() @IsNotEmpty() @MaxLength(120) name!: string;
}

/** The mission as it is aboard. */
export class ReadMissionBody extends MissionItems {
  @IsIn(['vehicle', 'file']) from!: 'vehicle' | 'file';
  /** When the vehicle gave it. */
  @IsOptional() @IsInstant() at?: string;
}

/** A mission that was read back, beside the one that was planned. */
export class MissionAnswer extends AnswerBody {
  @IsObject() @ValidateNested() @Type(() => PlannedMissionBody) planned!: PlannedMissionBody;
  @IsObject() @ValidateNested() @Type(() => ReadMissionBody) read!: ReadMissionBody;
}

/** What a vehicle has aboard. */
export class MissionView extends MissionItems {}

/** One parameter of a vehicle. */
export class ParameterBody {
  @Matches(/^[A-Za-z0-9_.-]{1,16}$/) name!: string;
  @IsNumber({ allowNaN: false, allowInfinity: false }) value!: number;
}

class ParameterItems {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(MOST_PARAMETERS)
  @ValidateNested({ each: true })
  @Type(() => ParameterBody)
  items!: ParameterBody[];
}

/** The list that was left last time. */
export class LeftParametersBody extends ParameterItems {
  @IsString() @IsNotEmpty() @MaxLength(160) name!: string;
}

/** The list as it is. */
export class ReadParametersBody extends ParameterItems {
  @IsIn(['vehicle', 'file']) from!: 'vehicle' | 'file';
  /** When the vehicle gave it. */
  @IsOptional() @IsInstant() at?: string;
}

/** A difference that is meant to be. */
export class AcceptedParameter {
  @Matches(/^[A-Za-z0-9_.-]{1,16}$/) name!: string;
  @IsString() @IsNotEmpty() @MaxLength(300) why!: string;
}

/** Parameters as they are, beside those that were left. */
export class ParametersAnswer extends AnswerBody {
  @IsObject() @ValidateNested() @Type(() => LeftParametersBody) left!: LeftParametersBody;
  @IsObject() @ValidateNested() @Type(() => ReadParametersBody) read!: ReadParametersBody;
  @IsArray()
  @ArrayMaxSize(MOST_PARAMETERS)
  @ValidateNested({ each: true })
  @Type(() => AcceptedParameter)
  accepted!: AcceptedParameter[];
}

/** What a vehicle has, or what was left by an earlier campaign, and by which. */
export class ParametersView extends ParameterItems {
  /** The campaign that left them; absent where they are the vehicle's. */
  @IsOptional() @IsString() name?: string;
}

/** Which way everything went that was watched. */
export class SenseAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(40)
  @ValidateNested({ each: true })
  @Type(() => SeenMoveBody)
  moves!: SeenMoveBody[];
  /** Who called, where whoever holds the device did not look himself. */
  @IsOptional() @IsString() @Matches(/\S/) @MaxLength(120) calledBy?: string;
}
