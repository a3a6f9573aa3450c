import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { DraftView, ExportedFile, LibraryView, MoveOffer } from '@kanzel/contract';
import { deriveStatus, foldEntries, type AircraftDescription, type LimitBook, type Pack } from '@kanzel/core';
import { PeopleService } from './people/index.ts';
import { releaseSheet } from './reports/release-sheet.ts';
import {
  addDemoPeople,
  confirming,
  draft,
  entriesOf,
  openCampaign,
  signIn,
  startServer,
  temporaryFolder,
  type SignedIn,
} from './testing/harness.ts';

/** An installation of its own, with the people of the demonstration. */
interface Installation {
  readonly app: NestExpressApplication;
  readonly url: string;
  readonly folder: string;
  readonly brand: SignedIn;
  readonly ylva: SignedIn;
  readonly odd: SignedIn;
  readonly end: () => Promise<void>;
}

async function install(): Promise<Installation> {
  const { path, remove } = temporaryFolder();
  const { app, url } = await startServer(path);
  await addDemoPeople(app);
  const [brand, ylva, odd] = await Promise.all([
    signIn(url, 'brand'),
    signIn(url, 'ylva'),
    signIn(url, 'odd'),
  ]);
  const end = async (): Promise<void> => {
    await app.close();
    remove();
  };
  return { app, url, folder: path, brand, ylva, odd, end };
}

let here: Installation;
beforeAll(async () => {
  here = await install();
});
afterAll(async () => {
  await here.end();
});

const documentOf = async <T>(by: SignedIn, path: string): Promise<T & Record<string, unknown>> =>
  (await by.agent.get(`/api/library/documents/${path}`).expect(200)).body as T & Record<string, unknown>;
const saveDraft = async (
  by: SignedIn,
  path: string,
  version: number,
  document: Record<string, unknown>,
): Promise<DraftView> =>
  (await by.agent.put(`/api/library/drafts/${path}`).send({ version, document }).expect(200))
    .body as DraftView;

describe('drafts', () => {
  test('from draft to revision: problems are said as they are typed, two people do not write over each other, a revision never changes', async () => {
    const { brand, ylva, odd } = here;
    const book = await documentOf<LimitBook>(brand, 'limit-book/heilo');
    const path = 'limit-book/heilo';
    const bad = {
      ...book,
      limits: book.limits.map((l, i) => (i === 0 ? { ...l, bounds: { low: 9, high: 1 } } : l)),
    };
    await odd.agent.put(`/api/library/drafts/${path}`).send({ version: 0, document: bad }).expect(403);
    const first = await saveDraft(ylva, path, 0, bad);
    expect(first.problems).toEqual([expect.stringMatching(/^limits\[0\]: .*edges must run/)]);
    await brand.fresh
      .post(`/api/library/drafts/${path}/publish`)
      .send({ version: first.version })
      .expect(400);

    const good = { ...book, title: 'Heilo, after the engine bulletin' };
    const second = await saveDraft(ylva, path, first.version, good);
    expect(second.problems).toEqual([]);
    // Somebody who still has the first version on the screen is told, and nothing of the second is lost.
    const stale = await brand.agent
      .put(`/api/library/drafts/${path}`)
      .send({ version: first.version, document: bad })
      .expect(409);
    expect((stale.body as { message: string }).message).toMatch(/Somebody else has changed/);
    await ylva.fresh
      .post(`/api/library/drafts/${path}/publish`)
      .send({ version: second.version })
      .expect(403);
    const published = await brand.fresh
      .post(`/api/library/drafts/${path}/publish`)
      .send({ version: second.version })
      .expect(200);
    expect(published.body).toEqual({ revision: book.revision + 1 });

    const now = await documentOf<LimitBook>(brand, path);
    expect(now).toMatchObject({
      revision: book.revision + 1,
      title: good.title,
      approvedBy: 'Brand Ekerholt',
    });
    expect(await documentOf<LimitBook>(brand, `${path}?revision=${book.revision}`)).toEqual(book);
    await brand.agent.get(`/api/library/drafts/${path}`).expect(404);
    // Bringing in that revision when it says something else is refused with place and reason; the same one is harmless.
    const other = JSON.stringify({ ...now, title: 'Not what was published' });
    const refused = await brand.fresh
      .post('/api/library')
      .send({ name: 'heilo.json', text: other })
      .expect(400);
    expect((refused.body as { details: string[] }).details[0]).toMatch(
      /^heilo\.json:\d+:\d+ revision: .*A published revision never changes/,
    );
    await brand.fresh
      .post('/api/library')
      .send({ name: 'heilo.json', text: JSON.stringify(now) })
      .expect(201);
    expect(await documentOf<LimitBook>(brand, path)).toEqual(now);
  });

  test('a draft outlives the server, and is kept under the name it says', async () => {
    const { brand, ylva } = here;
    const pack = await documentOf<Pack>(brand, 'pack/multirotor');
    const renamed = { ...pack, id: 'multirotor-winter', title: 'Multirotor in winter' };
    await ylva.agent
      .put('/api/library/drafts/pack/other-name')
      .send({ version: 0, document: renamed })
      .expect(400);
    await saveDraft(ylva, 'pack/multirotor-winter', 0, renamed);
    const view = (await brand.agent.get('/api/library').expect(200)).body as LibraryView;
    expect(view.drafts.map((d) => d.id)).toEqual(['multirotor-winter']);
    expect(view.packs.map((p) => p.id)).not.toContain('multirotor-winter');
    await brand.agent.delete('/api/library/drafts/pack/multirotor-winter').expect(204);
  });
});

