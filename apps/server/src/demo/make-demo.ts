import { randomUUID } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PersonView } from '@kanzel/contract';
import { TwinStandin } from '@kanzel/standins';
import { createApp } from '../create-app.ts';
import { LibraryService } from '../library/index.ts';
import { PeopleService } from '../people/index.ts';
import { RecordService } from '../record/index.ts';
import type { Settings } from '../settings.ts';
import { ScriptedCrew, StoryClock, type Cast } from './crew.ts';
import { authorisationsOf, DEMO_PEOPLE, tjeldFile } from './world.ts';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

async function addPeople(people: PeopleService, today: Date): Promise<Map<string, PersonView>> {
  const found = new Map<string, PersonView>();
  for (const person of DEMO_PEOPLE) {
    const added = await people.add({ ...person, authorisations: authorisationsOf(person, today) });
    if (!added.ok) throw new Error(`makeDemo: ${person.name} is there twice`);
    found.set(person.name, added.value);
  }
  return found;
}

async function openCampaign(
  record: RecordService,
  library: LibraryService,
  clock: StoryClock,
  by: PersonView,
  title: string,
  workItems: string[],
): Promise<string> {
  const basis = library.basisFor('QX-TJD');
  if (!basis.ok) throw new Error(`makeDemo: ${JSON.stringify(basis.error)}`);
  const id = randomUUID();
  const opened = await record.open(
    {
      id,
      mark: 'QX-TJD',
      title,
      occasion: 'post-maintenance',
      workItems,
      at: clock.now().toISOString(),
      device: 'demo-bench',
    },
    basis.value,
    by,
  );
  if (!opened.ok) throw new Error(`makeDemo: ${JSON.stringify(opened.error)}`);
  return id;
}

/** Last spring: a generator was exchanged; one finding was deferred, everything else was good, and it was released. */
async function lastSpring(crew: ScriptedCrew): Promise<void> {
  await crew.work([
    'papers',
    'loading',
    'inspection',
    'controls',
    'fuel',
    'run-up',
    'taxi',
    'ready',
    'flight',
    'debrief',
  ]);
  const finding = 'right-landing-light';
  await crew.post('finding.raised', {
    finding,
    title: 'Right landing light intermittent',
    where: 'right wing, outer leading edge',
  });
  await crew.post(
    'finding.assessed',
    { finding, severity: 'deferred', reason: 'The lamp holder is on order.', conditions: 'Day flights only' },
    'inspector',
  );
  await crew.release();
}

/** This morning: everything before the engines is done, and the sheet stands at the start. */
async function thisMorning(crew: ScriptedCrew): Promise<void> {
  await crew.work(['papers', 'loading', 'inspection']);
  const tag = 'left-cowl-fasteners';
  await crew.post('tag.on', {
    tag,
    thing: 'Left cowl, lower fasteners out',
    where: 'left engine, lower cowl',
    why: 'Access to the governor arm for the second look',
    touches: ['engine.left.cowling'],
  });
  crew.pass(1500);
  await crew.post('tag.off', { tag, note: 'Fasteners closed and counted', touches: ['engine.left.cowling'] });
  await crew.work(['inspection']);
  crew.pass(3900);
  await crew.work(['controls', 'fuel']);
  await crew.answer('arcs-clear');
}

/**
 * Makes the demonstration world in an empty data folder, by running the product's own code on scripted
 * actions: a fixed seed for the engines, and a story clock relative to `today`.
 */
export async function makeDemo(dataFolder: string, today: Date): Promise<void> {
  mkdirSync(join(dataFolder, 'library'), { recursive: true });
  const clock = new StoryClock(today.getTime() - 200 * DAY);
  writeFileSync(join(dataFolder, 'library', 'qx-tjd.json'), tjeldFile(today));
  const settings: Settings = {
    dataFolder,
    host: '127.0.0.1',
    port: 0,
    webFolder: undefined,
    demoPeople: [],
    simulation: undefined,
    monitor: undefined,
    signInsPerMinute: 1000,
    logLevel: 'silent',
  };
  const app = await createApp(settings, clock);
  try {
    await app.init();
    const [record, library] = [app.get(RecordService), app.get(LibraryService)];
    const people = await addPeople(app.get(PeopleService), today);
    const person = (name: string): PersonView => people.get(name) as PersonView;
    const cast: Cast = {
      technician: person('ylva'),
      inspector: person('brand'),
      certifier: person('signe'),
      pilot: person('odd'),
    };

    const spring = await openCampaign(record, library, clock, cast.technician, 'Left generator exchanged', [
      'Left generator: replaced',
    ]);
    await lastSpring(new ScriptedCrew(record, clock, new TwinStandin(7), cast, spring));

    clock.advance((today.getTime() - 2.1 * HOUR - clock.now().getTime()) / 1000);
    const now = await openCampaign(
      record,
      library,
      clock,
      cast.technician,
      'Both propeller governors and left cylinder 4 replaced',
      [
        'Left propeller governor: replaced',
        'Right propeller governor: replaced',
        'Left engine, cylinder 4: replaced',
      ],
    );
    await thisMorning(new ScriptedCrew(record, clock, new TwinStandin(11), cast, now));
    if (clock.now() > today)
      throw new Error(
        `makeDemo: the story runs ${(clock.now().getTime() - today.getTime()) / 60000} minutes past now`,
      );
  } finally {
    await app.close();
  }
}
