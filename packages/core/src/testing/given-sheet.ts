import type { LoadingData } from '../aircraft/index.ts';
import { packProblems } from '../checks/pack-problems.ts';
import type { AnswerSpec, Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import type { Limit, Reading } from '../limits/types.ts';
import { BASIS, check, GAUGE, PACK, Scribe } from './world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer } from '../answers/answers.ts';
import { judgeAnswer } from '../answers/judge-answer.ts';
import type { PartAnswer } from '../answers/part-answer.ts';
import { sheetJudgeable, sheetRoom } from '../answers/worksheet.ts';

export type Worksheet = Extract<PartAnswer, { kind: 'worksheet' }>;
/** How a check asks for a worksheet. */
export type Spec = Extract<AnswerSpec, { kind: 'worksheet' }>;

/** The instruments of these tests. */
const VOLTS = {
  ...GAUGE,
  id: 'cell-meter',
  unit: 'V',
  accuracy: 0.006,
  resolution: 0.001,
  calibratedUntil: '2030-01-01',
};
const INSTRUMENTS = [VOLTS];

/** A band as a test writes it. */
export const band = (key: string, unit: string, bounds: object, more: object = {}): Limit =>
  ({
    key,
    kind: 'band',
    unit,
    title: key,
    class: 'airworthiness',
    acceptance: 'simple',
    source: { document: 'Sheets', revision: '1' },
    conditions: [],
    bounds,
    ...more,
  }) as unknown as Limit;

/** A reading as a test writes it. */
export const read = (value: number, unit: string, more: Partial<Reading> = {}): Reading => ({
  value,
  unit,
  text: String(value),
  resolution: 0.001,
  source: 'typed',
  ...more,
});

type Rows = readonly Readonly<Record<string, Reading>>[];

/** The head of a sheet is its first row. */
export const sheet = (rows: Rows, more: Partial<Worksheet> = {}): Worksheet => ({
  kind: 'worksheet',
  cells: rows.flatMap((row, i) =>
    Object.entries(row).map(([column, reading]) => ({ row: i, column, reading })),
  ),
  chosen: [],
  ...more,
});

/** A sheet answered to a check of its own: whether the door takes it, what is thought of it, in words, and its figures. */
export function given(
  spec: Spec,
  answer: Worksheet,
  limits: readonly Limit[] = [],
  loading?: LoadingData,
  /** Asked back and said again. */
  confirmed = false,
) {
  const basis: Basis = {
    ...BASIS,
    aircraft: { ...BASIS.aircraft, instruments: INSTRUMENTS, ...(loading ? { loading } : {}) },
    limitBook: { ...BASIS.limitBook, limits },
    pack: {
      ...PACK,
      gates: [],
      checks: [check('asked', { answer: spec, limits: limits.map((l) => l.key) })],
    },
  };
  const s = new Scribe().open(basis);
  const draft = s.draft('answer.given', {
    check: 'asked',
    subject: 'aircraft',
    answer,
    facts: {},
    ...(confirmed ? { confirmed } : {}),
  });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  const { say } = makeSentences({ part: (k) => k, subject: (k) => k, thing: (k) => k });
  const worked = sheetJudgeable(sheetRoom(spec, index, answer), answer, {
    instruments: Object.fromEntries(INSTRUMENTS.map((i) => [i.id, i])),
    facts: {},
    at: draft.at,
  });
  return {
    refused: admitted.ok ? undefined : admitted.error.code,
    worst: verdicts[0]?.state,
    codes: verdicts.map((v) => v.reason.code),
    words: verdicts.map((v) => say(v.reason)).join(' '),
    text: describeAnswer(index, 'asked', answer),
    figure: (name: string) => (worked.ok ? worked.value.figures.find((f) => f.figure === name) : undefined),
    problems: packProblems(basis.pack).map((p) => p.reason.code),
  };
}
