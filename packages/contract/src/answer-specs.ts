import {
  ASSEMBLY_STEPS,
  COMPUTATIONS,
  LOCK_FORMS,
  UNIT_IDS,
  type AnswerSpec,
  CONTROL_AXES,
  type ControlAxis,
  TRAVEL_FIGURE_IDS,
  TRAVEL_POINTS,
  type TravelFigure,
  type TravelPoint,
  OUTPUT_GROUPS,
  PROPULSOR_KINDS,
  SAMPLED_AFTER,
  SHEET_NAMES,
  SPHERE_FIGURES,
  type SampledAfter,
  type SheetName,
  type SphereFigure,
  type OutputGroup,
  SENSE_INPUT_IDS,
  type SenseInput,
  type AssemblyStep,
  type ComputationName,
  type LockForm,
} from '@kanzel/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  Equals,
  IsArray,
  IsBoolean,
  IsObject,
  IsIn,
  IsInt,
  IsNotEmpty,
  IsNumber,
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

/**
 * How a check is answered, as a pack writes it: a class for each way. The shapes in the page of the API and in the JSON
 * Schema of packs are made from these (`npm run schemas`); that they are the types of the core the compiler checks.
 */

const ID = /^[a-z0-9]+(-[a-z0-9]+)*$/;
const SYSTEM = /^[a-z0-9.*{}-]+$/;

export class PlausibleSpec {
  @IsNumber() low!: number;
  @IsNumber() high!: number;
}

export class SteadySpec {
  @IsPositive() seconds!: number;
  @IsPositive() tolerance!: number;
}

abstract class MeasuredSpec {
  @IsObject() @ValidateNested() @Type(() => PlausibleSpec) plausible!: PlausibleSpec;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => SteadySpec) steady?: SteadySpec;
  /** What is switched for it, in words. */
  @IsOptional() @IsString() @Length(1, 600) switchTo?: string;
}

abstract class FigureSpecBody extends MeasuredSpec {
  @IsIn([...UNIT_IDS]) unit!: string;
  /** Step of the gauge or display, in `unit`. */
  @IsPositive() resolution!: number;
  /** Channel of the engine monitor, without the engine. */
  @IsOptional() @Matches(ID) @MaxLength(60) channel?: string;
}

/** What the two directions of a figure are called. */
export class DirectionsSpec {
  @IsString() @Length(1, 40) plus!: string;
  @IsString() @Length(1, 40) minus!: string;
}

export class ReadingSpec extends FigureSpecBody {
  @Equals('reading') kind!: 'reading';
  /** What a tool of the register has to measure for it. */
  @IsOptional() @Matches(ID) @MaxLength(60) tool?: string;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => DirectionsSpec) directions?: DirectionsSpec;
}

export class DropSpec extends FigureSpecBody {
  @Equals('drop') kind!: 'drop';
}

export class CylindersSpec extends FigureSpecBody {
  @Equals('cylinders') kind!: 'cylinders';
  /** Where none of them rose, nothing was switched. */
  @IsOptional() @IsIn([true]) rises?: true;
}

/** A figure for each motor or tilt, compared with one another. */
export class SideBySideSpec extends FigureSpecBody {
  @Equals('side-by-side') kind!: 'side-by-side';
  @IsIn(['motors', 'tilts']) of!: 'motors' | 'tilts';
  /** Motors of these kinds alone. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(PROPULSOR_KINDS.length)
  @ArrayUnique()
  @IsIn([...PROPULSOR_KINDS], { each: true })
  kinds?: (typeof PROPULSOR_KINDS)[number][];
  /** Seconds after the first one stood. */
  @IsOptional() @IsBoolean() timed?: boolean;
  /** Channel of the speeds from which stops are found. */
  @IsOptional() @Matches(ID) @MaxLength(60) speeds?: string;
}

/** What stands open while fuel is timed. */
export class OpensSpec {
  @IsString() @Length(1, 200) thing!: string;
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20)
  @Matches(SYSTEM, { each: true })
  @MaxLength(120, { each: true })
  touches!: string[];
}

