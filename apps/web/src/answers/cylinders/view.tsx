import type { AnswerView } from '../answer-view.ts';
import { FigureEntry } from '../figures/figure-entry.tsx';
import { CYLINDER_FIGURES } from './desk.ts';

export const CYLINDERS_VIEW: AnswerView<'cylinders'> = {
  Entry: (props) => <FigureEntry {...props} figures={CYLINDER_FIGURES} fields="many" />,
  Kept: 'row',
};
