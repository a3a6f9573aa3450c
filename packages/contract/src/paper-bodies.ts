import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
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
import { LARGEST_SCAN, SCAN_TYPES, SOUND_TYPES, UNIT_IDS } from '@kanzel/core';
import { AnswerBody, ID } from './answer-base.ts';

const DAY = /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
const AS_DAY = { message: '$property must be a day, as 2026-12-08' };
const FIGURE = { allowNaN: false, allowInfinity: false };

export class ScanBody {
  @Matches(/^[0-9a-f]{64}$/) sha256!: string;
  @IsString() @Length(1, 200) name!: string;
  @IsIn([...SCAN_TYPES]) type!: (typeof SCAN_TYPES)[number];
  @IsInt() @Min(1) @Max(LARGEST_SCAN) size!: number;
}

/** What was spoken, kept beside the record. */
export class SoundBody {
  @Matches(/^[0-9a-f]{64}$/) sha256!: string;
  @IsString() @Length(1, 200) name!: string;
  @IsIn([...SOUND_TYPES]) type!: (typeof SOUND_TYPES)[number];
  @IsInt() @Min(1) @Max(LARGEST_SCAN) size!: number;
}

export class PaperConditionBody {
  @IsIn(['highest', 'heaviest', 'crew', 'dayOnly', 'other']) kind!: string;
  @IsOptional() @IsNumber(FIGURE) @Min(0) value?: number;
  @IsOptional() @IsIn([...UNIT_IDS]) unit?: string;
  @IsString() @MaxLength(500) text!: string;
}

export class PaperDocumentBody {
  @IsString() @MaxLength(100) number!: string;
  @IsOptional() @IsString() @MaxLength(200) issuedBy?: string;
  @IsOptional() @Matches(DAY, AS_DAY) issuedOn?: string;
  @IsOptional() @Matches(DAY, AS_DAY) expiresOn?: string;
  @IsOptional() @IsNumber(FIGURE) @Min(0) untilHours?: number;
  @IsOptional() @IsNumber(FIGURE) @Min(0) untilCycles?: number;
  @IsOptional() @IsNumber(FIGURE) @Min(0) cyclesNow?: number;
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => PaperConditionBody)
  conditions!: PaperConditionBody[];
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => ScanBody) scans!: ScanBody[];
}

export class DocumentAnswer extends AnswerBody {
  @ValidateNested() @Type(() => PaperDocumentBody) @IsObject() document!: PaperDocumentBody;
}

export class TrailStretchBody {
  @IsString() @Length(1, 200) book!: string;
  @Matches(DAY, AS_DAY) from!: string;
  @Matches(DAY, AS_DAY) to!: string;
  @IsNumber(FIGURE) @Min(0) hoursFrom!: number;
  @IsNumber(FIGURE) @Min(0) hoursTo!: number;
  @IsOptional() @IsString() @MaxLength(1000) explained?: string;
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => ScanBody) scans!: ScanBody[];
}

export class TrailAnswer extends AnswerBody {
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => TrailStretchBody)
  stretches!: TrailStretchBody[];
}

export class SignedItemBody {
  @Matches(ID) id!: string;
  @IsString() @Length(1, 500) what!: string;
  @IsOptional() @IsString() @MaxLength(100) sheet?: string;
  @IsOptional() @IsString() @MaxLength(120) doneBy?: string;
  @IsOptional() @Matches(DAY, AS_DAY) doneOn?: string;
  @IsOptional() @IsString() @MaxLength(120) inspectedBy?: string;
  @IsOptional() @Matches(DAY, AS_DAY) inspectedOn?: string;
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => ScanBody) scans!: ScanBody[];
}

export class SignaturesAnswer extends AnswerBody {
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => SignedItemBody)
  items!: SignedItemBody[];
}

export class SeenEquipmentBody {
  @Matches(ID) id!: string;
  @IsString() @Length(1, 200) title!: string;
  @IsString() @MaxLength(60) partNumber!: string;
  @IsString() @MaxLength(60) serial!: string;
}

export class EquipmentAnswer extends AnswerBody {
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => SeenEquipmentBody)
  seen!: SeenEquipmentBody[];
}

export class PlateAnswer extends AnswerBody {
  @IsString() @Length(1, 500) text!: string;
  @IsIn(['typed', 'scanned']) how!: 'typed' | 'scanned';
}
