import { deriveStatus, layoutFor, type CampaignStatus, type Check, type PartAnswer } from '@kanzel/core';
import { ANN, BASIS, BO, check, PACK, Scribe } from '../../../../packages/core/src/testing/world.ts';
import { askedChecks, isAmiss, seenSoFar } from '../controls/asked.ts';
import { unseenBy, withoutUnseen } from './unseen.ts';

const ROLL: Check = check('roll', {
  station: 'controls',
  answer: { kind: 'sense', input: 'stick-right', of: 'surfaces' },
  secondPerson: true,
});
const BACKWARDS: PartAnswer = {
  kind: 'sense',
  moves: [
    { output: 'aileron-left', way: 'plus' },
    { output: 'aileron-right', way: 'minus' },
  ],
};
const part = { check: 'roll', subject: 'aircraft' };

/** Ann found the ailerons backwards and raised it; nobody else has looked. */
function found(): Scribe {
  const scribe = new Scribe().open({
    ...BASIS,
    pack: {
      ...PACK,
      checks: [ROLL],
      gates: [
        {
          id: 'roll-gate',
          title: 'Roll',
          before: 'run-up',
          conditions: [
            { kind: 'proven', stations: ['controls'], overridable: true },
            { kind: 'findingsSettled', overridable: true },
          ],
        },
      ],
    },
    aircraft: { ...BASIS.aircraft, layout: layoutFor('piston-twin') },
  });
  const { id } = scribe.add('answer.given', { ...part, answer: BACKWARDS, facts: {} });
  scribe.add('finding.raised', {
    finding: 'f',
    title: 'Ailerons backwards',
    where: 'wing',
    ...part,
    answerEntry: id,
  });
  return scribe;
}

const statusOf = (scribe: Scribe): CampaignStatus => {
  const status = deriveStatus(scribe.state(), new Date(0).toISOString());
  if (!status) throw new Error('a status of the test');
  return status;
};
const told = (status: CampaignStatus): string =>
  JSON.stringify({
    ...status,
    parts: [...status.parts],
    checks: [...status.checks.values()].map((c) => [c.mark, c.parts]),
    stations: status.stations.map((s) => [s.station, s.mark, s.done, s.checks.map((c) => c.parts)]),
  });

test('the second person is told nothing of what the first one saw, by no mark, gate, finding or explanation', () => {
  const scribe = found();
  const status = statusOf(scribe);
  expect(told(status)).toMatch(/senseBackwards|"out"/);
  const unseen = unseenBy(scribe.state(), status, BO);
  const shown = withoutUnseen(status, unseen);
  expect([...unseen.keys()]).toEqual(['roll@aircraft']);
  expect(told(shown)).not.toMatch(/backwards|Backwards|"out"|checksOut|"plus"/);
  // It is told that it waits, and for whom.
  expect(JSON.stringify(shown.gates)).toContain('checksUnwitnessed');
  const { index } = scribe.state();
  const asked = askedChecks(index!);
  expect([isAmiss(asked, status), isAmiss(asked, shown)]).toEqual([true, false]);
  expect([seenSoFar(index!, asked, status).length, seenSoFar(index!, asked, shown).length]).toEqual([1, 0]);
});

test('the first one sees his own; when both have said it, so does everybody', () => {
  const scribe = found();
  const status = statusOf(scribe);
  expect(unseenBy(scribe.state(), status, ANN).size).toBe(0);
  expect(withoutUnseen(status, unseenBy(scribe.state(), status, ANN))).toBe(status);
  const { entry } = status.parts.get('roll@aircraft')?.answer ?? {};
  scribe.add('answer.witnessed', { ...part, answerEntry: entry ?? '', saw: BACKWARDS }, { by: BO });
  expect(unseenBy(scribe.state(), statusOf(scribe), BO).size).toBe(0);
  expect(told(statusOf(scribe))).toMatch(/senseBackwards/);
});
