import { MOST_MARKS } from '@kanzel/core';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayNotEmpty,
  IsArray,
  IsIn,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Length,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { AnswerBody } from './answer-base.ts';
import { ScanBody } from './paper-bodies.ts';

/** An arrow or a circle, between two points of the picture. */
export class PhotoMarkBody {
  @IsIn(['arrow', 'circle']) kind!: 'arrow' | 'circle';
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true })
  @Min(0, { each: true })
  @Max(1, { each: true })
  from!: [number, number];
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(2)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true })
  @Min(0, { each: true })
  @Max(1, { each: true })
  to!: [number, number];
}

export class PhotoBody {
  @IsString() @Length(1, 80) view!: string;
  @ValidateNested() @Type(() => ScanBody) @IsObject() scan!: ScanBody;
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_MARKS)
  @ValidateNested({ each: true })
  @Type(() => PhotoMarkBody)
  marks?: PhotoMarkBody[];
}

export class PhotoAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => PhotoBody)
  photos!: PhotoBody[];
}
