import { EMPTY_CAMPAIGN, type CampaignState } from '@kanzel/core';
import { BASIS, check, PACK, Scribe } from '../../../../packages/core/src/testing/world.ts';
import { parametersLeft } from './parameters-left.ts';

/** A campaign in which the parameters were read once or more, and which was released or is in hand. */
function campaign(released: boolean, ...values: readonly number[]): { readonly state: CampaignState } {
  const s = new Scribe().open({
    ...BASIS,
    pack: { ...PACK, gates: [], checks: [check('asked', { answer: { kind: 'parameters' } })] },
  });
  for (const value of values) {
    const items = [{ name: 'GAIN', value }];
    s.add('answer.given', {
      check: 'asked',
      subject: 'aircraft',
      answer: {
        kind: 'parameters',
        left: { name: 'x', items },
        read: { from: 'vehicle', items },
        accepted: [],
      },
      facts: {},
    });
  }
  const state = s.state();
  return { state: released ? { ...state, release: {} as NonNullable<CampaignState['release']> } : state };
}

const left = (...earlier: readonly { readonly state: CampaignState }[]) =>
  parametersLeft(earlier)?.items.map((i) => i.value);

test('the newest released campaign in which they were read left them, as they stood at its end', () => {
  expect(left(campaign(true, 1), campaign(true, 2))).toEqual([2]);
  expect(left(campaign(true, 1, 1.5), campaign(true))).toEqual([1.5]);
  // What is in hand has left nothing yet, whatever was read in it.
  expect(left(campaign(true, 1), campaign(false, 9))).toEqual([1]);
  expect([left(), left(campaign(false, 9)), left(campaign(true)), left({ state: EMPTY_CAMPAIGN })]).toEqual(
    Array(4).fill(undefined),
  );
});
