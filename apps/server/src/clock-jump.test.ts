import type { NestExpressApplication } from '@nestjs/platform-express';
import { deriveStatus, foldEntries, standingAnswer, verifyChain } from '@kanzel/core';
import type { PostEntriesResponse } from '@kanzel/contract';
import { StoryClock } from '../../demo/src/crew.ts';
import {
  addDemoPeople,
  confirming,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
} from './testing/harness.ts';

const DAY = 86_400;
const began = Date.now();
const clock = new StoryClock(began);
const folder = temporaryFolder();
let app: NestExpressApplication;
let url: string;

beforeAll(async () => {
  ({ app, url } = await startServer(folder.path, {}, clock));
  await addDemoPeople(app);
});
afterAll(async () => {
  await app.close();
  folder.remove();
});

test('the clock of the machine jumps a day ahead and back: nothing is lost or made younger, and work goes on', async () => {
  const first = await signIn(url, 'ylva');
  const campaign = await openCampaign(first, clock.now());
  const answers = async (by: typeof first, check: string, device = 'test'): Promise<string> => {
    const entry = {
      ...draft(campaign, by.person, 'answer.given', confirming(check)),
      at: clock.now().toISOString(),
      device,
      seen: (await entriesOf(by, campaign)).length,
    };
    const { body } = await by.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({ entries: [entry] })
      .expect(200);
    return (body as PostEntriesResponse).refused[0]?.reason.code ?? 'accepted';
  };
  expect(await answers(first, 'limit-book-is-current')).toBe('accepted');

  clock.advance(DAY);
  // Whoever was signed on is asked again; what was recorded stands.
  await first.agent.get('/api/campaigns').expect(401);
  const ahead = await signIn(url, 'ylva');
  expect(await answers(ahead, 'parts-traceable')).toBe('accepted');

  clock.advance(-DAY + 60);
  expect((await ahead.agent.get('/api/session').expect(200)).body).toMatchObject({ name: 'ylva' });
  // On the device that worked meanwhile one of the two clocks was wrong: that is asked about, and work goes on from others.
  expect(await answers(ahead, 'limit-book-is-current')).toBe('clockBack');
  expect(await answers(ahead, 'limit-book-is-current', 'another')).toBe('accepted');
  const entries = await entriesOf(ahead, campaign);
  expect([entries.length, verifyChain(entries).ok]).toEqual([4, true]);
  const state = foldEntries(entries);
  expect([state.unreadable, state.clock]).toEqual([[], began + DAY * 1000]);
  // What was done with the clock set back was done after what its author had seen, not a day before it.
  const last = standingAnswer(state.parts.get('limit-book-is-current@aircraft'));
  expect(last).toMatchObject({ seq: 4, instant: began + DAY * 1000 });
  const status = deriveStatus(state, clock.now().toISOString());
  expect(status?.parts.get('limit-book-is-current@aircraft')).toMatchObject({ proven: true });
});
