import type { EntryBodies, EntryKind } from '../record/entry.ts';

const HASH = 'f'.repeat(64);
const part = { check: 'papers', subject: 'aircraft' };

/** A body of every kind that has the form of its kind; whether the door lets it in is another question. */
export const SAMPLE_BODIES: {
  readonly [K in Exclude<EntryKind, 'campaign.opened' | 'basis.moved'>]: EntryBodies[K];
} = {
  'scope.settled': { work: [], evidence: {}, added: [], leftOut: [], note: '' },
  'ways.chosen': { profile: 'circuit', ways: {} },
  'plan.kept': { order: [], note: '' },
  'answer.given': { ...part, answer: { kind: 'confirm', asExpected: true }, facts: {} },
  'answer.notApplicable': { ...part, reason: 'none' },
  'answer.withdrawn': { ...part, reason: 'slip' },
  'answer.witnessed': { ...part, answerEntry: 'entry-1' },
  'decision.recorded': { ...part, answerEntry: 'entry-1', reason: 'agreed' },
  'timer.started': part,
  'call.made': { check: part.check, to: 'tail' },
  'state.set': { state: 'engine', subject: 'left', value: 'stopped' },
  'loadout.changed': { place: 'bay', item: '', note: '' },
  'tag.on': { tag: 'tag-1', thing: 'Hose', where: '', why: 'off', touches: [] },
  'tag.off': { tag: 'tag-1', note: '', touches: [] },
  'finding.raised': { finding: 'finding-1', title: 'Crack', where: 'spar' },
  'finding.assessed': { finding: 'finding-1', severity: 'stops', reason: 'cracked' },
  'action.recorded': { action: 'action-1', what: 'Replaced', measure: '', touches: ['engine.left.control'] },
  'inspection.signed': { action: 'action-1', accepted: true, note: '' },
  'walk.begun': { walk: 'walk-1' },
  'walk.said': { walk: 'walk-1', ...part, answer: { kind: 'confirm', asExpected: true }, facts: {} },
  'walk.finished': { walk: 'walk-1' },
  'walk.settled': { ...part, said: 'entry-2', answerEntry: 'entry-1', holds: 'first', reason: 'agreed' },
  'finding.closed': { finding: 'finding-1', note: '' },
  'finding.reopened': { finding: 'finding-1', reason: 'there again' },
  'finding.merged': { finding: 'finding-1', into: 'finding-2', reason: 'the same crack' },
  'finding.split': { finding: 'finding-1', into: 'finding-2', title: 'Nick', where: 'edge', reason: 'two' },
  'finding.assigned': { finding: 'finding-1', to: 'person-1', minutes: 30, due: '2026-12-08' },
  'note.kept': { note: 'note-1', text: 'a knock at lift-off', check: part.check },
  'note.settled': { note: 'note-1', reason: 'the strut, as always' },
  'flight.decided': { choice: 'land', reason: '', said: [] },
  'gate.passed': { gate: 'power', snapshot: HASH },
  'gate.overridden': {
    gate: 'release',
    condition: 'noTags',
    reason: 'taped',
    snapshot: HASH,
    covers: ['tag:1'],
  },
  'instrument.noted': {
    instrument: {
      id: 'gauge',
      name: 'Gauge',
      unit: 'rpm',
      resolution: 1,
      calibratedUntil: null,
      measures: ['rpm'],
    },
    reason: 'back',
  },
  'release.signed': { meaning: '', snapshot: HASH, statement: '' },
};