/** Fuel timed into a can. */
export class FlowSpec {
  @Equals('flow') kind!: 'flow';
  @IsInt() @Min(1) @Max(10) runs!: number;
  @IsOptional() @Matches(ID) @MaxLength(60) attitude?: string;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => OpensSpec) opens?: OpensSpec;
}

/** A compass swung on so many headings. */
export class SwingSpec {
  @Equals('swing') kind!: 'swing';
  @IsInt() @Min(4) @Max(36) points!: number;
  @IsOptional() @Matches(ID) @MaxLength(60) electrics?: string;
}

export class SphereFigureSpec {
  @IsIn([...SPHERE_FIGURES]) figure!: SphereFigure;
  @Matches(ID) @MaxLength(60) limit!: string;
}

/** A magnetometer turned about every way. */
export class SphereSpec {
  @Equals('sphere') kind!: 'sphere';
  @IsArray()
  @ArrayMaxSize(3)
  @ValidateNested({ each: true })
  @Type(() => SphereFigureSpec)
  figures!: SphereFigureSpec[];
}

export class SheetTankSpec {
  @Matches(ID) @MaxLength(60) id!: string;
  @IsString() @Length(1, 120) title!: string;
}

export class SheetFigureSpec {
  @Matches(ID) @MaxLength(60) figure!: string;
  @Matches(ID) @MaxLength(60) limit!: string;
}

/** What full power depends on. */
export class PowerKindSpec {
  @IsIn(['governed', 'fixed']) propeller!: 'governed' | 'fixed';
  @IsBoolean() charged!: boolean;
}

/** Figures in rows under a head, out of which others are worked. */
export class WorksheetSpec {
  @Equals('worksheet') kind!: 'worksheet';
  @IsIn([...SHEET_NAMES]) sheet!: SheetName;
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(8)
  @ValidateNested({ each: true })
  @Type(() => SheetTankSpec)
  of?: SheetTankSpec[];
  @IsOptional() @Matches(ID) @MaxLength(60) expects?: string;
  @IsOptional() @ValidateNested() @Type(() => PowerKindSpec) power?: PowerKindSpec;
  @IsArray()
  @ArrayMaxSize(10)
  @ValidateNested({ each: true })
  @Type(() => SheetFigureSpec)
  figures!: SheetFigureSpec[];
}

export class DrainSpec {
  @Matches(ID) @MaxLength(60) id!: string;
  @IsString() @Length(1, 120) title!: string;
}

/** Samples out of every drain until clear. */
export class SamplesSpec {
  @Equals('samples') kind!: 'samples';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(20)
  @ArrayUnique((d: DrainSpec) => d.id)
  @ValidateNested({ each: true })
  @Type(() => DrainSpec)
  drains!: DrainSpec[];
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(SAMPLED_AFTER.length)
  @ArrayUnique()
  @IsIn([...SAMPLED_AFTER], { each: true })
  after!: SampledAfter[];
  /** The check that opens the screens after landing. */
  @IsOptional() @Matches(ID) @MaxLength(60) opened?: string;
}

export class RollCallSpec {
  @Matches(ID) @MaxLength(60) id!: string;
  @IsString() @Length(1, 60) title!: string;
  @IsString() @Length(1, 120) expects!: string;
  @IsOptional() @Matches(ID) @MaxLength(60) limit?: string;
  @IsOptional() @Matches(ID) @MaxLength(60) channel?: string;
}

/** Calls on the take-off run. */
export class RollSpec {
  @Equals('roll') kind!: 'roll';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(6)
  @ArrayUnique((c: RollCallSpec) => c.id)
  @ValidateNested({ each: true })
  @Type(() => RollCallSpec)
  calls!: RollCallSpec[];
  @IsString() @Length(1, 200) abort!: string;
}

/** The heading shown, against two references that know nothing of it. */
export class HeadingSpec extends MeasuredSpec {
  @Equals('heading') kind!: 'heading';
  @Equals('deg') unit!: string;
  @IsPositive() resolution!: number;
  @IsOptional() @Matches(ID) @MaxLength(60) channel?: string;
}

/** Whole things, counted by eye: exact, and in no unit but their own. */
export class CountSpec extends MeasuredSpec {
  @Equals('count') kind!: 'count';
  @Equals('count') unit!: string;
  @Equals(1) resolution!: number;
  @IsOptional() @Matches(ID) @MaxLength(60) channel?: string;
}

