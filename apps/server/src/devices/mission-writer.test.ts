import type { AddressInfo, Server } from 'node:net';
import type { MissionItem } from '@kanzel/core';
import { MAST_MISSION, seededRandom, serveVehicle, VehicleStandin } from '@kanzel/standins';
import { BadRadio } from '../testing/bad-radio.ts';
import { addDemoPeople, signIn, startServer, temporaryFolder } from '../testing/harness.ts';
import { MissionReader } from './mission-reader.ts';
import { MissionWriter, type MissionWritten } from './mission-writer.ts';

/** Every figure another one, so that an item in a wrong place is seen when it is read back. */
const survey = (length: number): readonly MissionItem[] =>
  Array.from({ length }, (_, sequence) => ({
    sequence,
    frame: 3,
    command: sequence === length - 1 ? 20 : 16,
    autocontinue: sequence % 4 !== 0,
    parameters: [Math.fround(sequence / 9), 2, sequence % 5 === 0 ? null : 0, Math.fround(sequence * 1.3)],
    x: 601_234_567 + 173 * sequence,
    y: -82_345_678 - 61 * sequence,
    z: Math.fround(40 + sequence / 17),
  }));

const code = (written: MissionWritten): string => (written.ok ? 'taken' : written.error.code);

test('250 items go up over a radio that loses, doubles, holds back and garbles, and are aboard to the last bit', async () => {
  const { uniform } = seededRandom(23);
  const standin = new VehicleStandin(1, 6, 3);
  const radio = new BadRadio(standin, uniform);
  const send = await radio.open((name, figures) => (writer.busy ? writer : reader).take(name, figures));
  const writer: MissionWriter = new MissionWriter(send, 1, 40);
  const reader: MissionReader = new MissionReader(send, 1, 40);
  const [written, second] = await Promise.all([writer.write(survey(250)), writer.write(survey(3))]);
  expect([code(written), code(second)]).toEqual(['taken', 'missionBusy']);
  // What lay about on the line of the upload is not taken for the mission.
  expect(await reader.read()).toEqual({ ok: true, value: survey(250) });
  radio.close();
}, 60_000);

describe('what was not taken is said, and never called aboard', () => {
  /** A vehicle that answers each message by a rule of its own. */
  const against = (
    answers: (name: string, seq: number) => readonly [string, Readonly<Record<string, number>>][],
    items = survey(4),
  ): Promise<MissionWritten> => {
    const writer: MissionWriter = new MissionWriter(
      (name, figures) => {
        for (const [answer, said] of answers(name, figures['seq'] ?? -1))
          queueMicrotask(() =>
            writer.take(answer, Object.fromEntries(Object.entries(said).map(([k, v]) => [k, [v]]))),
          );
      },
      1,
      2,
    );
    return writer.write(items);
  };
  const asks = (name: string, seq: number): readonly [string, Readonly<Record<string, number>>][] =>
    name === 'MISSION_COUNT'
      ? [['MISSION_REQUEST', { seq: 0 }]]
      : seq < 3
        ? [['MISSION_REQUEST', { seq: seq + 1 }]]
        : [['MISSION_ACK', { type: 0 }]];

  test.each<[string, Parameters<typeof against>[0], string]>([
    ['an older vehicle that asks in the older words takes it', asks, 'taken'],
    ['one that says nothing', () => [], 'missionUploadCutOff'],
    ['one without room', () => [['MISSION_ACK', { type: 4 }]], 'missionNoSpace'],
    ['one that knows a command not', () => [['MISSION_ACK', { type: 3 }]], 'missionNotTaken'],
    [
      'one that says yes before it has asked for the last',
      () => [['MISSION_ACK', { type: 0 }]],
      'missionUploadCutOff',
    ],
    [
      'one that asks for fences',
      () => [['MISSION_REQUEST', { seq: 0, mission_type: 1 }]],
      'missionUploadCutOff',
    ],
    [
      'one that asks for what there is not',
      () => [['MISSION_REQUEST_INT', { seq: 4 }]],
      'missionUploadCutOff',
    ],
    [
      'one that asks for the second item for ever',
      (name) => [['MISSION_REQUEST_INT', { seq: name === 'MISSION_COUNT' ? 0 : 1 }]],
      'missionUploadCutOff',
    ],
  ])('%s', async (_, answers, wanted) => {
    expect(code(await against(answers))).toBe(wanted);
  });

  test('a request that comes late, behind the last item, does not keep the end from being heard', async () => {
    const sent: string[] = [];
    const writer: MissionWriter = new MissionWriter(
      (name, figures) => sent.push(`${name} ${figures['seq'] ?? ''}`.trim()),
      1,
      10_000,
    );
    const begun = writer.write(survey(3));
    for (const seq of [0, 1, 2, 1, 0]) writer.take('MISSION_REQUEST_INT', { seq: [seq] });
    writer.take('MISSION_ACK', { type: [0] });
    expect(code(await begun)).toBe('taken');
    expect(sent).toEqual(['MISSION_COUNT', 'MISSION_ITEM_INT 0', 'MISSION_ITEM_INT 1', 'MISSION_ITEM_INT 2']);
  });

  test('a line that goes meanwhile ends it, with how far it came', async () => {
    const writer: MissionWriter = new MissionWriter(() => undefined, 1, 10_000);
    const begun = writer.write(survey(9));
    writer.take('MISSION_REQUEST_INT', { seq: [0] });
    writer.take('MISSION_REQUEST_INT', { seq: [1] });
    writer.stop();
    expect(await begun).toMatchObject({
      error: { code: 'missionUploadCutOff', params: { got: 1, count: 9 } },
    });
    expect(writer.busy).toBe(false);
  });
});

