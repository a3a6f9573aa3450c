import { deriveStatus, foldEntries } from '@kanzel/core';
import { Scribe } from '../../../../packages/core/src/testing/world.ts';
import { blinded } from './blinded.ts';

test('whoever walks blind is told nothing of the inspection, and of everything else what there is', () => {
  const scribe = new Scribe().open();
  scribe.confirm('papers', 'aircraft');
  const { id } = scribe.add('answer.given', {
    check: 'linkage',
    subject: 'left',
    answer: { kind: 'confirm', asExpected: false, note: 'a cracked bracket' },
    facts: {},
  });
  scribe.add('finding.raised', {
    finding: 'f',
    title: 'Bracket cracked',
    where: 'left engine',
    check: 'linkage',
    subject: 'left',
    answerEntry: id,
  });
  const status = deriveStatus(foldEntries(scribe.entries), new Date(0).toISOString());
  if (!status) throw new Error('a status of the test');
  const hidden = blinded(status);
  const told = JSON.stringify({
    ...hidden,
    parts: [...hidden.parts],
    checks: [...hidden.checks.values()].map((c) => [c.mark, c.parts]),
    stations: hidden.stations.map((s) => [s.station, s.mark, s.done, s.total, s.checks.map((c) => c.parts)]),
  });
  expect(told).not.toMatch(/racked|"out"|notAsExpected|findingUnassessed/);
  expect(JSON.stringify([...status.parts])).toMatch(/cracked bracket/);
  expect(hidden.parts.get('papers@aircraft')).toEqual(status.parts.get('papers@aircraft'));
  expect(hidden.gates.map((g) => [g.gate.id, g.state])).toEqual(
    status.gates.map((g) => [g.gate.id, g.state]),
  );
});
