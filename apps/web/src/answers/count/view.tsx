import type { AnswerView } from '../answer-view.ts';
import { FigureEntry } from '../figures/figure-entry.tsx';
import { ONE_FIGURE } from '../figures/typed.ts';

export const COUNT_VIEW: AnswerView<'count'> = {
  Entry: (props) => <FigureEntry {...props} figures={ONE_FIGURE} fields="one" />,
  Kept: 'row',
};
