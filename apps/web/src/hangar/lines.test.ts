import type { AircraftView, CampaignView, HangarLineView } from '@kanzel/contract';
import type { Queued } from '../sync/held.ts';
import { fitsWords, linesOf, standingHere, withOpenedHere } from './lines.ts';

const plane = (mark: string): AircraftView =>
  ({ aircraft: { mark, type: 'Heilo', description: 'tug' } }) as unknown as AircraftView;
const campaign = (id: string, mark: string, releasedAt?: string): CampaignView =>
  ({ id, mark, title: `Work ${id}`, ...(releasedAt ? { releasedAt } : {}) }) as unknown as CampaignView;
const line = (
  mark: string,
  inHand: readonly CampaignView[],
  released: readonly CampaignView[],
  releasedCount = released.length,
): HangarLineView => ({ mark, inHand, released, releasedCount });

test('whoever has a campaign in hand comes first; what is released and not named is counted', () => {
  const campaigns = [
    line('QX-B', [campaign('1', 'QX-B')], [campaign('3', 'QX-B', '2026-01-02')]),
    line('QX-GONE', [campaign('4', 'QX-GONE')], []),
    line('QX-A', [], [campaign('2', 'QX-A', '2026-01-01')], 6),
  ];
  const lines = linesOf([plane('QX-A'), plane('QX-B'), plane('QX-C')], campaigns);
  expect(
    lines.map((l) => [l.aircraft.mark, l.open.map((c) => c.id), l.released.map((c) => c.id), l.earlier]),
  ).toEqual([
    ['QX-B', ['1'], ['3'], 0],
    ['QX-A', [], ['2'], 5],
    ['QX-C', [], [], 0],
  ]);
});

test('found by mark, type, words or a campaign in hand; not by one that is over', () => {
  const [b, a] = linesOf(
    [plane('QX-A'), plane('QX-B')],
    [line('QX-B', [campaign('one', 'QX-B')], []), line('QX-A', [], [campaign('old', 'QX-A', '2026-01-01')])],
  );
  if (!a || !b) throw new Error('no lines');
  expect([
    fitsWords(b, 'work one'),
    fitsWords(b, 'qx-b'),
    fitsWords(b, ' TUG '),
    fitsWords(a, 'work old'),
  ]).toEqual([true, true, true, false]);
});

test('what was last seen without the server never shows an open gate', () => {
  const standing = {
    stations: [],
    gates: [
      { id: 'power', before: 'controls', state: 'passed' },
      { id: 'roll', before: 'taxi', state: 'open' },
    ],
    sentence: 'Roll is open and waits to be passed',
    tags: [],
    eyes: [],
  } as const;
  const listed = { ...campaign('1', 'QX-A'), standing };
  expect(standingHere(listed, undefined, true, '')).toEqual(standing);
  const stale = standingHere(listed, undefined, false, '');
  // Nor one that is passed: what others did since is not known here.
  expect(stale?.gates.map((g) => g.state)).toEqual(['held', 'held']);
  expect(stale?.sentence).toMatch(/As last seen/);
});

test('what was opened on this device stands on the line of its aircraft until the server lists it itself', () => {
  const opening = (id: string, mark: string): Queued =>
    ({
      id: `entry of ${id}`,
      campaign: id,
      draft: {
        kind: 'campaign.opened',
        campaign: id,
        body: {
          title: `Work ${id}`,
          basis: {
            aircraft: { mark },
            pack: { id: 'p', revision: 2 },
            limitBook: { id: 'b', revision: 3 },
          },
        },
      },
    }) as unknown as Queued;
  const heard = [line('QX-A', [campaign('1', 'QX-A')], [], 4)];
  const all = withOpenedHere(heard, [opening('1', 'QX-A'), opening('2', 'QX-A'), opening('3', 'QX-B')]);
  expect(all.map((l) => [l.mark, l.inHand.map((c) => c.id), l.releasedCount])).toEqual([
    ['QX-A', ['2', '1'], 4],
    ['QX-B', ['3'], 0],
  ]);
  expect(all[0]?.inHand[0]?.openedOn).toEqual({
    pack: 'p',
    packRevision: 2,
    limitBook: 'b',
    limitBookRevision: 3,
  });
});
