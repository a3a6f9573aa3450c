import 'reflect-metadata';
import { Deed, TEN_YEARS } from './deed.ts';
import { IsDay, IsInstant } from './instant.ts';
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
  IsPositive,
  IsString,
  IsUUID,
  Length,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateIf,
  ValidateNested,
} from 'class-validator';
import { OCCASIONS, ROLES, type Role } from '@kanzel/core';

export class SignInRequest {
  @IsString() @Length(1, 60) name!: string;
  @IsString() @Length(1, 200) passphrase!: string;
}

/** The first account of an empty installation; the code is printed where the server was started. */
export class FirstPersonRequest {
  @IsString() @Length(1, 60) setupCode!: string;
  @Matches(/^[a-z0-9][a-z0-9.-]{1,39}$/, { message: 'name: 2 to 40 small letters, digits, points or dashes' })
  name!: string;
  @IsString() @Length(1, 120) fullName!: string;
  @IsString() @MinLength(12) @MaxLength(200) passphrase!: string;
}

/** Which campaigns are listed. */
export class CampaignsQuery {
  @IsOptional() @IsString() @Length(1, 20) mark?: string;
  /** Limit book they were opened by. */
  @IsOptional() @IsString() @Length(1, 80) limitBook?: string;
  @IsOptional() @IsIn(['inHand', 'released']) state?: 'inHand' | 'released';
  /** The last campaign of the page before. */
  @IsOptional() @IsUUID() before?: string;
  @IsOptional() @Type(() => Number) @IsInt() @Min(1) @Max(1000) limit?: number;
}

/** Which findings are listed: of one aircraft, or of all. */
export class FindingsQuery {
  @IsOptional() @IsString() @Length(1, 20) mark?: string;
  /** Of the aircraft of the same type as well. */
  @IsOptional() @IsIn(['type']) alike?: 'type';
}

export class AuthorisationRequest {
  @IsIn([...ROLES]) role!: Role;
  @IsArray() @ArrayNotEmpty() @ArrayMaxSize(30) @IsString({ each: true }) families!: string[];
  @IsOptional() @IsDay() validUntil?: string;
  /** Only for these systems; absent: for all of the aircraft. */
  @IsOptional()
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(50)
  @Matches(/^[a-z0-9*-]+(\.[a-z0-9*-]+)*$/, { each: true })
  systems?: string[];
}

export class PersonRequest {
  @Matches(/^[a-z0-9][a-z0-9.-]{1,39}$/, { message: 'name: 2 to 40 small letters, digits, points or dashes' })
  name!: string;
  @IsString() @Length(1, 120) fullName!: string;
  @IsString() @MinLength(12) @MaxLength(200) passphrase!: string;
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => AuthorisationRequest)
  authorisations!: AuthorisationRequest[];
}

/** Another administrator, who confirms what one changes of one's own rights. */
export class SecondAdministrator {
  @IsString() @Length(1, 60) name!: string;
  @IsString() @Length(1, 200) passphrase!: string;
}

/** What an administrator may change of a person; the name to sign in with stays. */
export class PersonChangeRequest {
  @IsString() @Length(1, 120) fullName!: string;
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => AuthorisationRequest)
  authorisations!: AuthorisationRequest[];
  /** May not sign in any more. */
  @IsBoolean() ended!: boolean;
  /** Asked for when one's own rights change and there is another administrator. */
  @IsOptional() @ValidateNested() @Type(() => SecondAdministrator) second?: SecondAdministrator;
}

/** A new passphrase that an administrator gives; every session of the person ends. */
export class PassphraseResetRequest {
  @IsString() @MinLength(12) @MaxLength(200) passphrase!: string;
}

/** One's own new passphrase, for whoever knows the old one. */
export class PassphraseChangeRequest {
  @IsString() @Length(1, 200) old!: string;
  @IsString() @MinLength(12) @MaxLength(200) passphrase!: string;
}

/** One's own PIN, for shared tablets. */
export class PinRequest {
  @IsString() @Length(1, 200) passphrase!: string;
  @Matches(/^\d{4,8}$/, { message: 'pin: 4 to 8 digits' }) pin!: string;
}

/** One's own passphrase, once more, for the one act that comes next. */
export class ProofRequest {
  @IsString() @Length(1, 200) passphrase!: string;
}

export class PinSignInRequest {
  @IsUUID() person!: string;
  @Matches(/^\d{4,8}$/, { message: 'pin: 4 to 8 digits' }) pin!: string;
}

/** Makes this device a shared tablet. */
export class TabletRequest {
  @IsString() @Length(1, 60) name!: string;
}

