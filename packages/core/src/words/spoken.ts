import type { Verdict } from '../limits/types.ts';
import { marginFigure, verdictFigure } from './answer.ts';
import { MARK_WORDS } from './labels.ts';

/** Symbols as they are said; what is not here is said as it is written. The longer ones first, or a part of one would be taken for another. */
const SAID: readonly (readonly [RegExp, string])[] = [
  [/±\s?/g, 'plus or minus '],
  [/[−–](?=\d)/g, 'minus '],
  [/°C\/s\b/g, 'degrees a second'],
  [/°C/g, 'degrees'],
  [/°F/g, 'degrees Fahrenheit'],
  [/(?<=\d)\s?°/g, ' degrees'],
  [/\bUS gal\/h\b/g, 'gallons an hour'],
  [/\bL\/h\b/g, 'litres an hour'],
  [/\brpm\b/g, 'revolutions'],
  [/\binHg\b/g, 'inches'],
  [/\bpsi\b/g, 'pounds'],
  [/\bhPa\b/g, 'hectopascals'],
  [/\bmm\b/g, 'millimetres'],
  [/\bmV\b/g, 'millivolts'],
  [/\bkt\b/g, 'knots'],
  [/(?<=\d )V\b/g, 'volts'],
  [/(?<=\d )A\b/g, 'amps'],
  [/(?<=\d )L\b/g, 'litres'],
  [/(?<=\d )s\b/g, 'seconds'],
  [/(?<=\d )kg\b/g, 'kilograms'],
  [/\s?%/g, ' percent'],
];

/**
 * A text as a voice reads it: thousands without their gap, symbols by their names.
 * Example: "At 1 700 rpm: 112 rpm, −3 °C" is "At 1700 revolutions: 112 revolutions, minus 3 degrees".
 */
export function spokenText(text: string): string {
  const joined = text.replace(/(\d)[\s\u202f\u00a0](?=\d{3}\b)/g, '$1').replace(/[\u202f\u00a0]/g, ' ');
  return SAID.reduce((said, [symbol, words]) => said.replace(symbol, words), joined);
}

/**
 * A verdict as a voice says it: what was taken first, then what is thought of it, then by how much. `whose`: the engine or side, empty for
 * the whole aircraft. What was not measured has its verdict alone.
 * Example: "Left engine, 208 revolutions. Out of limits, beyond by 58 revolutions."
 */
export function spokenVerdict(verdict: Verdict, whose: string): string {
  const figure = verdictFigure(verdict);
  const margin = marginFigure(verdict);
  const first = [whose, figure].filter((x) => x !== undefined && x !== '').join(', ');
  const by =
    margin === undefined
      ? ''
      : verdict.state === 'out'
        ? `, beyond by ${margin.replace('−', '')}`
        : `, margin ${margin}`;
  return spokenText(`${first === '' ? '' : `${first}. `}${MARK_WORDS[verdict.state]}${by}.`);
}
