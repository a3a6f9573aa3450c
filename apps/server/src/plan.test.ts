import { grauholmChart } from '@kanzel/world';
import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { FieldView, ProspectView, WeatherView } from '@kanzel/contract';
import type { Entry, EntryBodies } from '@kanzel/core';
import { serveWeather } from '@kanzel/standins';
import {
  addDemoPeople,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from './testing/harness.ts';

/** Planning through the server: what it looks up itself, what it keeps, what it prints, and whom it refuses. */

const folder = temporaryFolder();
let app: NestExpressApplication;
let office: Server;
let url: string;
let ylva: SignedIn;
let brand: SignedIn;

beforeAll(async () => {
  office = await serveWeather(0, 7);
  const { port } = office.address() as { port: number };
  ({ app, url } = await startServer(folder.path, { weather: `http://127.0.0.1:${port}` }));
  await addDemoPeople(app);
  [ylva, brand] = await Promise.all([signIn(url, 'ylva'), signIn(url, 'brand')]);
});

afterAll(async () => {
  await app.close();
  office.close();
  folder.remove();
});

const FIELD: FieldView = {
  code: 'QXGH',
  name: 'Grauholm',
  latitude: 57.6,
  longitude: 1.4,
  hours: { from: 480, to: 1080, offset: 60 },
  runways: [{ name: '06/24', heading: 62 }],
  windLimit: 60,
  crossLimit: 60,
};

const governor = {
  component: 'Left propeller governor',
  action: 'replaced',
  touches: ['engine.left.propeller.governor'],
};
const scopeRequest = (change: Record<string, unknown> = {}): Record<string, unknown> => ({
  id: randomUUID(),
  at: new Date().toISOString(),
  device: 'test',
  seen: 1,
  role: 'technician',
  work: [governor],
  added: [],
  leftOut: [],
  note: '',
  ...change,
});

test('a scope is settled with evidence that the server looks up, and changes what the gates ask for', async () => {
  const campaign = await openCampaign(ylva);
  const prospect = (await ylva.agent.get('/api/aircraft/QX-TJD/prospect').expect(200)).body as ProspectView;
  // The campaign in hand has to prove everything: it carries nothing yet.
  expect(prospect.evidence).toEqual({});
  expect(prospect.earlier.map((e) => e.title)).toContain('Test campaign');
  await ylva.agent.post(`/api/campaigns/${campaign}/scope`).send(scopeRequest()).expect(200);
  const entry = (await entriesOf(ylva, campaign)).find(
    (e) => e.kind === 'scope.settled',
  ) as Entry<'scope.settled'>;
  expect(entry.body).toMatchObject({ work: [governor], evidence: {} });
  // Evidence said by whoever asks is not taken, nor a scope that comes as an ordinary entry.
  await ylva.agent
    .post(`/api/campaigns/${campaign}/scope`)
    .send(scopeRequest({ evidence: {} }))
    .expect(400);
  await ylva.agent
    .post(`/api/campaigns/${campaign}/entries`)
    .send({ entries: [draft(campaign, ylva.person, 'scope.settled', entry.body)] })
    .expect(400);
});

test('leaving out a required check takes an inspector; nothing is refused without saying why', async () => {
  const campaign = await openCampaign(ylva);
  const { checks } = (
    (await ylva.agent.get(`/api/campaigns/${campaign}/prospect`).expect(200)).body as ProspectView
  ).basis.pack;
  const watched = checks.find(
    (c) => c.secondPerson && c.proves.some((p) => p.startsWith('engine.{engine}.propeller')),
  );
  if (!watched) throw new Error('no watched check on the propeller');
  const leftOut = [{ check: watched.id, reason: 'Seen at the works' }];
  const work = [{ ...governor, touches: ['engine.left'] }];
  const refused = await ylva.agent
    .post(`/api/campaigns/${campaign}/scope`)
    .send(scopeRequest({ work, leftOut }))
    .expect(409);
  expect(refused.body).toMatchObject({ reason: { code: 'requiredLeftOut' } });
  await brand.agent
    .post(`/api/campaigns/${campaign}/scope`)
    .send(scopeRequest({ work, leftOut, role: 'inspector' }))
    .expect(200);
  const nothing = await ylva.agent
    .post(`/api/campaigns/${campaign}/scope`)
    .send(scopeRequest({ work: [] }))
    .expect(409);
  expect(nothing.body).toMatchObject({ reason: { code: 'scopeWithoutWork' } });
});

test('a plan is kept as an entry, malformed ones are refused with their place, and comes back as files', async () => {
  const campaign = await openCampaign(ylva);
  const { basis } = (await ylva.agent.get(`/api/campaigns/${campaign}/prospect`).expect(200))
    .body as ProspectView;
  const order = basis.pack.checks.filter((c) => c.answer.kind !== 'computed').map((c) => c.id);
  const day: EntryBodies['plan.kept']['day'] = {
    start: new Date().toISOString(),
    hours: { from: 0, to: 1440, offset: 0 },
    days: 2,
    people: [
      { id: ylva.person.id, name: '=Ylva', roles: ['technician', 'observer'], away: [] },
      { id: brand.person.id, name: 'Brand', roles: ['inspector', 'pilot'], away: [] },
    ],
    places: { cockpit: 2 },
    instrumentsAway: {},
  };
  const post = (body: unknown) =>
    ylva.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({ entries: [draft(campaign, ylva.person, 'plan.kept', body as EntryBodies['plan.kept'])] });
  const wrong = await post({ order, note: '', day: { ...day, places: { cockpit: 0.5 } } }).expect(400);
  expect(JSON.stringify(wrong.body)).toMatch(/places\.cockpit/);
  const twice = await post({ order: [order[0], order[0]], note: '' }).expect(200);
  expect(twice.body).toMatchObject({ accepted: [], refused: [{ reason: { code: 'plannedTwice' } }] });
  const kept = await post({ order, note: '', day }).expect(200);
  expect((kept.body as { accepted: unknown[] }).accepted).toHaveLength(1);

  const get = (file: string) => ylva.agent.get(`/api/campaigns/${campaign}/plan/${file}`);
  const table = (await get('plan.csv').expect('content-type', /csv/).expect(200)).text.split('\r\n');
  expect(table).toHaveLength(order.length + 2);
  // A name that a spreadsheet would run is written as text.
  expect(table.join('\n')).toContain("'=Ylva");
  const data = (await get('plan.json').expect(200)).body as {
    order: string[];
    timetable: { end: string; bars: { job: string; start: string; people: string[] }[] };
  };
  expect(data.order).toEqual(order);
  const calendar = (
    await get('plan.ics')
      .expect('content-type', /calendar/)
      .expect(200)
  ).text;
  const stamps = [...calendar.matchAll(/DTEND:(\d{8}T\d{4})/g)].map((m) => m[1] ?? '');
  expect(calendar.match(/BEGIN:VEVENT/g)?.length).toBeGreaterThan(5);
  // Both tell the same end, to the minute.
  const end = data.timetable.end.replace(/[-:]/g, '').slice(0, 13);
  expect([...stamps].sort().at(-1)).toBe(end);
  for (const file of ['plan.pdf', 'cards-a5.pdf', 'cards-a4.pdf'])
    expect(((await get(file).buffer(true).expect(200)).body as Buffer).subarray(0, 5).toString()).toBe(
      '%PDF-',
    );
  await get('plan.exe').expect(404);
});

test('the field is an administrator’s to set; the forecast for it is asked of the weather office', async () => {
  expect((await ylva.agent.get('/api/field').expect(200)).body).toEqual({ field: null });
  expect((await ylva.agent.get('/api/weather').expect(409)).body).toMatchObject({
    reason: { code: 'noField' },
  });
  await ylva.fresh.put('/api/field').send(FIELD).expect(403);
  await brand.fresh
    .put('/api/field')
    .send({ ...FIELD, latitude: 91 })
    .expect(400);
  // A field that closes before it opens, or in that minute, is open on no day.
  for (const to of [800, 900]) {
    const refused = await brand.fresh
      .put('/api/field')
      .send({ ...FIELD, hours: { from: 900, to, offset: 0 } })
      .expect(400);
    expect(refused.body).toMatchObject({
      message: expect.stringContaining('closes before it opens') as string,
    });
  }
  expect((await ylva.agent.get('/api/field').expect(200)).body).toEqual({ field: null });
  await brand.fresh.put('/api/field').send(FIELD).expect(200);
  expect((await ylva.agent.get('/api/field').expect(200)).body).toEqual({ field: FIELD });
  const heard = (await ylva.agent.get('/api/weather').expect(200)).body as WeatherView;
  expect(heard.text).toMatch(/^TAF QXGH \d{6}Z/);
  // With limits that no invented wind reaches, the whole forecast can be flown.
  expect(heard.stretches).toHaveLength(1);
  expect(heard.stretches[0]).toEqual({ from: heard.forecast[0]?.from, to: heard.forecast.at(-1)?.to });
});

test('the chart of the field is taken whole by an administrator, and read by everybody; what is none is refused with its feature', async () => {
  expect((await ylva.agent.get('/api/field/chart').expect(200)).body).toEqual({ chart: null });
  const text = grauholmChart();
  await ylva.fresh.put('/api/field/chart').send({ text }).expect(403);
  await brand.fresh.put('/api/field/chart').send({ text }).expect(200, { name: 'Grauholm' });
  const broken = text.replace('"surface":"hard"', '"surface":"tarred"');
  const refused = await brand.fresh.put('/api/field/chart').send({ text: broken }).expect(400);
  expect(refused.body).toMatchObject({
    message: expect.stringMatching(/^Feature 2: .*Nothing was taken\.$/) as string,
  });
  await brand.fresh.put('/api/field/chart').send({ text: 7 }).expect(400);
  expect((await ylva.agent.get('/api/field/chart').expect(200)).body).toEqual({ chart: text });
});

test('a weather office that is silent, or says something else, is named', async () => {
  const odd = createServer((_, response) => response.end('Good morning'));
  await new Promise<void>((resolve) => odd.listen(0, '127.0.0.1', () => resolve()));
  const { port } = odd.address() as { port: number };
  const other = temporaryFolder();
  const plain = await startServer(other.path);
  await addDemoPeople(plain.app);
  const admin = await signIn(plain.url, 'brand');
  const ask = async (weather?: string): Promise<unknown> => {
    await admin.fresh
      .put('/api/field')
      .send({ ...FIELD, ...(weather ? { weather } : {}) })
      .expect(200);
    return (await admin.agent.get('/api/weather').expect(409)).body;
  };
  expect(await ask()).toMatchObject({ reason: { code: 'noWeatherOffice' } });
  expect(await ask(`http://127.0.0.1:${port}`)).toMatchObject({ reason: { code: 'notAForecast' } });
  odd.close();
  odd.closeAllConnections();
  expect(await ask('http://127.0.0.1:9')).toMatchObject({ reason: { code: 'weatherSilent' } });
  await plain.app.close();
  other.remove();
});