/** A campaign that a device opened by itself: the entry it made, and the revisions that it went by. */
export class OpenedHereBody {
  @IsUUID() entry!: string;
  @IsInt() @Min(1) @Max(1_000_000) aircraft!: number;
  @IsInt() @Min(1) @Max(1_000_000) pack!: number;
  @IsInt() @Min(1) @Max(1_000_000) limitBook!: number;
}

export class OpenCampaignRequest {
  @IsUUID() id!: string;
  @Matches(/^[A-Z0-9][A-Z0-9-]{1,11}$/) mark!: string;
  @IsString() @Length(1, 200) title!: string;
  @IsIn(OCCASIONS) occasion!: string;
  @IsArray() @ArrayMaxSize(50) @IsString({ each: true }) @MaxLength(300, { each: true }) workItems!: string[];
  @IsInstant() at!: string;
  @Matches(/^[A-Za-z0-9._-]{1,80}$/) device!: string;
  /** Milliseconds that the clock of the device was ahead of the server's when it was last heard. */
  @IsOptional() @IsInt() @Min(-TEN_YEARS) @Max(TEN_YEARS) offset?: number;
  /** Where the device opened it without the server. */
  @IsOptional() @ValidateNested() @Type(() => OpenedHereBody) openedHere?: OpenedHereBody;
}

/** A draft as a device posts it; its body is validated by kind. */
export class EntryDraftRequest extends Deed {
  @IsUUID() campaign!: string;
  @IsUUID() by!: string;
  @IsIn([...ROLES]) role!: Role;
  @IsString() @Length(1, 60) kind!: string;
  @IsInt() @Min(1) version!: number;
  @IsObject() body!: Record<string, unknown>;
  @IsOptional() @IsUUID() supersedes?: string;
}

export class PostEntriesRequest {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => EntryDraftRequest)
  entries!: EntryDraftRequest[];
}

export class ReleaseRequest extends Deed {
  @IsString() @Length(1, 200) passphrase!: string;
  /** Head of the record that the person was shown. */
  @Matches(/^[0-9a-f]{64}$/) snapshot!: string;
  @IsString() @MaxLength(1000) statement!: string;
}

export class LibraryFileRequest {
  @Matches(/^[A-Za-z0-9][A-Za-z0-9 ._-]{0,79}\.(ya?ml|json)$/, {
    message: 'name: a file name ending in .yaml, .yml or .json',
  })
  name!: string;
  @IsString() @Length(1, 1_000_000) text!: string;
}

/** A library file in the making; the version is the one that was changed, 0 for a new one. */
export class DraftRequest {
  @IsInt() @Min(0) version!: number;
  @IsObject() document!: Record<string, unknown>;
}

/** Publishes a draft as its next revision. */
export class PublishRequest {
  @IsInt() @Min(1) version!: number;
}

/** Moves a campaign to the newest revisions, in the configuration as filed. */
export class MoveCampaignRequest extends Deed {
  @IsIn(['inspector', 'certifier']) role!: 'inspector' | 'certifier';
  @IsString() @Length(1, 1000) reason!: string;
  /** What the person was shown: nothing else is moved to. */
  @Matches(/^[0-9a-f]{64}$/) basis!: string;
}

/** Notes an instrument of the register in a campaign, as it is now. */
export class NoteInstrumentRequest extends Deed {
  @Matches(/^[a-z0-9-]{1,60}$/) instrument!: string;
  @IsString() @Length(1, 1000) reason!: string;
}

/** Where an aircraft's engine monitor speaks, and by which protocol: the engine line, where nothing is said. */
export class MonitorRequest {
  @IsOptional() @Matches(/^[a-z0-9-]{1,40}$/) protocol?: string;
  @Matches(/^[A-Za-z0-9.:-]{1,120}$/) host!: string;
  @IsInt() @Min(1) @Max(65535) port!: number;
  /** Number of a vehicle that speaks MAVLink; 1 where none is said. */
  @IsOptional() @IsInt() @Min(1) @Max(255) system?: number;
  /** A mission may be put aboard over this line; it only reads where that is not said. */
  @IsOptional() @IsBoolean() writes?: boolean;
}

export class SimulatedControls {
  @IsOptional() @IsNumber() @Min(0) @Max(1) throttle?: number;
  @IsOptional() @IsNumber() @Min(-1) @Max(1) propeller?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(1) mixture?: number;
  @IsOptional() @IsIn(['off', 'left', 'right', 'both']) ignition?: 'off' | 'left' | 'right' | 'both';
  @IsOptional() @IsBoolean() starter?: boolean;
  @IsOptional() @IsBoolean() carburettorHeat?: boolean;
  @IsOptional() @IsBoolean() landingLights?: boolean;
}

export class WeakCylinder {
  @IsInt() @Min(1) @Max(18) cylinder!: number;
  @IsNumber() @Min(0) @Max(1) share!: number;
}

