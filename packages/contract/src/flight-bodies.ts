import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  Length,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator';
import { AnswerBody, ID } from './answer-base.ts';

/** One call on a take-off run. */
export class CalledOnRollBody {
  @Matches(ID) id!: string;
  @IsBoolean() came!: boolean;
  /** Seconds after the brakes were let go; a clock that was set meanwhile is no reason to lose what was called. */
  @IsNumber() @Min(0) @Max(86_400) after!: number;
}

/** Calls on the take-off run. */
export class RollAnswer extends AnswerBody {
  @IsArray()
  @ArrayMaxSize(6)
  @ValidateNested({ each: true })
  @Type(() => CalledOnRollBody)
  calls!: CalledOnRollBody[];
  @IsIn(['lifted', 'stopped']) ended!: 'lifted' | 'stopped';
  @IsOptional() @IsString() @Length(1, 500) why?: string;
}