export class TriggerSpec {
  @Matches(ID) @MaxLength(60) channel!: string;
  @IsNumber() above!: number;
}

export class SeriesSpec extends MeasuredSpec {
  @Equals('series') kind!: 'series';
  @IsIn([...UNIT_IDS]) unit!: string;
  @IsPositive() resolution!: number;
  @Matches(ID) @MaxLength(60) channel!: string;
  @IsPositive() @Max(600) seconds!: number;
  @IsOptional() @IsObject() @ValidateNested() @Type(() => TriggerSpec) trigger?: TriggerSpec;
}

export class PhotoSpec {
  @Equals('photo') kind!: 'photo';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(12)
  @ArrayUnique()
  @IsString({ each: true })
  @Length(1, 80, { each: true })
  views!: string[];
}

export class OptionSpec {
  @Matches(ID) @MaxLength(60) id!: string;
  @IsString() @Length(1, 600) text!: string;
  @IsBoolean() good!: boolean;
}

export class ChoiceSpec {
  @Equals('choice') kind!: 'choice';
  @IsArray() @ArrayMinSize(2) @ValidateNested({ each: true }) @Type(() => OptionSpec) options!: OptionSpec[];
}

export class ConfirmSpec {
  @Equals('confirm') kind!: 'confirm';
}

export class TextSpec {
  @Equals('text') kind!: 'text';
}

export class TimerSpec {
  @Equals('timer') kind!: 'timer';
  @IsPositive() seconds!: number;
}

export class WeighingSpec {
  @Equals('weighing') kind!: 'weighing';
  @IsIn(['scales', 'hand']) method!: 'scales' | 'hand';
}

export class LoadingSpec {
  @Equals('loading') kind!: 'loading';
}

export class DocumentSpec {
  @Equals('document') kind!: 'document';
  @IsIn(['date', 'hours', 'cycles', 'never']) runsOut!: 'date' | 'hours' | 'cycles' | 'never';
  @IsBoolean() copy!: boolean;
}

export class TrailSpec {
  @Equals('trail') kind!: 'trail';
  @IsInt() @Min(1) quietDays!: number;
}

export class SignaturesSpec {
  @Equals('signatures') kind!: 'signatures';
  @IsBoolean() inspected!: boolean;
}

export class EquipmentSpec {
  @Equals('equipment') kind!: 'equipment';
}

export class PlateSpec {
  @Equals('plate') kind!: 'plate';
}

export class LockSpecBody {
  @Matches(ID) @MaxLength(60) id!: string;
  @IsString() @Length(1, 80) title!: string;
  @IsIn([...LOCK_FORMS]) form!: LockForm;
  /** One of them on each engine or motor. */
  @IsOptional() @IsIn(['engine']) each?: 'engine';
}

export class LocksSpec {
  @Equals('locks') kind!: 'locks';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => LockSpecBody)
  locks!: LockSpecBody[];
}

export class AssemblyPartBody {
  @Matches(ID) @MaxLength(60) id!: string;
  @IsString() @Length(1, 80) title!: string;
  /** Parts that it goes onto; they stand before it. */
  @IsOptional() @IsArray() @ArrayMaxSize(20) @ArrayUnique() @Matches(ID, { each: true }) on?: string[];
  @IsArray()
  @ArrayMinSize(1)
  @ArrayUnique()
  @IsIn([...ASSEMBLY_STEPS], { each: true })
  steps!: AssemblyStep[];
}

export class AssemblySpec {
  @Equals('assembly') kind!: 'assembly';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(60)
  @ValidateNested({ each: true })
  @Type(() => AssemblyPartBody)
  parts!: AssemblyPartBody[];
}

export class SenseSpec {
  @Equals('sense') kind!: 'sense';
  /** What is done: a stick moved, or the airframe tilted. */
  @IsIn([...SENSE_INPUT_IDS]) input!: SenseInput;
  /** What is watched. */
  @IsIn([...OUTPUT_GROUPS]) of!: OutputGroup;
}

