import type { AnswerSpec } from '../checks/types.ts';
import { ownMember } from '../own-member.ts';

/** Ways of answering, in words after "by". */
const KINDS: Readonly<Record<AnswerSpec['kind'], string>> = {
  reading: 'a figure',
  drop: 'two figures, before and after',
  cylinders: 'a figure for every cylinder',
  count: 'a whole number',
  photo: 'a photograph of every view',
  series: 'a recording',
  choice: 'one of its answers',
  confirm: 'saying whether it is as expected',
  timer: 'a timer',
  text: 'words',
  weighing: 'a weighing',
  loading: 'a loading sheet',
  document: 'a document',
  trail: 'the logbooks',
  signatures: 'a list of signatures',
  equipment: 'the equipment list',
  plate: 'the data plate',
  locks: 'every lock by itself',
  tally: 'counts out and in',
  assembly: 'putting it together, part by part',
  sense: 'saying which way each of them goes',
  positions: 'saying what is seen at each position',
  travel: 'reading how far each surface goes',
  mission: 'reading the mission back',
  'side-by-side': 'a figure for each of them',
  heading: 'the heading and two references',
  flow: 'runs of fuel, each a volume and a time',
  worksheet: 'figures in rows, and what follows from them',
  sphere: 'the magnetometer turned about',
  swing: 'a swing of the compass',
  samples: 'samples of every drain, until clear',
  parameters: 'reading the parameters back',
  roll: 'calls on the take-off run',
  computed: 'nothing: it follows from other checks',
};

/** A way of answering in words. Example: "a figure for every cylinder". */
export function describeKind(kind: string): string {
  return ownMember(KINDS, kind) ?? 'something else';
}
