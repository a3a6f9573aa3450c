import { randomUUID } from 'node:crypto';
import Database from 'better-sqlite3';
import { join } from 'node:path';
import type { FindingLineView } from '@kanzel/contract';
import type { EntryBodies, EntryKind, Role } from '@kanzel/core';
import {
  addDemoPeople,
  draft,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from '../testing/harness.ts';
import { RecordService } from '../record/record.service.ts';

const { path, remove } = temporaryFolder();
let app: Awaited<ReturnType<typeof startServer>>['app'];
let url = '';

beforeAll(async () => {
  ({ app, url } = await startServer(path));
  await addDemoPeople(app);
});

afterAll(async () => {
  await app.close();
  remove();
});

let seen = 1;
/** Whoever posts has seen all there is: nobody else writes here. */
async function post<K extends EntryKind>(
  by: SignedIn,
  campaign: string,
  kind: K,
  body: EntryBodies[K],
  role?: Role,
): Promise<void> {
  const answer = await by.fresh
    .post(`/api/campaigns/${campaign}/entries`)
    .send({ entries: [{ ...draft(campaign, by.person, kind, body, role), seen }] });
  expect([kind, answer.status, (answer.body as { refused?: unknown[] }).refused]).toEqual([kind, 200, []]);
  seen += 1;
}

const listed = async (by: SignedIn, mark?: string): Promise<FindingLineView[]> =>
  (
    await by.agent
      .get(`/api/findings${mark === undefined ? '' : `?mark=${encodeURIComponent(mark)}`}`)
      .expect(200)
  ).body as FindingLineView[];

test('a finding is listed with what comes next, from its raising to its closing, and by aircraft', async () => {
  const ylva = await signIn(url, 'ylva');
  const brand = await signIn(url, 'brand');
  const campaign = await openCampaign(ylva);
  const finding = randomUUID();
  const next = async (): Promise<unknown> => (await listed(brand)).map((f) => [f.title, f.next]);
  expect(await listed(brand)).toEqual([]);
  await post(ylva, campaign, 'finding.raised', { finding, title: 'Lead chafed', where: 'left engine' });
  expect(await listed(brand)).toEqual([
    {
      finding,
      campaign,
      campaignTitle: 'Test campaign',
      mark: 'QX-TJD',
      title: 'Lead chafed',
      where: 'left engine',
      raisedAt: expect.any(String) as string,
      raisedBy: ylva.person.id,
      released: false,
      next: 'assess',
    },
  ]);
  const assess = (body: Omit<EntryBodies['finding.assessed'], 'finding' | 'reason'>): Promise<void> =>
    post(brand, campaign, 'finding.assessed', { finding, reason: 'Seen.', ...body }, 'inspector');
  await assess({ severity: 'deferred', conditions: 'Day flights only', until: '2099-01-31' });
  expect(await listed(brand)).toEqual([
    expect.objectContaining({
      severity: 'deferred',
      conditions: 'Day flights only',
      until: '2099-01-31',
      next: 'deferred',
    }),
  ]);
  // Run out since: put off no longer, whatever was said.
  await assess({ severity: 'deferred', conditions: 'Day flights only', until: '2020-01-31' });
  expect(await next()).toEqual([['Lead chafed', 'act']]);
  await assess({ severity: 'stops' });
  expect(await next()).toEqual([['Lead chafed', 'act']]);
  const action = randomUUID();
  const touches = ['engine.left.control'];
  await post(ylva, campaign, 'action.recorded', {
    action,
    finding,
    what: 'Lead replaced',
    measure: 'part 12',
    touches,
  });
  expect(await next()).toEqual([['Lead chafed', 'inspect']]);
  await post(brand, campaign, 'inspection.signed', { action, accepted: true, note: '' }, 'inspector');
  expect(await next()).toEqual([['Lead chafed', 'close']]);
  await post(brand, campaign, 'finding.closed', { finding, note: 'Cured' }, 'inspector');
  expect(await listed(brand)).toEqual([
    expect.objectContaining({ next: 'closed', closedAt: expect.any(String) as string }),
  ]);
  expect(await listed(brand, 'QX-TJD')).toHaveLength(1);
  expect(await listed(brand, "QX' OR 1=1 --")).toEqual([]);
  await brand.agent.get('/api/findings?mark=').expect(400);
  await brand.agent.get('/api/findings?colour=red').expect(400);
});

test('beside an aircraft, those of its type are asked for as well, and no other', async () => {
  const brand = await signIn(url, 'brand');
  const { body: own } = await brand.agent.get('/api/library/documents/aircraft/QX-TJD').expect(200);
  const described = own as Record<string, unknown>;
  for (const [mark, type] of [
    ['QX-TJE', described['type']],
    ['QX-OTH', 'Other'],
  ] as const) {
    const text = JSON.stringify({ ...described, mark, type });
    await brand.fresh
      .post('/api/library')
      .send({ name: `${mark}.json`, text })
      .expect(201);
    const campaign = await openCampaign(brand, new Date(), mark);
    seen = 1;
    await post(brand, campaign, 'finding.raised', { finding: randomUUID(), title: mark, where: 'wing' });
  }
  const marks = async (query: string): Promise<readonly string[]> => {
    const { body } = await brand.agent.get(`/api/findings?${query}`).expect(200);
    return [...new Set((body as FindingLineView[]).map((l) => l.mark))].sort();
  };
  expect(await marks('mark=QX-TJD&alike=type')).toEqual(['QX-TJD', 'QX-TJE']);
  expect(await marks('mark=QX-TJE&alike=type')).toEqual(['QX-TJD', 'QX-TJE']);
  expect(await marks('mark=QX-OTH&alike=type')).toEqual(['QX-OTH']);
  expect(await marks('mark=QX-TJD')).toEqual(['QX-TJD']);
  // Of an aircraft that nobody describes any more there is no type: its own are told.
  expect(await marks('mark=QX-NIL&alike=type')).toEqual([]);
  await brand.agent.get('/api/findings?mark=QX-TJD&alike=colour').expect(400);
});

test('merged, split, reopened and assigned: the list tells what the campaign itself tells', async () => {
  const [ylva, brand] = await Promise.all([signIn(url, 'ylva'), signIn(url, 'brand')]);
  const campaign = await openCampaign(ylva);
  seen = 1;
  const [f, g, h] = [randomUUID(), randomUUID(), randomUUID()];
  for (const [finding, title] of [
    [f, 'Crack'],
    [g, 'Crack again'],
  ] as const)
    await post(ylva, campaign, 'finding.raised', { finding, title, where: 'hinge' });
  /** What the list tells of this campaign, and what its record folds to. */
  const told = async (): Promise<unknown[]> => {
    const found = (await listed(brand)).filter((l) => l.campaign === campaign);
    const state = (await app.get(RecordService).fold(campaign))?.state;
    const folded = [...(state?.findings.values() ?? [])].map(
      ({ raised, assessed, closed, merged, assigned }) => ({
        title: raised.title,
        severity: assessed?.severity,
        closedAt: closed?.at,
        merged: merged !== undefined && !closed,
        assignedTo: assigned?.to,
        effort: assigned?.minutes,
        due: assigned?.due,
      }),
    );
    expect(
      found.map((l) => ({
        title: l.title,
        severity: l.severity,
        closedAt: l.closedAt,
        merged: l.next === 'merged',
        assignedTo: l.assignedTo,
        effort: l.effort,
        due: l.due,
      })),
    ).toEqual(folded);
    return found.map((l) => l.next);
  };
  await post(
    brand,
    campaign,
    'finding.assessed',
    { finding: g, severity: 'information', reason: 'Paint' },
    'inspector',
  );
  const to = ylva.person.id;
  await post(ylva, campaign, 'finding.assigned', { finding: f, to, minutes: 40, due: '2099-01-31' });
  expect(await told()).toEqual(['assess', 'close']);
  await post(brand, campaign, 'finding.merged', { finding: f, into: g, reason: 'The same' }, 'inspector');
  expect(await told()).toEqual(['merged', 'close']);
  await post(brand, campaign, 'finding.closed', { finding: g, note: '' }, 'inspector');
  expect(await told()).toEqual(['closed', 'closed']);
  await post(ylva, campaign, 'finding.reopened', { finding: g, reason: 'Seen again' });
  expect(await told()).toEqual(['merged', 'act']);
  await post(ylva, campaign, 'finding.reopened', { finding: f, reason: 'Another place' });
  await post(ylva, campaign, 'finding.split', {
    finding: g,
    into: h,
    title: 'Nick',
    where: 'edge',
    reason: 'Two',
  });
  await post(ylva, campaign, 'finding.assigned', { finding: f });
  expect(await told()).toEqual(['act', 'act', 'close']);
  expect((await listed(brand)).find((l) => l.finding === h)?.splitFrom).toBe(g);
});

test('an entry that somebody wrote over is passed over, and the others are listed', async () => {
  const ylva = await signIn(url, 'ylva');
  const campaign = await openCampaign(ylva);
  seen = 1;
  for (const title of ['One', 'Two'])
    await post(ylva, campaign, 'finding.raised', { finding: randomUUID(), title, where: '' });
  const file = new Database(join(path, 'kanzel.sqlite'));
  file.exec('DROP TRIGGER entry_no_update');
  file
    .prepare(`UPDATE entry SET json = '{"kind":"finding.raised' WHERE campaign = ? AND json LIKE '%"One"%'`)
    .run(campaign);
  file.close();
  expect((await listed(ylva)).filter((f) => f.campaign === campaign).map((f) => f.title)).toEqual(['Two']);
});