class PositionSeen {
  @Matches(ID) id!: string;
  @IsString() @IsNotEmpty() @MaxLength(60) text!: string;
}

class PositionStepSpec {
  /** As it is called: "Off", "Half", "Off again". */
  @IsString() @IsNotEmpty() @MaxLength(40) position!: string;
  /** What has to be seen there, by its id. */
  @Matches(ID) expected!: string;
}

export class PositionsSpec {
  @Equals('positions') kind!: 'positions';
  /** What is moved from one position to the next. */
  @IsString() @IsNotEmpty() @MaxLength(60) of!: string;
  /** What there is to see; one of them is said at each position. */
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(6)
  @ArrayUnique((s: PositionSeen) => s.id)
  @ValidateNested({ each: true })
  @Type(() => PositionSeen)
  seen!: PositionSeen[];
  /** In the order in which they are tried; a position may come twice. */
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(8)
  @ValidateNested({ each: true })
  @Type(() => PositionStepSpec)
  steps!: PositionStepSpec[];
}

class TravelFigureSpec {
  /** What is worked out of the readings. */
  @IsIn([...TRAVEL_FIGURE_IDS]) figure!: TravelFigure;
  /** The limit that it is held against; the check names it as well. */
  @Matches(ID) @MaxLength(60) limit!: string;
}

export class TravelSpec {
  @Equals('travel') kind!: 'travel';
  /** The surfaces that answer this. */
  @IsIn([...CONTROL_AXES]) axis!: ControlAxis;
  /** What is read of each of them. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayUnique()
  @IsIn([...TRAVEL_POINTS], { each: true })
  takes!: TravelPoint[];
  /** What it is usually read in: a protractor, or a ruler at a chord radius. */
  @IsIn(['deg-angle', 'mm']) in!: 'deg-angle' | 'mm';
  @IsArray()
  @ArrayMaxSize(10)
  @ArrayUnique((f: TravelFigureSpec) => f.figure)
  @ValidateNested({ each: true })
  @Type(() => TravelFigureSpec)
  figures!: TravelFigureSpec[];
}

/** The mission read back from the vehicle; what was planned is chosen where it is answered. */
export class MissionSpec {
  @Equals('mission') kind!: 'mission';
}

/** The parameters of the vehicle; the list that was left is taken where it is answered. */
export class ParametersSpec {
  @Equals('parameters') kind!: 'parameters';
}

export class TallySpec {
  @Equals('tally') kind!: 'tally';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(40)
  @ArrayUnique()
  @IsString({ each: true })
  @Length(1, 80, { each: true })
  listed!: string[];
}

export class ComputedSpec {
  @Equals('computed') kind!: 'computed';
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(2)
  @Matches(ID, { each: true })
  @MaxLength(60, { each: true })
  from!: string[];
  @IsIn(Object.keys(COMPUTATIONS)) value!: ComputationName;
}

/** The class of every way of answering. */
export const ANSWER_SPECS: {
  readonly [K in AnswerSpec['kind']]: new () => Extract<AnswerSpec, { readonly kind: K }>;
} = {
  reading: ReadingSpec,
  drop: DropSpec,
  cylinders: CylindersSpec,
  count: CountSpec,
  series: SeriesSpec,
  photo: PhotoSpec,
  choice: ChoiceSpec,
  timer: TimerSpec,
  computed: ComputedSpec,
  confirm: ConfirmSpec,
  text: TextSpec,
  weighing: WeighingSpec,
  loading: LoadingSpec,
  document: DocumentSpec,
  trail: TrailSpec,
  signatures: SignaturesSpec,
  equipment: EquipmentSpec,
  plate: PlateSpec,
  locks: LocksSpec,
  tally: TallySpec,
  assembly: AssemblySpec,
  sense: SenseSpec,
  positions: PositionsSpec,
  travel: TravelSpec,
  mission: MissionSpec,
  parameters: ParametersSpec,
  'side-by-side': SideBySideSpec,
  heading: HeadingSpec,
  flow: FlowSpec,
  sphere: SphereSpec,
  worksheet: WorksheetSpec,
  samples: SamplesSpec,
  roll: RollSpec,
  swing: SwingSpec,
};
