import type { Instrument } from '../limits/types.ts';
import { deriveStatus } from '../standing/index.ts';
import { BASIS, BOOK, check, GAUGE, reading, Scribe, START } from '../testing/world.ts';
import { admit, foldEntries } from './index.ts';

const tool = (id: string, until: string): Instrument => ({
  ...GAUGE,
  id,
  name: `Torque tool ${id}`,
  unit: 'Nm',
  accuracy: 0.5,
  resolution: 0.1,
  calibratedUntil: until,
  measures: ['torque'],
});
const basis = {
  ...BASIS,
  pack: {
    ...BASIS.pack,
    checks: [
      check('bolts', {
        station: 'inspection',
        answer: {
          kind: 'reading',
          unit: 'Nm',
          resolution: 0.5,
          tool: 'torque',
          plausible: { low: 0, high: 100 },
        },
        limits: ['bolts'],
      }),
    ],
  },
  limitBook: {
    ...BOOK,
    limits: [
      {
        key: 'bolts',
        kind: 'band' as const,
        title: 'Bolts',
        unit: 'Nm',
        class: 'airworthiness' as const,
        acceptance: 'guarded' as const,
        source: { document: 'Test book', revision: '1' },
        conditions: [],
        bounds: { low: 16, high: 22 },
      },
    ],
  },
  aircraft: {
    ...BASIS.aircraft,
    instruments: [GAUGE, tool('good', '2027-01-31'), tool('over', '2026-01-31')],
  },
};

test.each([
  [undefined, 'toolNeeded', undefined],
  ['gauge', 'toolMeasuresOther', undefined],
  ['nobody-knows', 'unknownInstrument', undefined],
  ['good', undefined, ['within', true]],
  // Measured with a tool whose certificate has run out it is kept as it was, and proves nothing.
  ['over', undefined, ['unknown', false]],
])('a torque measured with %s: %s', (instrument, refused, stands) => {
  const scribe = new Scribe().open(basis);
  const { instrument: _gauge, ...plain } = reading(18, { unit: 'Nm', resolution: 0.5, text: '18' });
  const body = {
    check: 'bolts',
    subject: 'aircraft',
    answer: {
      kind: 'reading' as const,
      reading: instrument === undefined ? plain : { ...plain, instrument },
    },
    facts: {},
  };
  const now = new Date(START + 3_600_000).toISOString();
  const answer = admit(scribe.draft('answer.given', body), foldEntries(scribe.entries), now);
  expect(answer.ok ? undefined : answer.error.code).toBe(refused);
  if (!answer.ok) return;
  scribe.add('answer.given', body);
  const part = deriveStatus(foldEntries(scribe.entries), now)?.parts.get('bolts@aircraft');
  expect([part?.mark, part?.proven]).toEqual(stands);
});
