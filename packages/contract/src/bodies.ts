import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNotEmpty,
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
  ValidateNested,
} from 'class-validator';
import { findUnit, UNIT_IDS, type AnswerKindName } from '@kanzel/core';
import { AnswerBody, ID, ReadingBody } from './answer-base.ts';
import { IsInstant } from './instant.ts';
import { AssemblyAnswer, LocksAnswer, TallyAnswer } from './inspection-bodies.ts';
import {
  HeadingAnswer,
  SwingAnswer,
  MissionAnswer,
  ParametersAnswer,
  PositionsAnswer,
  SenseAnswer,
  SideBySideAnswer,
  SphereAnswer,
  TravelAnswer,
} from './controls-bodies.ts';
import { FlowAnswer, SamplesAnswer, WorksheetAnswer } from './fuel-bodies.ts';
import { RollAnswer } from './flight-bodies.ts';
import { LoadingAnswer, WeighingAnswer } from './loading-bodies.ts';
import { PhotoAnswer } from './photo-body.ts';
import {
  SoundBody,
  DocumentAnswer,
  EquipmentAnswer,
  PlateAnswer,
  SignaturesAnswer,
  TrailAnswer,
} from './paper-bodies.ts';

/** Samples of one channel. */
export class SeriesBody {
  @IsIn([...UNIT_IDS]) unit!: string;
  @IsPositive() resolution!: number;
  @IsIn(['live']) source!: 'live';
  @IsOptional() @Matches(ID) instrument?: string;
  @IsArray()
  @ArrayMaxSize(6000)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true })
  t!: number[];
  @IsArray()
  @ArrayMaxSize(6000)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true })
  v!: number[];
}

export class ReadingAnswer extends AnswerBody {
  @ValidateNested() @Type(() => ReadingBody) @IsObject() reading!: ReadingBody;
}

export class DropAnswer extends AnswerBody {
  @ValidateNested() @Type(() => ReadingBody) @IsObject() before!: ReadingBody;
  @ValidateNested() @Type(() => ReadingBody) @IsObject() after!: ReadingBody;
}

/** Figures by cylinder: validated member by member in `validateEntryBody`, since the names are free. */
export class CylindersAnswer extends AnswerBody {
  @IsObject() readings!: Record<string, ReadingBody>;
}

export class SeriesAnswer extends AnswerBody {
  @ValidateNested() @Type(() => SeriesBody) @IsObject() series!: SeriesBody;
}

export class ChoiceAnswer extends AnswerBody {
  @Matches(ID) option!: string;
}

export class ConfirmAnswer extends AnswerBody {
  @IsBoolean() asExpected!: boolean;
  @IsOptional() @IsString() @MaxLength(2000) note?: string;
}

export class TimerAnswer extends AnswerBody {
  @IsInstant() startedAt!: string;
  @IsInstant() endedAt!: string;
}

export class TextAnswer extends AnswerBody {
  @IsString() @Length(1, 4000) text!: string;
}

export class CountAnswer extends AnswerBody {
  @IsInt() @Min(0) @Max(1_000_000) count!: number;
}

/** The class of every way of answering, by which its body is asked at the door. */
export const ANSWER_BODIES: Readonly<Record<AnswerKindName, new () => AnswerBody>> = {
  reading: ReadingAnswer,
  drop: DropAnswer,
  count: CountAnswer,
  cylinders: CylindersAnswer,
  series: SeriesAnswer,
  choice: ChoiceAnswer,
  confirm: ConfirmAnswer,
  timer: TimerAnswer,
  text: TextAnswer,
  photo: PhotoAnswer,
  weighing: WeighingAnswer,
  loading: LoadingAnswer,
  document: DocumentAnswer,
  trail: TrailAnswer,
  signatures: SignaturesAnswer,
  equipment: EquipmentAnswer,
  plate: PlateAnswer,
  locks: LocksAnswer,
  tally: TallyAnswer,
  assembly: AssemblyAnswer,
  sense: SenseAnswer,
  positions: PositionsAnswer,
  travel: TravelAnswer,
  mission: MissionAnswer,
  'side-by-side': SideBySideAnswer,
  heading: HeadingAnswer,
  flow: FlowAnswer,
  samples: SamplesAnswer,
  roll: RollAnswer,
  worksheet: WorksheetAnswer,
  swing: SwingAnswer,
  sphere: SphereAnswer,
  parameters: ParametersAnswer,
};

/** A check on a subject: what most bodies are about. */
export class AboutPart {
  @Matches(ID) check!: string;
  @Matches(ID) subject!: string;
}

