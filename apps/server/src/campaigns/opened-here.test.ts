import { randomUUID } from 'node:crypto';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { ProspectView } from '@kanzel/contract';
import type { Entry } from '@kanzel/core';
import {
  addDemoPeople,
  draft,
  entriesOf,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from '../testing/harness.ts';

/** A campaign that a device opened without the server, when the server is heard again. */

const folder = temporaryFolder();
let app: NestExpressApplication;
let ylva: SignedIn;
let gerd: SignedIn;

beforeAll(async () => {
  let url: string;
  ({ app, url } = await startServer(folder.path));
  await addDemoPeople(app);
  [ylva, gerd] = await Promise.all([signIn(url, 'ylva'), signIn(url, 'gerd')]);
});
afterAll(async () => {
  await app.close();
  folder.remove();
});

const MARK = 'QX-TJD';
/** Three weeks in the field, on a clock two hours ahead. */
const MADE_AT = new Date(Date.now() - 21 * 86_400_000).toISOString();
const heard = async (): Promise<ProspectView> =>
  (await ylva.agent.get(`/api/aircraft/${MARK}/prospect`).expect(200)).body as ProspectView;
const opening = ({ basis, revision = 0 }: ProspectView, change: Record<string, unknown> = {}) => ({
  id: randomUUID(),
  mark: MARK,
  title: 'Magneto changed at the strip',
  occasion: 'post-maintenance',
  workItems: ['Left magneto: replaced'],
  at: MADE_AT,
  offset: 7_200_000,
  device: 'field-tablet',
  openedHere: {
    entry: randomUUID(),
    aircraft: revision,
    pack: basis.pack.revision,
    limitBook: basis.limitBook.revision,
  },
  ...change,
});

test('it is made of the revisions here, under the id that the device gave it, once, and what was done since follows', async () => {
  const prospect = await heard();
  const request = opening(prospect);
  const opened = (await ylva.agent.post('/api/campaigns').send(request).expect(201))
    .body as Entry<'campaign.opened'>;
  expect(opened).toMatchObject({
    id: request.openedHere.entry,
    seq: 1,
    at: MADE_AT,
    offset: 7_200_000,
    device: 'field-tablet',
    by: ylva.person.id,
    body: { withoutServer: true, basis: { pack: { id: prospect.basis.pack.id } } },
  });
  // The answer was lost on the way: the same again is the same.
  expect((await ylva.agent.post('/api/campaigns').send(request).expect(201)).body).toEqual(opened);
  const note = draft(request.id, ylva.person, 'finding.raised', {
    finding: randomUUID(),
    title: 'Chafed lead',
    where: 'left cowling',
  });
  const posted = await ylva.agent.post(`/api/campaigns/${request.id}/entries`).send({ entries: [note] });
  expect(posted.body).toMatchObject({ accepted: [{ id: note.id }], refused: [] });
  const scope = {
    id: randomUUID(),
    at: MADE_AT,
    device: 'field-tablet',
    seen: 0,
    role: 'technician',
    work: [{ component: 'Left magneto', action: 'replaced', touches: ['engine.left.ignition.left'] }],
    added: [],
    leftOut: [],
    note: '',
  };
  await ylva.agent.post(`/api/campaigns/${request.id}/scope`).send(scope).expect(200);
  const kinds = (await entriesOf(ylva, request.id)).map((e) => e.kind);
  expect(kinds).toEqual(['campaign.opened', 'finding.raised', 'scope.settled']);
});

test('nothing that the device says of the basis is believed: neither a revision that is not here nor a basis of its own', async () => {
  const prospect = await heard();
  const { openedHere } = opening(prospect);
  for (const part of ['aircraft', 'pack', 'limitBook'] as const) {
    const other = opening(prospect, { openedHere: { ...openedHere, entry: randomUUID(), [part]: 999 } });
    const refused = await ylva.agent.post('/api/campaigns').send(other).expect(409);
    expect(refused.body).toMatchObject({ reason: { code: 'revisionNotHere', params: { revision: 999 } } });
    await ylva.agent.get(`/api/campaigns/${other.id}/entries`).expect(404);
  }
  await ylva.agent
    .post('/api/campaigns')
    .send({ ...opening(prospect), basis: prospect.basis })
    .expect(400);
  await ylva.agent
    .post('/api/campaigns')
    .send(opening(prospect, { openedHere: { ...openedHere, past: {} } }))
    .expect(400);
});

test('whoever may not open one may not do it without the server either, and no entry of another record is taken over', async () => {
  const prospect = await heard();
  await gerd.agent.post('/api/campaigns').send(opening(prospect)).expect(403);
  const first = opening(prospect);
  await ylva.agent.post('/api/campaigns').send(first).expect(201);
  const again = opening(prospect, { openedHere: first.openedHere });
  expect((await ylva.agent.post('/api/campaigns').send(again).expect(409)).body).toMatchObject({
    reason: { code: 'idReused' },
  });
});
