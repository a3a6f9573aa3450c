import type { Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import type { MissionItem } from '../mission/mission.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { ReadMission } from './part-answer.ts';

const plan: readonly MissionItem[] = Array.from({ length: 30 }, (_, sequence) => ({
  sequence,
  frame: 3,
  command: sequence === 29 ? 20 : 16,
  autocontinue: true,
  parameters: [0, 0, 0, null],
  x: 601_234_567 + sequence,
  y: -82_345_678,
  z: 60,
}));

function said(
  read: readonly MissionItem[],
  planned = plan,
  from: Omit<ReadMission, 'items'> = {
    from: 'vehicle',
    at: new Scribe().draft('walk.begun', { walk: 'w' }).at,
  },
) {
  const basis: Basis = {
    ...BASIS,
    pack: { ...PACK, gates: [], checks: [check('asked', { answer: { kind: 'mission' } })] },
  };
  const s = new Scribe().open(basis);
  const answer = {
    kind: 'mission',
    planned: { name: 'mast.csv', items: planned },
    read: { ...from, items: read },
  } as const;
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const sentences = makeSentences({ part: String, subject: String, thing: String });
  return {
    at: draft.at,
    door: admitted.ok ? 'taken' : admitted.error.code,
    said: judgeAnswer(index, part, answer, {}, draft.at).map((v) => `${v.state}: ${sentences.say(v.reason)}`),
    text: describeAnswer(index, 'asked', answer),
  };
}

const changed = (at: number, change: Partial<MissionItem>): readonly MissionItem[] =>
  plan.map((i) => (i.sequence === at ? { ...i, ...change } : i));

test('as planned it is within; one height wrong is out, said with both figures', () => {
  expect(said(plan)).toMatchObject({
    door: 'taken',
    said: ['within: All 30 items are aboard as they were planned, figure by figure.'],
    text: 'mast.csv: 30 items read back, as planned',
  });
  expect(said(changed(7, { z: 600 }))).toMatchObject({
    said: ['out: Item 7, height: 600 m is aboard, and 60 m was planned.'],
    text: 'mast.csv: 30 items read back, 1 difference',
  });
  expect(said(changed(7, { frame: 0 })).said).toEqual([
    'out: Item 7, height from: above the sea is aboard, and above take-off was planned.',
  ]);
  expect(said(changed(7, { parameters: [0, 0, 0, 0] })).said).toEqual([
    'out: Item 7, parameter 4: 0 is aboard, and none was planned.',
  ]);
  expect(said(plan.slice(0, 20)).said).toEqual([
    'out: Items 20 to 29 are not aboard: the upload broke off, or the vehicle takes no more.',
  ]);
});

test('very many differences are told by the first, and by how many more there are', () => {
  const { said: told } = said(plan.map((i) => ({ ...i, z: 61 })));
  expect(told).toHaveLength(13);
  expect(told.at(-1)).toBe('out: 18 more are otherwise than planned.');
});

test('the door takes items in a row from 0 or 1, with every figure, and nothing else', () => {
  const door = (items: readonly MissionItem[]): string[] => [said(items).door, said(plan, items).door];
  expect(door(plan.slice(1))).toEqual(['taken', 'taken']);
  for (const items of [
    [],
    plan.slice(2),
    [...plan.slice(0, 5), ...plan.slice(6)],
    [...plan, plan[29] as MissionItem],
    changed(3, { parameters: [0, 0, 0] }),
  ])
    expect([items.length, ...door(items)]).toEqual([items.length, 'wrongForm', 'wrongForm']);
});

test('what a vehicle gave is taken for a quarter of an hour; what a file holds is as old as it is', () => {
  const at = Date.parse(said(plan).at);
  const door = (minutes: number): string =>
    said(plan, plan, { from: 'vehicle', at: new Date(at - minutes * 60_000).toISOString() }).door;
  expect([door(0), door(15), door(15.1), door(60), door(-15), door(-16)]).toEqual([
    'taken',
    'taken',
    'listReadLongAgo',
    'listReadLongAgo',
    'taken',
    'listReadLongAgo',
  ]);
  expect([said(plan, plan, { from: 'vehicle' }).door, said(plan, plan, { from: 'file' }).door]).toEqual([
    'listReadLongAgo',
    'taken',
  ]);
});