/** An answer is of the class that its kind names. */
const byKind = (): PropertyDecorator =>
  Type(() => AnswerBody, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'kind',
      subTypes: Object.entries(ANSWER_BODIES).map(([name, value]) => ({ name, value })),
    },
  });

export class AnswerGivenBody extends AboutPart {
  @ValidateNested()
  @byKind()
  @IsObject()
  answer!: AnswerBody;
  @IsObject() facts!: Record<string, unknown>;
  @IsOptional() @IsBoolean() confirmed?: boolean;
  @IsOptional() @IsString() @MaxLength(2000) correction?: string;
  @IsOptional() @Matches(ID) call?: string;
  @IsOptional() @IsIn([true]) spoken?: true;
  @IsOptional() @IsIn([true]) afterwards?: true;
}

export class WalkBody {
  @Matches(ID) walk!: string;
}

export class WalkFinishedBody extends WalkBody {
  @IsOptional() @IsString() @Length(1, 2000) givenUp?: string;
}

export class WalkSaidBody extends AboutPart {
  @Matches(ID) walk!: string;
  @IsOptional() @ValidateNested() @byKind() @IsObject() answer?: AnswerBody;
  @IsOptional() @IsString() @Length(1, 2000) notApplicable?: string;
  @IsObject() facts!: Record<string, unknown>;
}

export class WalkSettledBody extends AboutPart {
  @Matches(ID) said!: string;
  @Matches(ID) answerEntry!: string;
  @IsIn(['first', 'second']) holds!: 'first' | 'second';
  @IsString() @Length(1, 2000) reason!: string;
}

export class AnswerNotApplicableBody extends AboutPart {
  @IsString() @Length(1, 2000) reason!: string;
}

export class AnswerWithdrawnBody extends AboutPart {
  @IsString() @Length(1, 2000) reason!: string;
}

export class AnswerWitnessedBody extends AboutPart {
  @Matches(ID) answerEntry!: string;
  /** What was seen without being shown the first answer, where the step asks for that. */
  @IsOptional() @ValidateNested() @byKind() @IsObject() saw?: AnswerBody;
  /** What the vehicle on the line said of itself meanwhile. */
  @IsOptional() @IsObject() facts?: Record<string, unknown>;
}

export class DecisionRecordedBody extends AboutPart {
  /** Of a figure worked out from others: the answers it was worked out from, joined. */
  @Matches(/^[A-Za-z0-9._+-]{1,400}$/) answerEntry!: string;
  @IsString() @Length(1, 2000) reason!: string;
}

export class TimerStartedBody extends AboutPart {}

export class CalledAgain {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(100)
  @ArrayUnique()
  @Matches(ID, { each: true })
  answers!: string[];
  @IsIn(['wrong', 'hesitant', 'habitual']) because!: 'wrong' | 'hesitant' | 'habitual';
}

export class CallMadeBody {
  @Matches(ID) check!: string;
  @IsString() @Length(1, 60) to!: string;
  @IsOptional() @ValidateNested() @Type(() => CalledAgain) @IsObject() again?: CalledAgain;
}

export class StateSetBody {
  @Matches(ID) state!: string;
  @Matches(ID) subject!: string;
  @Matches(ID) value!: string;
}

export class TagOnBody {
  @Matches(ID) tag!: string;
  @IsString() @Length(1, 200) thing!: string;
  @IsString() @MaxLength(200) where!: string;
  @IsString() @Length(1, 1000) why!: string;
  @IsArray() @ArrayMaxSize(100) @IsString({ each: true }) @MaxLength(200, { each: true }) touches!: string[];
  @IsOptional() @IsString() @Length(1, 200) check?: string;
}

export class TagOffBody {
  @Matches(ID) tag!: string;
  @IsString() @MaxLength(1000) note!: string;
  @IsArray() @ArrayMaxSize(100) @IsString({ each: true }) @MaxLength(200, { each: true }) touches!: string[];
}

export class RecordedStretchBody {
  @IsNumber({ allowNaN: false, allowInfinity: false }) from!: number;
  @IsNumber({ allowNaN: false, allowInfinity: false }) to!: number;
}

export class NoteKeptBody {
  @Matches(ID) note!: string;
  @IsString() @MaxLength(2000) text!: string;
  @IsOptional() @Matches(ID) check?: string;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => SoundBody) sound?: SoundBody;
}

export class NoteSettledBody {
  @Matches(ID) note!: string;
  @IsOptional() @Matches(ID) finding?: string;
  @IsString() @MaxLength(2000) reason!: string;
}

