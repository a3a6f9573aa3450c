import 'reflect-metadata';
import { Deed } from './deed.ts';
import { IsInstant } from './instant.ts';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsPositive,
  IsString,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator';
import { PROFILES, ROLES, WORK_ACTIONS, type Profile, type Role, type WorkAction } from '@kanzel/core';

const ID = /^[A-Za-z0-9._-]{1,80}$/;
const JOB = /^[A-Za-z0-9._@ -]{1,120}$/;

/** One thing that was done to the aircraft, and the systems it touched. */
export class WorkItemBody {
  @IsString() @Length(1, 200) component!: string;
  @IsIn([...WORK_ACTIONS]) action!: WorkAction;
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(50)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  touches!: string[];
}

export class ScopeDecisionBody {
  @Matches(ID) check!: string;
  @IsString() @Length(1, 1000) reason!: string;
}

/** What a campaign has to prove; earlier evidence is looked up by the server, not said by whoever asks. */
export class ScopeRequestBody extends Deed {
  @IsIn([...ROLES]) role!: Role;
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => WorkItemBody)
  work!: WorkItemBody[];
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => ScopeDecisionBody)
  added!: ScopeDecisionBody[];
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => ScopeDecisionBody)
  leftOut!: ScopeDecisionBody[];
  @IsString() @MaxLength(2000) note!: string;
}

/** Schools by question are validated one by one in `validateEntryBody`, since the questions are names. */
export class WaysChosenBody {
  @IsIn([...PROFILES]) profile!: Profile;
  @IsObject() ways!: Record<string, { choice: string; why: string }>;
}

export class StretchBody {
  @IsInstant() from!: string;
  @IsInstant() to!: string;
}

export class PresentBody {
  @Matches(ID) id!: string;
  @IsString() @Length(1, 120) name!: string;
  @IsArray() @IsIn([...ROLES], { each: true }) roles!: Role[];
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => StretchBody) away!: StretchBody[];
}

export class HoursBody {
  @IsInt() @Min(0) @Max(1440) from!: number;
  @IsInt() @Min(0) @Max(1440) to!: number;
  @IsInt() @Min(-900) @Max(900) offset!: number;
}

export class PlanFieldBody {
  @IsString() @Length(1, 120) name!: string;
  @IsNumber() @Min(-90) @Max(90) latitude!: number;
  @IsNumber() @Min(-180) @Max(180) longitude!: number;
}

export class PlanWindBody {
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => StretchBody)
  stretches!: StretchBody[];
  @IsString() @Length(1, 500) source!: string;
}

/** Places and instruments that are away are validated name by name in `validateEntryBody`. */
export class DayPlanBody {
  @IsInstant() start!: string;
  @ValidateNested() @Type(() => HoursBody) @IsObject() hours!: HoursBody;
  @IsInt() @Min(1) @Max(30) days!: number;
  @IsArray()
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => PresentBody)
  people!: PresentBody[];
  @IsObject() places!: Record<string, number>;
  @IsObject() instrumentsAway!: Record<string, StretchBody[]>;
  @IsOptional() @ValidateNested() @Type(() => PlanFieldBody) @IsObject() field?: PlanFieldBody;
  @IsOptional() @ValidateNested() @Type(() => PlanWindBody) @IsObject() wind?: PlanWindBody;
}

export class BurnRateBody {
  @IsPositive() idle!: number;
  @IsPositive() cruise!: number;
  @IsPositive() climb!: number;
  @IsPositive() full!: number;
}

export class FlightBudgetBody {
  @IsIn(['L', 'Wh', 'mAh', 'min']) unit!: string;
  @IsPositive() usable!: number;
  @IsNumber() @Min(0) reserve!: number;
  /** A share of what is burned. */
  @IsOptional() @IsNumber() @Min(0) @Max(1) contingency?: number;
  @ValidateNested() @Type(() => BurnRateBody) @IsObject() rate!: BurnRateBody;
  @IsNumber() @Min(0) @Max(240) taxiMinutes!: number;
  @IsNumber() @Min(0) @Max(240) circuitMinutes!: number;
  @IsPositive() climbRate!: number;
  @IsPositive() @Max(1440) longest!: number;
  @IsNumber() @Min(0) circuitHeight!: number;
}

export class FlightPlanBody {
  @ValidateNested() @Type(() => FlightBudgetBody) @IsObject() budget!: FlightBudgetBody;
  @IsArray()
  @ArrayMaxSize(60)
  @IsArray({ each: true })
  flights!: string[][];
}

export class KeptTimetableBody {
  @IsArray() @ArrayMaxSize(5000) @Matches(JOB, { each: true }) list!: string[];
  @IsObject() by!: Record<string, string[]>;
}

export class PlanKeptBody {
  @IsArray() @ArrayMaxSize(5000) @Matches(ID, { each: true }) order!: string[];
  @IsOptional() @ValidateNested() @Type(() => DayPlanBody) @IsObject() day?: DayPlanBody;
  @IsOptional() @ValidateNested() @Type(() => FlightPlanBody) @IsObject() flights?: FlightPlanBody;
  @IsOptional() @ValidateNested() @Type(() => KeptTimetableBody) @IsObject() timetable?: KeptTimetableBody;
  @IsString() @MaxLength(2000) note!: string;
}

export class RunwayBody {
  @Matches(/^[0-9A-Z/]{1,9}$/) name!: string;
  @IsNumber() @Min(0) @Max(360) heading!: number;
}

/** The chart of the field, as its file is: docs/formats/field-chart.md. */
export class FieldChartRequest {
  @IsString() @Length(2, 4_000_000) text!: string;
}

/** The field the installation stands on. */
export class FieldRequest {
  @Matches(/^[A-Z0-9]{3,6}$/, { message: 'code: three to six capital letters or digits' }) code!: string;
  @IsString() @Length(1, 120) name!: string;
  @IsNumber() @Min(-90) @Max(90) latitude!: number;
  @IsNumber() @Min(-180) @Max(180) longitude!: number;
  @ValidateNested() @Type(() => HoursBody) @IsObject() hours!: HoursBody;
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => RunwayBody) runways!: RunwayBody[];
  /** The most wind that is flown in, and across the best runway; knots. */
  @IsPositive() @Max(100) windLimit!: number;
  @IsPositive() @Max(100) crossLimit!: number;
  /** Where the forecast is fetched from, as text of the public code for aerodrome forecasts; empty: typed only. */
  @IsOptional() @Matches(/^https?:\/\/[^\s]{1,300}$/) weather?: string;
  /** Where a set of scales speaks the line protocol, as host:port; empty: typed only. */
  @IsOptional()
  @Matches(/^[A-Za-z0-9.-]{1,200}:\d{1,5}$/, { message: 'scales: a host and a port, as scales.local:5300' })
  scales?: string;
}
