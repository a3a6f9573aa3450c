import { type ReactElement } from 'react';
import { HelpSheet } from '../../shell/help-sheet.tsx';

const KEYS: readonly (readonly [string, string])[] = [
  ['Enter', 'does what the blue button says'],
  ['Ctrl Enter', 'the same from a place where words are written'],
  ['digits', 'go straight into the first empty figure'],
  ['J  K  or arrows', 'next and previous step'],
  ['R', 'clear, or take again'],
  ['N', 'not applicable, with a reason'],
  ['E', 'emergency cards; Escape comes back'],
  ['T', 'tag open work'],
  ['F', 'raise a finding'],
  [
    'G then a letter',
    'go to a station: P papers, L loading, I inspection, C controls, U fuel, R run-up, T taxi, Y ready, F flight, D debrief, S sign; A plan',
  ],
  ['/', 'find or do'],
  ['?', 'what this view is for, and these keys'],
  ['Escape', 'close what lies over the sheet'],
];

/** The keys of the sheet. */
export function Keys({ onClose }: { onClose: () => void }): ReactElement {
  return <HelpSheet keys={KEYS} onClose={onClose} />;
}
