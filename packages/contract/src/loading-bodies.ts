import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import { AnswerBody, ID, ReadingBody } from './answer-base.ts';

const FIGURE = { allowNaN: false, allowInfinity: false };

export class LoadingUnitsBody {
  @IsIn(['kg', 'g', 'lb']) mass!: 'kg' | 'g' | 'lb';
  @IsIn(['mm', 'in']) arm!: 'mm' | 'in';
  @IsIn(['L', 'US gal', 'imp gal']) volume!: 'L' | 'US gal' | 'imp gal';
}

export class WeighedPointBody {
  @Matches(ID) id!: string;
  @IsString() @Length(1, 200) title!: string;
  @IsNumber(FIGURE) arm!: number;
  @IsNumber(FIGURE) lateral!: number;
  @ValidateNested() @Type(() => ReadingBody) @IsObject() tare!: ReadingBody;
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => ReadingBody)
  readings!: ReadingBody[];
}

export class WeighedLevelBody {
  @ValidateNested() @Type(() => ReadingBody) @IsObject() along!: ReadingBody;
  @ValidateNested() @Type(() => ReadingBody) @IsObject() across!: ReadingBody;
}

export class WeighedExtraBody {
  @IsString() @Length(1, 200) title!: string;
  @IsNumber(FIGURE) mass!: number;
  @IsNumber(FIGURE) arm!: number;
  @IsNumber(FIGURE) lateral!: number;
  @IsBoolean() missing!: boolean;
}

/** Base of the ways of weighing; the property `method` tells them apart. */
export class WeighingBody {
  @IsIn(['scales', 'hand']) method!: string;
  @ValidateNested() @Type(() => LoadingUnitsBody) @IsObject() units!: LoadingUnitsBody;
  @IsArray()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => WeighedExtraBody)
  extras!: WeighedExtraBody[];
}

export class ScaleWeighingBody extends WeighingBody {
  @IsArray()
  @ArrayMaxSize(4)
  @ValidateNested({ each: true })
  @Type(() => WeighedPointBody)
  points!: WeighedPointBody[];
  @ValidateNested() @Type(() => WeighedLevelBody) @IsObject() level!: WeighedLevelBody;
  @IsIn(['drained', 'dry', 'aboard']) fuel!: string;
  /** Volumes by tank: the names are free and checked in `validateEntryBody`. */
  @IsObject() tanks!: Record<string, number>;
}

export class HandBalanceBody extends WeighingBody {
  @ValidateNested() @Type(() => ReadingBody) @IsObject() tailDrops!: ReadingBody;
  @ValidateNested() @Type(() => ReadingBody) @IsObject() noseDrops!: ReadingBody;
  @ValidateNested() @Type(() => ReadingBody) @IsObject() mass!: ReadingBody;
}

export class WeighingAnswer extends AnswerBody {
  @ValidateNested()
  @Type(() => WeighingBody, {
    keepDiscriminatorProperty: true,
    discriminator: {
      property: 'method',
      subTypes: [
        { name: 'scales', value: ScaleWeighingBody },
        { name: 'hand', value: HandBalanceBody },
      ],
    },
  })
  @IsObject()
  weighing!: WeighingBody;
}

export class HowGoodBody {
  @IsNumber(FIGURE) mass!: number;
  @IsNumber(FIGURE) arm!: number;
}

export class EmptyLineBody {
  @IsIn(['weighing', 'report']) source!: string;
  @IsString() @MaxLength(200) from!: string;
  @IsNumber(FIGURE) mass!: number;
  @IsNumber(FIGURE) arm!: number;
  @IsNumber(FIGURE) lateral!: number;
  @ValidateNested() @Type(() => HowGoodBody) @IsObject() uncertainty!: HowGoodBody;
}

export class LoadLineBody {
  @Matches(ID) station!: string;
  @IsNumber(FIGURE) mass!: number;
  @IsOptional() @IsNumber(FIGURE) arm?: number;
  @IsOptional() @IsString() @MaxLength(200) title?: string;
}

export class SheetPackBody {
  @Matches(ID) bay!: string;
  @Matches(ID) pack!: string;
  @IsOptional() @IsNumber(FIGURE) arm?: number;
}

export class LoadingSheetBody {
  @ValidateNested() @Type(() => LoadingUnitsBody) @IsObject() units!: LoadingUnitsBody;
  @ValidateNested() @Type(() => EmptyLineBody) @IsObject() empty!: EmptyLineBody;
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => LoadLineBody)
  lines!: LoadLineBody[];
  /** Volumes by tank: the names are free and checked in `validateEntryBody`. */
  @IsObject() fuel!: Record<string, number>;
  @IsNumber(FIGURE) used!: number;
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => SheetPackBody)
  packs!: SheetPackBody[];
}

export class LoadingAnswer extends AnswerBody {
  @ValidateNested() @Type(() => LoadingSheetBody) @IsObject() sheet!: LoadingSheetBody;
}

export class LoadoutChangedBody {
  @Matches(ID) place!: string;
  @IsString() @MaxLength(200) item!: string;
  @IsOptional() @IsNumber(FIGURE) mass?: number;
  @IsString() @MaxLength(1000) note!: string;
}