export class FlightDecidedBody {
  @IsIn(['on', 'land']) choice!: 'on' | 'land';
  @IsString() @MaxLength(2000) reason!: string;
  @IsArray() @ArrayMaxSize(50) @IsString({ each: true }) @MaxLength(400, { each: true }) said!: string[];
}

export class FindingRaisedBody {
  @Matches(ID) finding!: string;
  @IsString() @Length(1, 300) title!: string;
  @IsString() @MaxLength(300) where!: string;
  @IsOptional() @Matches(ID) check?: string;
  @IsOptional() @Matches(ID) subject?: string;
  @IsOptional() @Matches(ID) answerEntry?: string;
  @IsOptional() @ValidateNested() @Type(() => RecordedStretchBody) stretch?: RecordedStretchBody;
}

export class SpeedBody {
  @IsPositive() value!: number;
  @IsIn(UNIT_IDS.filter((u) => findUnit(u)?.kind === 'speed')) unit!: string;
}

/** How a finding narrows the flight. */
export class NarrowingBody {
  @IsOptional() @IsIn([true]) circuitOnly?: true;
  @IsOptional() @IsArray() @ArrayMaxSize(100) @Matches(ID, { each: true }) banned?: string[];
  /** Metres above the field. */
  @IsOptional() @IsPositive() maximumHeight?: number;
  @IsOptional() @ValidateNested() @Type(() => SpeedBody) @IsObject() maximumSpeed?: SpeedBody;
  @IsOptional() @IsString() @Length(1, 300) lookAfterLanding?: string;
}

export class FindingAssessedBody {
  @Matches(ID) finding!: string;
  @IsIn(['stops', 'deferred', 'information']) severity!: 'stops' | 'deferred' | 'information';
  @IsString() @Length(1, 2000) reason!: string;
  @IsOptional() @IsString() @MaxLength(2000) conditions?: string;
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'until must be a day, as 2026-12-08' })
  until?: string;
  @IsOptional() @IsNumber({ allowNaN: false, allowInfinity: false }) @Min(0) untilHours?: number;
  @IsOptional() @IsInt() @Min(1) @Max(1000) untilFlights?: number;
  @IsOptional() @ValidateNested() @Type(() => NarrowingBody) @IsObject() narrows?: NarrowingBody;
}

export class ActionRecordedBody {
  @Matches(ID) action!: string;
  @IsOptional() @Matches(ID) finding?: string;
  @IsString() @Length(1, 500) what!: string;
  @IsString() @MaxLength(500) measure!: string;
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(100)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  touches!: string[];
}

export class InspectionSignedBody {
  @Matches(ID) action!: string;
  @IsBoolean() accepted!: boolean;
  @IsString() @MaxLength(2000) note!: string;
}

export class FindingClosedBody {
  @Matches(ID) finding!: string;
  @IsString() @MaxLength(2000) note!: string;
}

export class FindingReopenedBody {
  @Matches(ID) finding!: string;
  @IsString() @Length(1, 2000) reason!: string;
}

export class FindingMergedBody {
  @Matches(ID) finding!: string;
  @Matches(ID) into!: string;
  @IsString() @Length(1, 2000) reason!: string;
}

export class FindingSplitBody {
  @Matches(ID) finding!: string;
  @Matches(ID) into!: string;
  @IsString() @Length(1, 300) title!: string;
  @IsString() @MaxLength(300) where!: string;
  @IsString() @Length(1, 2000) reason!: string;
}

export class FindingAssignedBody {
  @Matches(ID) finding!: string;
  @IsOptional() @Matches(ID) to?: string;
  @IsOptional() @IsInt() @Min(1) @Max(100_000) minutes?: number;
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'due must be a day, as 2026-12-08' })
  due?: string;
}

export class GatePassedBody {
  @Matches(ID) gate!: string;
  @Matches(/^[0-9a-f]{64}$/) snapshot!: string;
  @IsOptional() @IsArray() @ArrayMaxSize(50) @IsUUID(undefined, { each: true }) crew?: string[];
}

export class GateOverriddenBody {
  @Matches(ID) gate!: string;
  @IsString() @IsNotEmpty() condition!: string;
  @IsString() @Length(1, 2000) reason!: string;
  @Matches(/^[0-9a-f]{64}$/) snapshot!: string;
  /** The holdings it covers, as they are named now. */
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(500)
  @IsString({ each: true })
  @MaxLength(4000, { each: true })
  covers!: string[];
}
