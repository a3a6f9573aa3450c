import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import {
  deriveStatus,
  ENTRIES,
  foldEntries,
  ROLES,
  type EntryKind,
  type Reason,
  type Role,
} from '@kanzel/core';
import { POSTABLE } from '@kanzel/contract';
import { SAMPLE_BODIES } from '../../../packages/core/src/testing/sample-bodies.ts';
import { PeopleService } from './people/index.ts';
import {
  confirming,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from './testing/harness.ts';

const PASSPHRASE = 'a long enough passphrase';
const folder = temporaryFolder();
let app: NestExpressApplication;
let url: string;
const by = {} as Record<Role, SignedIn>;
let radioOnly: SignedIn;
let campaign: string;

beforeAll(async () => {
  ({ app, url } = await startServer(folder.path));
  for (const role of ROLES) {
    await app.get(PeopleService).add({
      name: role,
      fullName: `The ${role}`,
      passphrase: PASSPHRASE,
      authorisations: [{ role, families: ['*'] }],
    });
    by[role] = await signIn(url, role, PASSPHRASE);
  }
  await app.get(PeopleService).add({
    name: 'radio.only',
    fullName: 'Radio Only',
    passphrase: PASSPHRASE,
    authorisations: [{ role: 'technician', families: ['*'], systems: ['radio'] }],
  });
  radioOnly = await signIn(url, 'radio.only', PASSPHRASE);
  campaign = await openCampaign(by.technician);
});

afterAll(async () => {
  await app.close();
  folder.remove();
});

interface Answer {
  readonly accepted: readonly { readonly id: string }[];
  readonly refused: readonly { readonly reason: Reason }[];
}

const post = async (who: SignedIn, to: string, entry: Record<string, unknown>): Promise<string> => {
  const answer = await who.agent.post(`/api/campaigns/${to}/entries`).send({ entries: [entry] });
  if (answer.status !== 200) return String(answer.status);
  const { refused } = answer.body as Answer;
  return refused[0]?.reason.code ?? 'accepted';
};

test('every kind that can be posted, in every role, over HTTP: refused for the role exactly as the table in the docs says', async () => {
  const table = readFileSync(join(__dirname, '../../../docs/roles.md'), 'utf8');
  const rows = table.split('\n').filter((l) => l.startsWith('|'));
  const cells = (line: string): string[] =>
    line
      .split('|')
      .slice(1, -1)
      .map((c) => c.trim().replace(/`/g, ''));
  const head = cells(rows[0] ?? '');
  for (const kind of Object.keys(POSTABLE) as EntryKind[])
    for (const role of ROLES) {
      const row = rows.map(cells).find((r) => r[0] === kind) ?? [];
      const may = row[head.indexOf(role)] === 'yes';
      const body = { ...SAMPLE_BODIES[kind as keyof typeof SAMPLE_BODIES] } as Record<string, unknown>;
      for (const name of ['tag', 'finding', 'action']) if (name in body) body[name] = randomUUID();
      const code = await post(
        by[role],
        campaign,
        draft(campaign, by[role].person, kind, body as never, role),
      );
      expect([kind, role, code === 'roleNeeded']).toEqual([kind, role, !may]);
      expect(code).not.toBe('400');
    }
});

test('an authorisation for the radio answers for nothing else', async () => {
  const entry = (body: object) => draft(campaign, radioOnly.person, 'action.recorded', body as never);
  const work = (touches: readonly string[]) => ({ action: randomUUID(), what: 'Set', measure: '', touches });
  expect(await post(radioOnly, campaign, entry(work(['radio.antenna'])))).toBe('accepted');
  expect(await post(radioOnly, campaign, entry(work(['engine.left.ignition'])))).toBe('systemsNotHeld');
  expect(await post(radioOnly, campaign, entry(work(['radio.antenna', 'engine.left.ignition'])))).toBe(
    'systemsNotHeld',
  );
});

test('answered without a network before the work, and sent after it: recorded, and to be repeated', async () => {
  const id = await openCampaign(by.technician);
  const index = foldEntries(await entriesOf(by.technician, id)).index;
  const check = index?.basis.pack.checks.find(
    (c) =>
      c.station === 'inspection' &&
      c.answer.kind === 'confirm' &&
      c.subject === 'aircraft' &&
      c.proves.length > 0 &&
      c.after.length === 0,
  );
  const touches = check?.proves ?? [];
  const key = `${check?.id ?? ''}@aircraft`;
  const tablet = {
    ...draft(id, by.inspector.person, 'answer.given', confirming(check?.id ?? ''), 'inspector'),
    device: 'tablet',
    seen: 1,
  };
  expect(
    await post(
      by.technician,
      id,
      draft(id, by.technician.person, 'action.recorded', {
        action: randomUUID(),
        what: 'Replaced',
        measure: '',
        touches,
      }),
    ),
  ).toBe('accepted');
  expect(await post(by.inspector, id, tablet)).toBe('accepted');
  const state = foldEntries(await entriesOf(by.technician, id));
  const part = deriveStatus(state, new Date().toISOString())?.parts.get(key);
  expect(part).toMatchObject({
    mark: 'again',
    proven: false,
    reasons: [{ code: 'touched' }, { code: 'givenWithoutSeeing' }],
  });
  // Sent twice it is one entry.
  expect(await post(by.inspector, id, tablet)).toBe('accepted');
  expect((await entriesOf(by.technician, id)).length).toBe(state.count);
});

test('what an entry says of its author and its clock is asked for, and believed only as far as it can be', async () => {
  const good = () =>
    draft(campaign, by.technician.person, 'tag.on', { ...SAMPLE_BODIES['tag.on'], tag: randomUUID() });
  const { seen: _seen, ...without } = good();
  expect(await post(by.technician, campaign, without)).toBe('400');
  expect(await post(by.technician, campaign, { ...good(), seen: -1 })).toBe('400');
  expect(await post(by.technician, campaign, { ...good(), seen: 100_000 })).toBe('seenAhead');
  for (const at of ['2026-W48-4', '2026-330', '2026-11-26T08:30:00', '2026-02-30T08:30:00Z'])
    expect([at, await post(by.technician, campaign, { ...good(), at })]).toEqual([at, '400']);
  expect(await post(by.technician, campaign, { ...good(), at: '2020-01-01T00:00:00Z' })).toBe(
    'clockBeforeCampaign',
  );
  const ahead = new Date(Date.now() + 20 * 60_000).toISOString();
  expect(await post(by.technician, campaign, { ...good(), at: ahead })).toBe('clockAhead');
  expect(await post(by.technician, campaign, { ...good(), at: ahead, offset: 20 * 60_000 })).toBe('accepted');
  expect(ENTRIES['tag.off'].version).toBe(2);
});

test('a crew is of people who have an account: an invented name is nobody, nor is one whose account was ended', async () => {
  const pass = (crew: readonly string[]) =>
    post(
      by.pilot,
      campaign,
      draft(
        campaign,
        by.pilot.person,
        'gate.passed',
        { gate: 'power', snapshot: 'f'.repeat(64), crew },
        'pilot',
      ),
    );
  expect(await pass([randomUUID()])).toBe('crewUnknown');
  expect(await pass([by.technician.person.id, randomUUID()])).toBe('crewUnknown');
  // Whoever is known is counted; that the gate is held is said next.
  expect(await pass([by.technician.person.id])).not.toBe('crewUnknown');
  await app.get(PeopleService).add({
    name: 'gone',
    fullName: 'Gone Away',
    passphrase: PASSPHRASE,
    authorisations: [],
  });
  const gone = await signIn(url, 'gone', PASSPHRASE);
  expect(await pass([gone.person.id])).not.toBe('crewUnknown');
  await by.administrator.fresh
    .put(`/api/people/${gone.person.id}`)
    .send({ fullName: 'Gone Away', authorisations: [], ended: true })
    .expect(200);
  expect(await pass([gone.person.id])).toBe('crewUnknown');
});

test('nobody says how good their own figure is: what is worked out is not sent, nor an uncertainty beside a reading', async () => {
  const id = await openCampaign(by.technician);
  const index = foldEntries(await entriesOf(by.technician, id)).index;
  const check = index?.basis.pack.checks.find(
    (c) => c.answer.kind === 'reading' && c.station === 'inspection',
  );
  const subject = index?.basis.aircraft.engines[0]?.id ?? '';
  const give = (change: object) => {
    const reading = { value: 9.5, unit: 'L', text: '9.5', resolution: 0.5, source: 'typed', ...change };
    const body = { check: check?.id ?? '', subject, answer: { kind: 'reading', reading }, facts: {} };
    return post(by.technician, id, draft(id, by.technician.person, 'answer.given', body as never));
  };
  expect(await give({ source: 'computed' })).toBe('400');
  expect(await give({ source: 'computed', uncertainty: 0 })).toBe('400');
  expect(await give({ uncertainty: 0 })).toBe('400');
  expect(await give({ resolution: 0 })).toBe('400');
  expect(await give({})).toBe('accepted');
});
