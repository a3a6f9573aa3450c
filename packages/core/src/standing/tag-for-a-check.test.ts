import { foldEntries } from '../entries/index.ts';
import { BASIS, BO, check, PACK, Scribe } from '../testing/world.ts';
import { deriveStatus } from './index.ts';

const blockedAt = (scribe: Scribe, key: string): string | undefined => {
  const state = foldEntries(scribe.entries);
  return deriveStatus(state, new Date(state.clock).toISOString())?.parts.get(key)?.blocked?.code;
};
const tag = (scribe: Scribe, check?: string) =>
  scribe.add('tag.on', {
    tag: 'hose',
    thing: 'Hose off',
    where: 'left engine',
    why: 'flow test',
    touches: [],
    ...(check === undefined ? {} : { check }),
  });

test('a tag holds the gate and keeps everything behind it waiting, but not the one check that it is on for', () => {
  for (const on of [undefined, 'drop-b', 'drop-a'] as const) {
    const scribe = new Scribe().upToRunning();
    tag(scribe, on);
    const state = foldEntries(scribe.entries);
    const power = deriveStatus(state, new Date(state.clock).toISOString())?.gates.find(
      (g) => g.gate.id === 'power',
    );
    expect(power?.state).toBe('held');
    expect({ on, b: blockedAt(scribe, 'drop-b@left') }).toEqual({
      on,
      b: on === 'drop-b' ? undefined : 'gateHeld',
    });
    expect({ on, drop: blockedAt(scribe, 'drop-a@left') }).toEqual({
      on,
      drop: on === 'drop-a' ? undefined : 'gateHeld',
    });
  }
});

test('where the gate was never passed, the check waits for it all the same; with a second tag it waits again', () => {
  const fresh = new Scribe().open();
  tag(fresh, 'drop-a');
  expect(blockedAt(fresh, 'drop-a@left')).toBe('gateHeld');
  const scribe = new Scribe().upToRunning();
  tag(scribe, 'drop-a');
  expect(blockedAt(scribe, 'drop-a@left')).toBeUndefined();
  scribe.add('tag.on', { tag: 'cowl', thing: 'Cowl off', where: '', why: 'look', touches: [] });
  expect(blockedAt(scribe, 'drop-a@left')).toBe('gateHeld');
  scribe.add('tag.off', { tag: 'cowl', note: 'closed', touches: [] });
  scribe.add('tag.off', { tag: 'hose', note: 'on again', touches: [] }, { by: BO });
  // Both came after the pass: the gate is passed again before anything else goes on.
  expect(blockedAt(scribe, 'drop-a@left')).toBe('gateNotPassed');
});

test('one hose off for three tests is one tag: those at the same open place go on, and no other', () => {
  const opens = (thing: string) =>
    ({ kind: 'flow', runs: 1, opens: { thing, touches: ['fuel.lines'] } }) as const;
  const at = { station: 'run-up' } as const;
  const scribe = new Scribe().open({
    ...BASIS,
    pack: {
      ...PACK,
      gates: [
        {
          id: 'power',
          title: 'Power',
          before: 'run-up',
          conditions: [{ kind: 'noTags', overridable: false }],
        },
      ],
      checks: [
        check('left', { ...at, answer: opens('Hose off') }),
        check('right', { ...at, answer: opens('Hose off') }),
        check('bowl', { ...at, answer: opens('Bowl off') }),
        check('look', at),
      ],
    },
  });
  scribe.add('gate.passed', { gate: 'power', snapshot: scribe.state().head, crew: [] });
  tag(scribe, 'left');
  const blocked = ['left', 'right', 'bowl', 'look'].map((id) => blockedAt(scribe, `${id}@aircraft`));
  expect(blocked).toEqual([undefined, undefined, 'gateHeld', 'gateHeld']);
});