describe('files', () => {
  test('everything in the library travels to another installation and comes back the same, as YAML and as JSON', async () => {
    const there = await install();
    try {
      const { brand } = here;
      const view = (await brand.agent.get('/api/library').expect(200)).body as LibraryView;
      const things = [
        ...view.packs.map((p) => `pack/${p.id}`),
        ...view.limitBooks.map((b) => `limit-book/${b.id}`),
        ...view.aircraft.map((a) => `aircraft/${a.id}`),
      ];
      expect(things.length).toBeGreaterThan(6);
      for (const thing of things)
        for (const as of ['yaml', 'json']) {
          const file = (await brand.agent.get(`/api/library/files/${thing}?as=${as}`).expect(200))
            .body as ExportedFile;
          await there.brand.fresh.post('/api/library').send(file).expect(201);
          const again = (await there.brand.agent.get(`/api/library/files/${thing}?as=${as}`).expect(200))
            .body as ExportedFile;
          expect(again).toEqual(file);
        }
    } finally {
      await there.end();
    }
    // Every pack, book and aircraft goes there and back, one after another: a slow machine takes its time.
  });

  test('a broken file, one of a newer format, and one of another kind are refused with reason and place, and nothing is written', async () => {
    const { brand, folder } = here;
    const before = readdirSync(join(folder, 'library'));
    const book = (await brand.agent.get('/api/library/files/limit-book/heilo?as=yaml').expect(200))
      .body as ExportedFile;
    const broken: readonly (readonly [string, RegExp])[] = [
      [
        book.text.replace('version: 2', 'version: 3'),
        /:2:\d+ version: is 3; this program reads up to version 2/,
      ],
      [book.text.replace('kanzel-limit-book', 'kanzel-recipe'), /format: must be one of/],
      [`${book.text}\n- [`, /^x\.yaml:\d+:\d+/],
      [book.text.replace('kind: band', 'kind: brand'), /limits\[\d+\]\.kind: must be one of band/],
    ];
    for (const [text, expected] of broken) {
      const refused = await brand.fresh.post('/api/library').send({ name: 'x.yaml', text }).expect(400);
      expect((refused.body as { details: string[] }).details[0]).toMatch(expected);
    }
    expect(readdirSync(join(folder, 'library'))).toEqual(before);
    await brand.agent.get('/api/library/files/pack/multirotor?as=csv').expect(400);
    await brand.agent.get('/api/library/files/recipe/multirotor').expect(404);
    await brand.agent.get('/api/library/files/pack/nothing').expect(404);
    const { body } = await brand.agent.get('/api/library/names').expect(200);
    const names = body as { systems: { systems: object[] }; limits: { key: string; title: string }[] };
    expect(names.systems.systems.length).toBeGreaterThan(5);
    expect(new Set(names.limits.map((l) => l.key)).size).toBe(names.limits.length);
    expect(names.limits.every((l) => l.title.length > 0)).toBe(true);
    expect((await brand.agent.get('/api/library/schemas/limit-book').expect(200)).body).toMatchObject({
      $id: 'kanzel-limit-book-2',
    });
  });

  test('an aircraft file of version 1 is brought up to date, with a plan and a code', async () => {
    const { brand } = here;
    const old = {
      format: 'kanzel-aircraft',
      version: 1,
      mark: 'QX-OLD',
      type: 'Heilo',
      description: 'from an older file',
      family: 'home-built',
      serial: 'H-0',
      engines: [{ id: '1', title: 'Engine', cylinders: 4 }],
      configuration: { code: 'A1', title: 'as built' },
      hours: 12,
      limitBook: 'heilo',
      pack: 'piston-magneto-single',
      instruments: [],
    };
    await brand.fresh
      .post('/api/library')
      .send({ name: 'old.json', text: JSON.stringify(old) })
      .expect(201);
    const made = await documentOf<AircraftDescription>(brand, 'aircraft/QX-OLD');
    expect(made).toMatchObject({ version: 2, revision: 1, layout: { gear: 'tailwheel' } });
    expect(made.layout.propulsors).toMatchObject([{ id: '1', title: 'Engine', cylinders: 4, place: 'nose' }]);
    expect(existsSync(join(here.folder, 'library', 'aircraft-qx-old.r1.yaml'))).toBe(true);
  });
});