/** A sensor of the stand-in that shows too much. */
export class LyingSensor {
  @Matches(/^[a-z0-9-]{1,40}$/) channel!: string;
  @IsNumber() @Min(-500) @Max(500) by!: number;
}

export class SimulatedFaults {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(36)
  @Matches(/^(left|right)([1-9]|1[0-8])$/, { each: true })
  deadPlugs?: string[];
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(36)
  @Matches(/^(left|right)([1-9]|1[0-8])$/, { each: true })
  weakPlugs?: string[];
  @IsOptional() @IsInt() @Min(1) @Max(18) cloggedInjector?: number | null;
  @IsOptional() @IsInt() @Min(1) @Max(18) leakingValve?: number | null;
  @IsOptional() @ValidateNested() @Type(() => LyingSensor) lyingSensor?: LyingSensor | null;
  @IsOptional() @IsIn(['none', 'left', 'right']) lateIgnition?: 'none' | 'left' | 'right';
  @IsOptional() @IsIn(['none', 'left', 'right']) ungrounded?: 'none' | 'left' | 'right';
  @IsOptional() @ValidateNested() @Type(() => WeakCylinder) weakCylinder?: WeakCylinder | null;
  @IsOptional() @IsBoolean() slowOilPressure?: boolean;
  @IsOptional() @IsBoolean() deadGenerator?: boolean;
  @IsOptional() @IsBoolean() lazyGovernor?: boolean;
}

/** What is set of the vehicle of the stand-in: how its sticks stand, and what is wrong with it. */
export class SimulatedVehicle {
  @IsOptional() @IsNumber() @Min(0) @Max(1) throttle?: number;
  @IsOptional() @IsBoolean() frozen?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(1) weakCell?: number;
  @IsOptional() @IsInt() @Min(0) @Max(60) satellites?: number;
  @IsOptional() @IsNumber() @Min(-180) @Max(180) headingOff?: number;
  @IsOptional() @IsNumber() @Min(-90) @Max(90) roll?: number;
  @IsOptional() @IsNumber() @Min(-90) @Max(90) pitch?: number;
  @IsOptional() @IsNumber() @Min(-180) @Max(180) yaw?: number;
  @IsOptional() @IsIn([0, 90, 180, 270]) boxTurned?: 0 | 90 | 180 | 270;
  @IsOptional() @IsBoolean() armed?: boolean;
  @IsOptional() @IsBoolean() parametersChanged?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(20) stopsLate?: number;
  @IsOptional() @IsBoolean() linkWeak?: boolean;
  @IsOptional() @IsBoolean() silent?: boolean;
  @IsOptional() @IsBoolean() cold?: boolean;
  @IsOptional() @IsBoolean() tumbling?: boolean;
  @IsOptional() @IsIn(['whole', 'height', 'cut-off']) mission?: 'whole' | 'height' | 'cut-off';
  @IsOptional() @IsBoolean() restart?: boolean;
}

/** What can be asked of a flight of the stand-in; what is left out stays. */
export class SimulatedFlight {
  @IsOptional() @IsBoolean() flying?: boolean;
  @IsOptional() @IsBoolean() silent?: boolean;
  @IsOptional() @IsNumber() @Min(0) @Max(360) windFrom?: number;
  @IsOptional() @IsNumber() @Min(0) @Max(30) wind?: number;
  /** So many times as fast as it would be. */
  @IsOptional() @IsInt() @Min(1) @Max(60) faster?: number;
  @IsOptional() @IsBoolean() gaugeDead?: boolean;
  @IsOptional() @IsNumber() @Min(-15) @Max(15) outOfTrim?: number;
  @IsOptional() @IsBoolean() loose?: boolean;
  @IsOptional() @IsBoolean() jumped?: boolean;
}

/** What a simulation panel sends to a stand-in. */
export class SimulationRequest {
  @ValidateIf((request: SimulationRequest) => request.vehicle === undefined && request.flight === undefined)
  @Matches(/^[a-z]{1,20}$/)
  engine?: string;
  /** The aircraft whose vehicle or flight is meant. */
  @ValidateIf((request: SimulationRequest) => request.vehicle !== undefined || request.flight !== undefined)
  @IsString()
  @MaxLength(20)
  mark?: string;
  @IsOptional() @ValidateNested() @Type(() => SimulatedVehicle) vehicle?: SimulatedVehicle;
  @IsOptional() @ValidateNested() @Type(() => SimulatedFlight) flight?: SimulatedFlight;
  @IsOptional() @ValidateNested() @Type(() => SimulatedControls) controls?: SimulatedControls;
  @IsOptional() @ValidateNested() @Type(() => SimulatedFaults) faults?: SimulatedFaults;
  @IsOptional() @IsPositive() @Max(3000) speed?: number;
  @IsOptional() @IsBoolean() park?: boolean;
}