test('over the server: a line that only reads refuses, so does an armed vehicle; what is put aboard is what is read back', async () => {
  const standin = new VehicleStandin(1, 6, 5);
  const vehicle: Server = await serveVehicle(standin, 0);
  const { port } = vehicle.address() as AddressInfo;
  const folder = temporaryFolder();
  const { app, url } = await startServer(folder.path);
  await addDemoPeople(app);
  try {
    const brand = await signIn(url, 'brand');
    const ylva = await signIn(url, 'ylva');
    const line = { protocol: 'mavlink-tcp', host: '127.0.0.1', port, system: 1 };
    const put = async (by: typeof ylva, items: readonly MissionItem[]): Promise<[number, string]> => {
      const answer = await by.agent.put('/api/aircraft/QX-TJD/mission').send({ items });
      return [answer.status, (answer.body as { message?: string }).message ?? ''];
    };
    /** Until what the vehicle says of itself has come through. */
    const until = async (wanted: (refusal: string) => boolean): Promise<string> => {
      for (;;) {
        const [status, message] = await put(ylva, survey(3));
        if (status === 200 || wanted(message)) return status === 200 ? 'taken' : message;
        await new Promise((resolve) => setTimeout(resolve, 40));
      }
    };
    await brand.fresh.put('/api/aircraft/QX-TJD/monitor').send(line).expect(204);
    expect(await until((m) => m.includes('only reads'))).toContain('only reads');
    const before = await ylva.agent.post('/api/aircraft/QX-TJD/mission').expect(200);
    expect((before.body as { items: unknown[] }).items).toHaveLength(MAST_MISSION.length);

    standin.command({ armed: true });
    await brand.fresh
      .put('/api/aircraft/QX-TJD/monitor')
      .send({ ...line, writes: true })
      .expect(204);
    expect(await until((m) => m.includes('ARMED'))).toContain('ARMED');
    standin.command({ armed: false });
    expect(await until(() => false)).toBe('taken');

    const whole = await ylva.agent
      .put('/api/aircraft/QX-TJD/mission')
      .send({ items: survey(40) })
      .expect(200);
    expect((whole.body as { items: unknown }).items).toEqual(survey(40));
    expect(await put(ylva, survey(801))).toEqual([409, expect.stringContaining('no room')]);
    const fromOne = survey(4).slice(1);
    expect(await put(ylva, fromOne)).toEqual([409, expect.stringContaining('does not begin with item 0')]);
    expect((await put(ylva, []))[0]).toBe(400);
    // Whoever may fly another family alone puts nothing aboard this one.
    const sailplanes = { role: 'pilot', families: ['sailplane'] };
    const name = 'glides';
    const passphrase = 'thermals over the quiet bog';
    await brand.fresh
      .post('/api/people')
      .send({ name, fullName: 'Somebody', passphrase, authorisations: [sailplanes] })
      .expect(201);
    const other = await signIn(url, name, passphrase);
    expect(await put(other, survey(3))).toEqual([403, expect.stringContaining('this family of aircraft')]);
    expect((await other.agent.put('/api/aircraft/QX-NOT/mission').send({ items: survey(3) })).status).toBe(
      404,
    );
    // Who sent it stands in the log, taken or not.
    const log = await brand.agent.get('/api/installation/log').expect(200);
    expect(JSON.stringify(log.body)).toContain('mission.sent');
  } finally {
    await app.close();
    vehicle.close();
    folder.remove();
  }
}, 60_000);