describe('a campaign and the library', () => {
  test('holds what it began with; is moved deliberately, by whoever may, to what was shown', async () => {
    const { brand, ylva } = here;
    const campaign = await openCampaign(ylva);
    const answer = draft(campaign, ylva.person, 'answer.given', confirming('limit-book-is-current'));
    await ylva.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({ entries: [answer] })
      .expect(200);
    const pack = await documentOf<Pack>(brand, 'pack/piston-magneto-multi');
    const checks = pack.checks.map((c) =>
      c.id === 'limit-book-is-current'
        ? { ...c, challenge: 'Is the limit book the one in force, twice?' }
        : c,
    );
    const saved = await saveDraft(ylva, 'pack/piston-magneto-multi', 0, { ...pack, checks });
    await brand.fresh
      .post('/api/library/drafts/pack/piston-magneto-multi/publish')
      .send({ version: saved.version })
      .expect(200);
    // Nothing moves by itself.
    const [opened] = await entriesOf(ylva, campaign);
    expect((opened?.body as { basis: { pack: Pack } }).basis.pack.revision).toBe(1);

    const offer = (await ylva.agent.get(`/api/campaigns/${campaign}/move`).expect(200)).body as MoveOffer;
    expect(offer.basis.pack.revision).toBe(2);
    const request = {
      id: randomUUID(),
      at: new Date().toISOString(),
      device: 'test',
      seen: 1,
      role: 'inspector',
      reason: 'The pack asks for two signatures now.',
      basis: offer.hash,
    };
    const path = `/api/campaigns/${campaign}/move`;
    await ylva.agent.post(path).send(request).expect(403);
    await brand.agent
      .post(path)
      .send({ ...request, basis: '0'.repeat(64) })
      .expect(409);
    await brand.agent.post(path).send(request).expect(200);
    const entries = await entriesOf(ylva, campaign);
    expect(entries.map((e) => e.kind)).toEqual(['campaign.opened', 'answer.given', 'basis.moved']);
    // Whoever signs is told: the sheet names the move, by whom and why.
    const state = foldEntries(entries);
    const status = deriveStatus(state, request.at);
    if (!state.index || !status) throw new Error('not opened');
    const people = new Map([[brand.person.id, brand.person.fullName]]);
    const sheet = JSON.stringify(
      releaseSheet({ state, status, index: state.index, people, printedAt: request.at }),
    );
    expect(sheet).toMatch(
      /Moved on [^"]* by Brand Ekerholt from pack 1, [^"]* to pack 2, [^"]*two signatures now/,
    );
    // Moving where it already stands is refused, and so is an entry of that kind by the common door.
    await brand.agent
      .post(path)
      .send({ ...request, id: randomUUID() })
      .expect(409);
    const smuggled = draft(
      campaign,
      brand.person,
      'basis.moved',
      { basis: offer.basis, reason: 'x' },
      'inspector',
    );
    await brand.agent
      .post(`/api/campaigns/${campaign}/entries`)
      .send({ entries: [smuggled] })
      .expect(400);
  });

  test('an instrument of the register serves every campaign, and a new certificate is noted in one in hand', async () => {
    const { brand, ylva } = here;
    const scales = {
      format: 'kanzel-instrument',
      version: 1,
      id: 'scales-4',
      revision: 1,
      kind: 'scales',
      name: 'Scales, set 4',
      serial: '4411',
      unit: 'kg',
      accuracy: 0.5,
      resolution: 0.5,
      certificate: 'K-100',
      calibratedFrom: '2024-01-10',
      calibratedUntil: '2025-01-10',
      measures: ['empty-mass'],
    };
    const publish = async (document: Record<string, unknown>): Promise<void> => {
      const saved = await saveDraft(ylva, 'instrument/scales-4', 0, document);
      await brand.fresh
        .post('/api/library/drafts/instrument/scales-4/publish')
        .send({ version: saved.version })
        .expect(200);
    };
    await publish(scales);
    const campaign = await openCampaign(ylva);
    const basis = (await entriesOf(ylva, campaign))[0]?.body as unknown as {
      basis: { aircraft: { instruments: { id: string }[] } };
    };
    expect(basis.basis.aircraft.instruments.map((i) => i.id)).toContain('scales-4');

    await publish({
      ...scales,
      certificate: 'K-200',
      calibratedFrom: '2026-01-10',
      calibratedUntil: '2028-01-10',
    });
    const note = {
      id: randomUUID(),
      at: new Date().toISOString(),
      device: 'test',
      seen: 1,
      instrument: 'scales-4',
      reason: 'back',
    };
    await ylva.agent
      .post(`/api/campaigns/${campaign}/instruments`)
      .send({ ...note, instrument: 'nothing' })
      .expect(404);
    await ylva.agent.post(`/api/campaigns/${campaign}/instruments`).send(note).expect(200);
    const noted = (await entriesOf(ylva, campaign)).at(-1)?.body;
    expect(noted).toMatchObject({
      instrument: { certificate: 'K-200', before: { certificate: 'K-100', calibratedUntil: '2025-01-10' } },
    });
  });
});

describe('the folder of what was published', () => {
  /** A server of its own on a folder that is left for the next one. */
  async function on(
    path: string,
  ): Promise<{ brand: SignedIn; view: () => Promise<LibraryView>; end: () => Promise<void> }> {
    const { app, url } = await startServer(path);
    if (await app.get(PeopleService).isEmpty()) await addDemoPeople(app);
    const brand = await signIn(url, 'brand');
    return {
      brand,
      view: async () => (await brand.agent.get('/api/library').expect(200)).body as LibraryView,
      end: () => app.close(),
    };
  }
  const bookOf = (title: string, revision = 1): string =>
    JSON.stringify({
      format: 'kanzel-limit-book',
      version: 2,
      id: 'own-book',
      revision,
      title,
      approvedBy: 'Brand Ekerholt',
      approvedOn: '2026-01-01',
      limits: [
        {
          key: 'idle',
          title: 'Idle',
          kind: 'band',
          unit: 'rpm',
          class: 'airworthiness',
          acceptance: 'simple',
          source: { document: 'Own book', revision: 'A', place: '1' },
          bounds: { low: 600, high: 900 },
        },
      ],
    });
  const titleOf = (view: LibraryView): string | undefined =>
    view.limitBooks.find((b) => b.id === 'own-book')?.title;

  test('no file is replaced by one of its name, whatever is in it; what was published stays the newest', async () => {
    const { path, remove } = temporaryFolder();
    const first = await on(path);
    await first.brand.fresh
      .post('/api/library')
      .send({ name: 'a.json', text: bookOf('First') })
      .expect(201);
    await first.brand.fresh
      .post('/api/library')
      .send({ name: 'b.json', text: bookOf('Second', 2) })
      .expect(201);
    const kept = 'limit-book-own-book.r2.yaml';
    const before = readFileSync(join(path, 'library', kept), 'utf8');
    const module = 'format: kanzel-module\nversion: 1\nid: intruder\ntitle: Intruder\nchecks: []\n';
    for (const name of [kept, kept.toUpperCase().replace('.YAML', '.yaml')])
      await first.brand.fresh.post('/api/library').send({ name, text: module });
    // An id that only differs in case, or a revision brought in anew, takes no name either.
    await first.brand.fresh
      .post('/api/library')
      .send({ name: 'c.json', text: bookOf('Third', 2) })
      .expect(400);
    await first.end();
    const again = await on(path);
    expect(readFileSync(join(path, 'library', kept), 'utf8')).toBe(before);
    expect(titleOf(await again.view())).toBe('Second');
    expect((await again.view()).problems).toEqual([]);
    await again.end();
    remove();
  });

  test('what was altered, put in by hand or taken away is named and not used; the server starts all the same', async () => {
    const { path, remove } = temporaryFolder();
    const first = await on(path);
    await first.brand.fresh
      .post('/api/library')
      .send({ name: 'a.json', text: bookOf('First') })
      .expect(201);
    await first.brand.fresh
      .post('/api/library')
      .send({ name: 'b.json', text: bookOf('Second', 2) })
      .expect(201);
    await first.end();
    const file = (name: string): string => join(path, 'library', name);
    const kept = readFileSync(file('limit-book-own-book.r2.yaml'), 'utf8');
    writeFileSync(file('limit-book-own-book.r2.yaml'), kept.replace('Second', 'Forged'));
    writeFileSync(file('by-hand.yaml'), bookOf('By hand', 9));
    const altered = await on(path);
    expect(titleOf(await altered.view())).toBe('First');
    expect((await altered.view()).problems).toEqual([
      expect.stringMatching(/^by-hand\.yaml: was put into the folder by hand/),
      expect.stringMatching(/^limit-book-own-book\.r2\.yaml: is not what was published/),
    ]);
    // A file that was altered is read anew with every publication, and not believed then either.
    writeFileSync(file('limit-book-own-book.r1.yaml'), kept.replace('Second', 'Also forged'));
    await altered.brand.fresh
      .post('/api/library')
      .send({ name: 'c.json', text: bookOf('Third', 3) })
      .expect(201);
    expect(titleOf(await altered.view())).toBe('Third');
    expect((await altered.view()).problems).toHaveLength(3);
    await altered.end();
    rmSync(file('limit-book-own-book.r3.yaml'));
    rmSync(file('by-hand.yaml'));
    writeFileSync(file('limit-book-own-book.r2.yaml'), kept);
    const missing = await on(path);
    expect(titleOf(await missing.view())).toBe('Second');
    expect((await missing.view()).problems).toEqual([
      expect.stringMatching(/r1\.yaml: is not what was published/),
      expect.stringMatching(/r3\.yaml: was published here and is not in the folder/),
    ]);
    await missing.end();
    remove();
  });

  test('a publication that was cut off is there whole or not at all', async () => {
    const { path, remove } = temporaryFolder();
    const first = await on(path);
    await first.brand.fresh
      .post('/api/library')
      .send({ name: 'a.json', text: bookOf('First') })
      .expect(201);
    await first.end();
    const file = (name: string): string => join(path, 'library', name);
    // Listed and on the disk, but not yet under its name; and written, but never listed.
    renameSync(file('limit-book-own-book.r1.yaml'), file('limit-book-own-book.r1.yaml.coming'));
    writeFileSync(file('limit-book-own-book.r2.yaml.coming'), bookOf('Never published', 2));
    const again = await on(path);
    expect(titleOf(await again.view())).toBe('First');
    expect((await again.view()).problems).toEqual([]);
    expect(readdirSync(join(path, 'library')).filter((n) => n.endsWith('.coming'))).toEqual([]);
    await again.end();
    remove();
  });
});
