import type { ComponentType } from 'react';
import type { AnswerKindName } from '@kanzel/core';
import type { SpecOf } from './answer-desk.ts';

export interface FieldsProps<K extends AnswerKindName> {
  readonly answer: SpecOf<K>;
  readonly put: (next: SpecOf<K>) => void;
}

/** What the pack editor asks of a check that is answered so; `none`: nothing. */
export type AnswerFields<K extends AnswerKindName> = 'none' | ComponentType<FieldsProps<K>>;
