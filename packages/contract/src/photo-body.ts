import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  ArrayNotEmpty,
  IsArray,
  IsObject,
  IsString,
  Length,
  ValidateNested,
} from 'class-validator';
import { AnswerBody } from './answer-base.ts';
import { ScanBody } from './paper-bodies.ts';

export class PhotoBody {
  @IsString() @Length(1, 80) view!: string;
  @ValidateNested() @Type(() => ScanBody) @IsObject() scan!: ScanBody;
}

export class PhotoAnswer extends AnswerBody {
  @IsArray()
  @ArrayNotEmpty()
  @ArrayMaxSize(50)
  @ValidateNested({ each: true })
  @Type(() => PhotoBody)
  photos!: PhotoBody[];
}
